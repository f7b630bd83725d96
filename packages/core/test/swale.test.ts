import fc from 'fast-check';
import type { GroundProfile } from '../src/ground';
import { cutSwale, groundAt, groundProfile, swaleCut } from '../src/ground';
import { evaluate } from '../src';
import { ft } from './builders';
import { job, oneRun } from './support/jobs';

/** A swale is cut into the ground before the trench is. */

const level = fc.double({ min: 98, max: 102, noNaN: true });

const groundArb = fc
  .record({ low: level, high: level, between: fc.array(level, { maxLength: 6 }) })
  .map(({ low, high, between }): GroundProfile =>
    groundProfile(
      60,
      { elevation: low },
      { elevation: high },
      between.map((elevation, index) => ({ at: (60 * (index + 1)) / (between.length + 1), elevation })),
    ),
  );

const swaleArb = fc.record({
  from: fc.double({ min: 0, max: 25, noNaN: true }),
  to: fc.double({ min: 30, max: 60, noNaN: true }),
  bottom: fc.oneof(
    fc.record({ depth: fc.double({ min: 0.05, max: 1.5, noNaN: true }) }),
    fc.record({ from: level, to: level }),
  ),
  width: fc.double({ min: 0, max: 3, noNaN: true }),
  sides: fc.double({ min: 0, max: 6, noNaN: true }),
});

test('what a swale takes away is what quadrature gives, and the ground is its bottom where it is cut and as it was elsewhere', () => {
  fc.assert(
    fc.property(groundArb, swaleArb, (ground, swale) => {
      const { ground: cut, depths: all } = cutSwale(ground, [swale]);
      const depths = all[0] ?? [];
      const { volume, length, deepest } = swaleCut(depths, swale, swale.to - swale.from);
      const { from, to, bottom, width, sides } = swale;
      const depthAt = (at: number): number => {
        const natural = groundAt(ground, at) as number;
        const asked =
          'depth' in bottom
            ? bottom.depth
            : natural - (bottom.from + ((at - from) / (to - from)) * (bottom.to - bottom.from));
        return Math.max(0, asked);
      };
      let [sum, open, most] = [0, 0, 0];
      const parts = 8000;
      for (let part = 0; part < parts; part += 1) {
        const at = from + ((to - from) * (part + 0.5)) / parts;
        const depth = depthAt(at);
        sum += width * depth + sides * depth * depth;
        if (depth > 1e-9) open += 1;
        most = Math.max(most, depth);
        if (part % 500 === 0) expect(groundAt(cut, at)).toBeCloseTo((groundAt(ground, at) as number) - depth, 9);
      }
      expect(Math.abs(volume - (sum * (to - from)) / parts)).toBeLessThan(1e-3 * (1 + volume));
      expect(most).toBeLessThanOrEqual(deepest.depth + 1e-9);
      expect(Math.abs(length - (open * (to - from)) / parts)).toBeLessThan(0.02);
      for (const at of [0, from * 0.5, to + (60 - to) * 0.5, 60])
        if (at < from || at > to) expect(groundAt(cut, at)).toBeCloseTo(groundAt(ground, at) as number, 9);
    }),
    { numRuns: 40 },
  );
});

test('a swale 1 ft deep, 2 ft wide at its bottom, sides 4 to 1: 6 sq ft all along, 600 cu ft in 100 ft', () => {
  const swale = { from: 0, to: ft(100), bottom: { depth: ft(1) }, width: ft(2), sides: 4 };
  const ground = groundProfile(ft(100), { elevation: 30 }, { elevation: 31 }, []);
  const { depths } = cutSwale(ground, [swale]);
  const cut = swaleCut(depths[0] ?? [], swale, ft(100));
  expect(cut.volume / ft(1) ** 3).toBeCloseTo(600, 9);
  expect(cut.across / ft(1)).toBeCloseTo(10, 9);
});

test('the trench begins at the bottom of the swale: it is a foot less deep, and the swale is spoil besides', () => {
  const spec = oneRun();
  const [without, withOne] = [spec, { ...spec, swales: [{ on: 'Main' }] }].map((spec) => {
    const { plan, ids } = job(spec);
    const evaluation = evaluate(plan);
    const run = evaluation.runs.get(ids['Main'] ?? '');
    const line = evaluation.lines.get(ids['Line'] ?? '');
    if (!run?.trench?.amounts || !line) throw new Error('it is worked out');
    return { trench: run.trench, excavation: run.trench.amounts.excavation, soil: line.soil };
  });
  if (!without || !withOne) throw new Error('both');
  const width = without.trench.width;
  expect(without.excavation - withOne.excavation).toBeCloseTo(width * ft(1) * ft(100), 9);
  // The trench is wider than the 2 ft of its bottom, and the swale is cut as wide as that.
  const across = Math.max(ft(2), width);
  expect(withOne.soil.swales).toBeCloseTo((across * ft(1) + 4 * ft(1) ** 2) * ft(100), 9);
  const [less, more] = [without.soil, withOne.soil];
  expect(more.spoilBank - less.spoilBank).toBeCloseTo(
    more.swales - (less.excavation - more.excavation) + (less.nativeBank - more.nativeBank),
    9,
  );
});
