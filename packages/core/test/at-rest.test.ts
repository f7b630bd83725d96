import fc from 'fast-check';
import { formOf, lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../src';
import { evaluate, findingsOf, print, say } from '../src';
import { outsideAt, risesIn, spillLevel, standsBehind } from '../src/flow';
import { areaBelow, insideDiameter } from '../src/pipe';
import { ft } from './builders';
import type { JobSpec, NodeSpec } from './support/jobs';
import { job, oneRun } from './support/jobs';

const MORE = Number(process.env['SOAK'] ?? 1);

/** Where water stands when rain has stopped. */

const FORMS = ['daylight', 'stand-pipe', 'pop-up', 'bubble-up', 'soak-away', 'sump', 'pond'] as const;

interface Draw {
  readonly runs: readonly {
    on: number;
    length: number;
    slope: number;
    drop: number;
    form: 'manhole' | 'inlet' | 'fitting';
  }[];
  readonly out: (typeof FORMS)[number];
  readonly rim: number;
  readonly second: number;
}

const drawArb: fc.Arbitrary<Draw> = fc.record({
  runs: fc.array(
    fc.record({
      on: fc.nat(100),
      length: fc.integer({ min: 10, max: 120 }),
      slope: fc.constantFrom(-0.01, -0.004, 0, 0.005, 0.01, 0.02),
      drop: fc.constantFrom(0, 0, 0.1, 0.5),
      form: fc.constantFrom<'manhole' | 'inlet' | 'fitting'>('manhole', 'inlet', 'fitting'),
    }),
    { minLength: 1, maxLength: 7 },
  ),
  out: fc.constantFrom(...FORMS),
  rim: fc.double({ min: 100.1, max: 102, noNaN: true }),
  second: fc.nat(6),
});

/** Runs that go up, down and level from an outlet, each hung on a node before it. */
function network({ runs, out, rim }: Draw): JobSpec {
  const nodes: Record<string, NodeSpec> = { 'Node 0': { form: out, ground: 103, rim, usual: 100.4 } };
  const lines: Record<string, JobSpec['lines'][string]> = {};
  const level = [100];
  runs.forEach(({ on, length, slope, drop, form }, index) => {
    const hung = on % (index + 1);
    const low = (level[hung] as number) + (hung === 0 ? 0 : drop);
    level.push(low + slope * length);
    nodes[`Node ${index + 1}`] = { form, ground: 104 };
    lines[`Line ${index}`] = {
      pipe: '6 in SDR 35',
      runs: { [`Run ${index}`]: { from: `Node ${index + 1}`, to: `Node ${hung}`, length, low, slope } },
    };
  });
  return { nodes, lines };
}

/** Short pieces of pipe, each with its bottom and what it is joined to; and where water leaves, at which level. */
function cells({ runs, nodes }: Evaluation) {
  const bottom: number[] = [];
  const joined: number[][] = [];
  const out: (number | undefined)[] = [];
  const outside: (number | undefined)[] = [];
  const cell = (level: number): number => {
    bottom.push(level);
    joined.push([]);
    out.push(undefined);
    outside.push(undefined);
    return bottom.length - 1;
  };
  const join = (a: number, b: number): void => {
    joined[a]?.push(b);
    joined[b]?.push(a);
  };
  const at = new Map<string, number>();
  for (const node of nodes.values()) {
    // A node holds nothing of its own: it lies as low as the lowest pipe that comes to it.
    const own = cell(node.invert ?? 0);
    at.set(node.id, own);
    out[own] = spillLevel(node);
    outside[own] = outsideAt(node, 'normal');
  }
  const pieces: { run: string; share: number; cell: number }[] = [];
  for (const { id, run, grade } of runs.values()) {
    let before = at.get(lowerOf(run)) as number;
    for (let part = 0; part <= 50; part += 1) {
      const here = cell((grade.low as number) + (part / 50) * ((grade.high as number) - (grade.low as number)));
      pieces.push({ run: id, share: part / 50, cell: here });
      join(before, here);
      before = here;
    }
    join(before, at.get(upperOf(run)) as number);
  }
  return { bottom, joined, out, outside, pieces };
}

/**
 * Filled drop by drop: water is poured everywhere, far over all, and each piece runs over into its neighbours and out
 * as long as it stands higher than they and what lies between; then water outside comes in, piece by piece, as far as it
 * stands over their bottoms. What is left is at rest.
 */
function filled({ bottom, joined, out, outside }: ReturnType<typeof cells>): number[] {
  const level = bottom.map(() => Infinity);
  for (let moved = true; moved;) {
    moved = false;
    for (let cell = 0; cell < bottom.length; cell += 1) {
      const own = bottom[cell] as number;
      const ways = [out[cell] ?? Infinity, ...(joined[cell] ?? []).map((other) => level[other] as number)];
      const lowest = Math.max(own, Math.min(...ways));
      if (lowest < (level[cell] as number)) {
        level[cell] = lowest;
        moved = true;
      }
    }
  }
  const comesIn = outside.map((inflow) => inflow ?? -Infinity);
  for (let moved = true; moved;) {
    moved = false;
    for (let cell = 0; cell < bottom.length; cell += 1) {
      const highest = Math.max(...(joined[cell] ?? []).map((other) => comesIn[other] as number));
      if (highest <= (comesIn[cell] as number) || highest <= (bottom[cell] as number)) continue;
      comesIn[cell] = highest;
      moved = true;
    }
  }
  return level.map((height, cell) => Math.max(height, comesIn[cell] as number));
}

test('water at rest is what is left when a network is filled and runs out drop by drop, piece by piece', () => {
  let wet = 0;
  fc.assert(
    fc.property(drawArb, (draw) => {
      const evaluation = evaluate(job(network(draw)).plan);
      const { rest } = evaluation;
      const pieces = cells(evaluation);
      const level = filled(pieces);
      for (const { run, share, cell } of pieces.pieces) {
        const result = evaluation.runs.get(run);
        const stands = rest.runs.get(run);
        if (!result) throw new Error('it is there');
        const along = stands?.from === 'high' ? (1 - share) * result.length : share * result.length;
        const over = (level[cell] as number) - (pieces.bottom[cell] as number);
        const closed = level[cell] === Infinity;
        if (closed) expect(stands).toBeUndefined();
        else if (stands && (along < stands.wet - 1e-6 || stands.wet === result.length)) {
          expect(level[cell]).toBeCloseTo(stands.level, 9);
          wet += 1;
        } else expect(over).toBeLessThan(1e-6);
      }
    }),
    { numRuns: 150 * MORE },
  );
  expect(wet).toBeGreaterThan(500);
});

test('length, length that is full and volume are those of dense sampling', () => {
  let met = 0;
  fc.assert(
    fc.property(drawArb, (draw) => {
      const evaluation = evaluate(job(network(draw)).plan);
      for (const { run, level, wet, full, volume } of evaluation.rest.runs.values()) {
        const result = evaluation.runs.get(run);
        if (!result?.pipe) throw new Error('it has a pipe');
        const inside = insideDiameter(result.pipe);
        const [low, high] = [result.grade.low as number, result.grade.high as number];
        let [length, top, sum] = [0, 0, 0];
        const parts = 4000;
        for (let part = 0; part < parts; part += 1) {
          const deep = level - (low + ((part + 0.5) / parts) * (high - low));
          if (deep > 1e-6) length += result.length / parts;
          if (deep > inside) top += result.length / parts;
          sum += (areaBelow(deep, inside / 2) * result.length) / parts;
        }
        expect(Math.abs(wet - length)).toBeLessThan(result.length / 1000);
        expect(Math.abs(full - top)).toBeLessThan(result.length / 1000);
        expect(Math.abs(volume - sum)).toBeLessThan(1e-4 * (1e-2 + sum) + 1e-6);
        met += 1;
      }
    }),
    { numRuns: 60 * MORE },
  );
  expect(met).toBeGreaterThan(50);
});

test('what findings say of standing water is what is drawn and compared: the same level, the same length', () => {
  let reported = 0;
  fc.assert(
    fc.property(drawArb, (draw) => {
      const evaluation = evaluate(job(network(draw)).plan);
      for (const { id, node, leaving, rim } of evaluation.nodes.values()) {
        const found = (rule: string) =>
          findingsOf(evaluation).find((finding) => finding.rule === rule && finding.node === id);
        const stands = standsBehind(evaluation, id);
        const there = evaluation.rest.levels.get(id);
        if (leaving.length === 0 && risesIn(node)) {
          const full = found('stands-full');
          expect(full === undefined).toBe(stands === undefined);
          if (full && stands) {
            expect(say(full.what, 'metric')).toContain(print(stands.level, 'elevation', 'metric'));
            expect(full.stretches.reduce((sum, { from, to }) => sum + to - from, 0)).toBeCloseTo(stands.wet, 9);
            reported += 1;
          }
        }
        const floods = found('floods-up');
        const over = there?.outside && rim !== undefined && formOf(node.form).open ? there.level - rim : 0;
        expect(floods?.by?.value ?? 0).toBeCloseTo(over > 1e-6 ? over : 0, 9);
      }
    }),
    { numRuns: 150 * MORE },
  );
  expect(reported).toBeGreaterThan(20);
});

test('spill at 98.40, invert 97.80 at the low end, 1 %, bore 3.975 in: 60.0 ft wet, 26.9 ft full, 28.0 US gal (worked out beforehand)', () => {
  const { plan, ids } = job(
    oneRun({ low: 97.8, slope: 0.01 }, { pipe: '4 in SDR 35', out: { form: 'pop-up', ground: 98.4 } }),
  );
  const stands = evaluate(plan).rest.runs.get(ids['Main'] ?? '');
  expect((stands?.wet ?? NaN) / ft(1)).toBeCloseTo(60, 6);
  expect((stands?.full ?? NaN) / ft(1)).toBeCloseTo(26.875, 3);
  expect((stands?.volume ?? NaN) / 0.003785411784).toBeCloseTo(28.0, 1);
  expect(stands?.soaks).toBe(false);
  const behind = (pipe: string) => {
    const made = job(
      oneRun(
        { low: 97.8, slope: 0.01 },
        { service: pipe === 'solid' ? 'yard-drain' : 'french-drain', out: { form: 'pop-up', ground: 98.4 } },
      ),
    );
    const evaluation = evaluate(made.plan);
    return standsBehind(evaluation, made.ids['Out'] ?? '');
  };
  // Solid pipe keeps all of it, pipe with holes none.
  expect(behind('solid')?.soaks).toBe(0);
  expect(behind('holes')?.volume).toBeGreaterThan(0);
  expect(behind('holes')?.soaks).toBe(behind('holes')?.volume);
});

test('the same end through the wall of a box stands nowhere, over its grate it stands full', () => {
  const wetOf = (entry: 'wall' | 'grate'): number => {
    const { plan } = job(oneRun({ slope: 0.01 }, { out: { form: 'structure', rim: 100.6, entry } }));
    return [...evaluate(plan).rest.runs.values()].reduce((sum, { wet }) => sum + wet, 0) / ft(1);
  };
  expect(wetOf('wall')).toBe(0);
  expect(wetOf('grate')).toBeCloseTo(60, 6);
});
