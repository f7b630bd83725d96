import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { Edit, Service, Uuid } from '@alveus/plan';
import { applyEdits, NODE_FORMS, openPlanFile } from '@alveus/plan';
import { evaluate } from '../src';
import { takeoff } from '../src/takeoff';
import type { LineSpec, NodeSpec } from './support/jobs';
import { job } from './support/jobs';
import { computed, differing, disguised } from './support/printed';
import { situations } from './support/situations';
import { surveyedArb } from './support/surveyed';
import { start, step, stepArb } from './support/steps';

/** Neither the order in which a plan is stored nor its ids change anything that is read. */

const MORE = Number(process.env['SOAK'] ?? 1);

/** Numbers from 0 to 1 that follow from a seed. */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

test('random networks, with some of everything that lies along them', () => {
  fc.assert(
    fc.property(surveyedArb, fc.array(stepArb, { maxLength: 2 }), fc.nat(), (first, steps, seed) => {
      let state = start(first);
      for (const spec of steps) state = step(state, spec);
      expect(differing(state.plan, disguised(state.plan, chance(seed)))).toEqual({ lost: [], come: [] });
    }),
    { numRuns: 30 * MORE },
  );
});

const PIPES = ['6 in SDR 35', '8 in SDR 35', '12 in SDR 35'];

/** Lines that come to a node of any form and go on from there, alike in level, in size, or in both, at any angles. */
const meetingArb = fc.record({
  form: fc.constantFrom(...NODE_FORMS),
  ends: fc.array(
    fc.record({
      out: fc.boolean(),
      pipe: fc.constantFrom(...PIPES),
      low: fc.constantFrom(100, 100, 100.5, 101),
      service: fc.constantFrom<Service>('storm', 'roof-drain', 'french-drain', 'yard-drain'),
      angle: fc.constantFrom(0, 0.4, 0.8, 1.6, 3.1, 4),
    }),
    { minLength: 2, maxLength: 5 },
  ),
  drawn: fc.boolean(),
});

test('what meets at a node, with or without a way straight on', () => {
  let fittings = 0;
  fc.assert(
    fc.property(meetingArb, fc.nat(), ({ form, ends, drawn }, seed) => {
      const nodes: Record<string, NodeSpec> = { Meeting: { form, ground: 106 } };
      const lines: Record<string, LineSpec> = {};
      ends.forEach(({ out, pipe, low, service }, index) => {
        nodes[`End ${index}`] = { form: out ? 'pond' : 'inlet', ground: 106 };
        const [from, to] = out ? ['Meeting', `End ${index}`] : [`End ${index}`, 'Meeting'];
        lines[`Line ${index}`] = {
          pipe,
          service,
          runs: { [`Run ${index}`]: { from, to, length: 50, low: out ? low - 1 : low, slope: 0.01 } },
        };
      });
      const { plan, ids } = job({ nodes, lines });
      const place = (name: string, east: number, north: number): Edit => ({
        op: 'put',
        item: { kind: 'nodePlace', id: ids[name] as Uuid, east, north },
      });
      const sketched = ends.map(({ angle }, index) =>
        place(`End ${index}`, 15 * Math.cos(angle), 15 * Math.sin(angle)),
      );
      const whole = drawn ? applyEdits(plan, [place('Meeting', 0, 0), ...sketched]) : plan;
      fittings += takeoff(evaluate(whole)).sums.filter(({ what }) => what.of === 'fitting').length;
      expect(differing(whole, disguised(whole, chance(seed)))).toEqual({ lost: [], come: [] });
    }),
    { numRuns: 150 * MORE },
  );
  expect(fittings).toBeGreaterThan(100);
});

test('every situation', () => {
  situations.forEach(({ told: title, job: spec }, seed) => {
    const { plan } = job(spec);
    expect([title, differing(plan, disguised(plan, chance(seed)))]).toEqual([title, { lost: [], come: [] }]);
  });
});

test.each(['tansy-hill', 'tansy-hill-low-yard'])('the demo %s', (name) => {
  const opened = openPlanFile(readFileSync(path.join(__dirname, `../../../demo/${name}.json`), 'utf8'));
  if (!opened.ok) throw new Error(opened.message);
  for (const seed of [1, 2, 3]) {
    const other = disguised(opened.plan, chance(seed));
    expect(differing(opened.plan, other)).toEqual({ lost: [], come: [] });
    expect(computed(other)).toEqual(computed(opened.plan));
  }
});
