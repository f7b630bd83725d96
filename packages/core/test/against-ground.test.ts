import type { Plan, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import * as fc from 'fast-check';
import { evaluate, findingsOf, gradeItem, lineRoute, placeOn, routeOut } from '../src';
import { againstGround } from '../src/compare/ground';
import { branchShallow } from '../src/edits/shallow';
import { ft } from './builders';
import type { JobSpec } from './support/jobs';
import { job } from './support/jobs';

/** How a line lies against the ground, and branches that are kept shallow. */

const STEP = ft(0.01);
const feet = (value: number | undefined): number => (value ?? NaN) / ft(1);

interface Yard {
  length?: number;
  slope?: number;
  ground?: number;
  head?: number;
  low?: number;
  high?: number;
  drop?: number;
}

/** A deep trunk through a manhole, and a yard drain that comes to it over level ground. */
function yard({ length = 40, slope = 0.01, ground = 100, head = ground, low, high, drop }: Yard = {}) {
  return job({
    nodes: {
      Out: { form: 'daylight', ground: 93 },
      MH: { form: 'manhole', ground },
      Top: { form: 'inlet', ground: 101 },
      Yard: { form: 'inlet', ground: head },
    },
    lines: {
      Trunk: {
        service: 'storm',
        runs: {
          Low: { from: 'MH', to: 'Out', length: 100, low: 93, slope: 0.01 },
          High: { from: 'Top', to: 'MH', length: 60, slope: 0.02 },
        },
      },
      Branch: {
        service: 'yard-drain',
        pipe: '4 in SDR 35',
        runs: {
          Branch: {
            from: 'Yard',
            to: 'MH',
            length,
            ...(low === undefined ? {} : { low }),
            ...(high === undefined ? { slope } : { high }),
            ...(drop === undefined ? {} : { drop }),
          },
        },
      },
    },
  });
}

const lineOf = (plan: Plan, name: string): Uuid =>
  Object.values(plan.line).find((line) => line.name === name)?.id ?? '';

test('a yard drain of 40 ft at 1 % to a trunk 6 ft down: 6 in over its pipe at the head lets it drop 4.75 ft there', () => {
  const { plan, ids } = yard();
  const evaluation = evaluate(plan);
  const found = branchShallow(evaluation, lineOf(plan, 'Branch'), STEP);
  // 100 less 6 in, less 4.095 in from the invert to the crown, less 0.40 ft of fall: 98.7588, set to 98.75.
  expect(feet(found?.by)).toBeCloseTo(4.75, 9);
  expect(feet(found?.drop.now)).toBeCloseTo(0, 9);
  expect(feet(found?.drop.then)).toBeCloseTo(4.75, 9);
  expect(found?.held?.rule).toBe('least-cover');
  const after = evaluate(applyEdits(plan, found?.edits ?? []), evaluation);
  expect(feet(after.runs.get(ids['Branch'] ?? '')?.grade.low)).toBeCloseTo(98.75, 9);
  expect(after.runs.get(ids['Branch'] ?? '')?.grade.slope).toBeCloseTo(0.01, 12);
  expect(after.runs.get(ids['Low'] ?? '')?.grade).toEqual(evaluation.runs.get(ids['Low'] ?? '')?.grade);
  // It stays where it is when the trunk goes down: the drop follows.
  expect(branchShallow(after, lineOf(plan, 'Branch'), STEP)?.by).toBe(0);
});

test('a line that joins no other cannot be kept over it', () => {
  const { plan } = yard();
  expect(branchShallow(evaluate(plan), lineOf(plan, 'Trunk'), STEP)).toBeUndefined();
});

test('wherever a branch lies, and whatever holds it: nothing more stands against the plan after it, and a step more brings something', () => {
  const yards = fc.record({
    length: fc.integer({ min: 10, max: 200 }),
    slope: fc.constantFrom(0.01, 0.0125, 0.02, 0.04),
    ground: fc.integer({ min: 97, max: 103 }),
    rise: fc.double({ min: -1, max: 2, noNaN: true }),
    by: fc.constantFrom('nothing', 'low', 'high', 'drop'),
    over: fc.integer({ min: 0, max: 200 }),
  });
  fc.assert(
    fc.property(yards, ({ length, slope, ground, rise, by, over }) => {
      const level = 94 + over / 100;
      const made = yard({
        length,
        slope,
        ground,
        head: ground + rise,
        ...(by === 'low' ? { low: level } : by === 'drop' ? { drop: over / 100 } : {}),
        ...(by === 'high' ? { high: level + 1 } : {}),
      });
      const { plan } = made;
      const evaluation = evaluate(plan);
      const line = lineOf(plan, 'Branch');
      const found = branchShallow(evaluation, line, STEP);
      const run = made.ids['Branch'] ?? '';
      const before = evaluation.runs.get(run)?.grade;
      if (!found || !before) return;
      expect(found.by).toBeGreaterThanOrEqual(0);
      const grave = (plan: Plan) =>
        findingsOf(evaluate(plan))
          .filter(({ severity }) => severity !== 'watch')
          .map(({ id }) => id);
      const after = applyEdits(plan, found.edits);
      const were = new Set(grave(plan));
      expect(grave(after).filter((id) => !were.has(id))).toEqual([]);
      const now = evaluate(after).runs.get(run)?.grade;
      expect(feet(now?.low)).toBeCloseTo(feet(before.low) + feet(found.by), 6);
      expect(now?.slope).toBeCloseTo(before.slope ?? NaN, 9);
      // Nothing else moved.
      for (const name of ['Low', 'High'])
        expect(evaluate(after).runs.get(made.ids[name] ?? '')?.grade).toEqual(
          evaluation.runs.get(made.ids[name] ?? '')?.grade,
        );
      // A step more, told by its low invert and its slope alone, and something stands against it.
      const higher = gradeItem({ id: run, flow: 'to-a' }, { low: (now?.low ?? NaN) + STEP, slope: before.slope });
      const bys = new Map(findingsOf(evaluation).map(({ id, by: off }) => [id, off?.value ?? 0]));
      const more = findingsOf(evaluate(applyEdits(plan, [{ op: 'put', item: higher }]))).filter(
        ({ id, severity, by: off }) =>
          severity !== 'watch' && (!were.has(id) || (off?.value ?? 0) > (bys.get(id) ?? 0) + 1e-6),
      );
      expect(more).not.toEqual([]);
    }),
    { numRuns: 40 },
  );
});

test('a line started shallow deepens down level ground, and is told from where it is too deep', () => {
  const { plan } = job({
    nodes: { Out: { form: 'daylight', ground: 100 }, Top: { form: 'inlet', ground: 100 } },
    lines: {
      Line: {
        service: 'yard-drain',
        pipe: '4 in SDR 35',
        runs: { Line: { from: 'Top', to: 'Out', length: 300, high: 99, slope: 0.02 } },
      },
    },
  });
  const evaluation = evaluate(plan);
  const line = [...evaluation.lines.values()][0];
  const route = line ? lineRoute(line) : undefined;
  const lies = route && againstGround(evaluation, route);
  if (!route || !lies) throw new Error('nothing to look at');
  const at = (along: number) => feet(placeOn(evaluation, route, ft(along))?.station.depth);
  expect(feet(lies.start.depth)).toBeCloseTo(at(300), 9);
  expect(feet(lies.end.depth)).toBeCloseTo(at(0), 9);
  expect(feet(lies.start.cover)).toBeCloseTo(1 - 4.095 / 12, 9);
  expect(feet(lies.start.least)).toBeCloseTo(0.5, 9);
  // Level ground: the trench gets deeper by as much as the pipe falls.
  expect(lies.falls.ground).toBeCloseTo(0, 12);
  expect(lies.falls.bottom).toBeCloseTo(0.02, 12);
  expect(lies.tooDeep.stretches).toHaveLength(1);
  const [deep] = lies.tooDeep.stretches;
  expect(at(feet(deep?.to))).toBeCloseTo(5, 4);
  expect(deep?.from).toBe(0);
  expect(feet(deep?.depth)).toBeCloseTo(at(0), 6);
  expect(lies.deepest.along).toBe(0);
});

test('on the way to the outlet a branch and its trunk are one route, each with its own chainage', () => {
  const { plan, ids } = yard();
  const evaluation = evaluate(plan);
  const branch = evaluation.lines.get(lineOf(plan, 'Branch'));
  const trunk = evaluation.lines.get(lineOf(plan, 'Trunk'));
  if (!branch || !trunk) throw new Error('no lines');
  const route = routeOut(evaluation, branch);
  expect(route.order.runs.map(({ id }) => id)).toEqual([ids['Low'], ids['Branch']]);
  expect(feet(route.order.length)).toBeCloseTo(140, 9);
  expect(route.parts.map(({ line, from, to }) => [line.id, Math.round(feet(from)), Math.round(feet(to))])).toEqual([
    [trunk.id, 0, 100],
    [branch.id, 100, 140],
  ]);
  // 110 ft along it is 10 ft up the branch.
  expect(feet(placeOn(evaluation, route, ft(110))?.chainage)).toBeCloseTo(10, 9);
  expect(feet(placeOn(evaluation, route, ft(90))?.chainage)).toBeCloseTo(90, 9);
  expect(routeOut(evaluation, trunk)).toEqual(lineRoute(trunk));
});

test('every place of every line lies where its own line has it, whatever it is looked along', () => {
  const shape = fc.array(fc.tuple(fc.nat(4), fc.integer({ min: 5, max: 90 })), { minLength: 1, maxLength: 7 });
  fc.assert(
    fc.property(shape, (branches) => {
      const nodes: Record<string, { form?: 'daylight'; ground: number }> = {
        N0: { form: 'daylight', ground: 95 },
        N1: { ground: 100 },
      };
      const all: Record<string, JobSpec['lines'][string]> = {
        L0: { service: 'storm', runs: { R0: { from: 'N1', to: 'N0', length: 50, low: 93, slope: 0.01 } } },
      };
      branches.forEach(([to, length], index) => {
        nodes[`N${index + 2}`] = { ground: 100 };
        const at = `N${1 + (to % (index + 1))}`;
        all[`L${index + 1}`] = {
          service: 'storm',
          runs: { [`R${index + 1}`]: { from: `N${index + 2}`, to: at, length, slope: 0.01 } },
        };
      });
      const evaluation = evaluate(job({ nodes, lines: all }).plan);
      for (const line of evaluation.lines.values()) {
        const route = routeOut(evaluation, line);
        // It is whole, from an outlet up to the head of the line, and each run begins where the one below it ends.
        const { runs, starts, length } = route.order;
        expect(evaluation.topology.leaving.has(runs[0]?.a ?? '')).toBe(false);
        runs.forEach((run, index) => {
          const next = runs[index + 1];
          if (next) expect(next.a).toBe(run.b);
          const end = starts[index + 1] ?? length;
          expect(end - (starts[index] ?? NaN)).toBeCloseTo(evaluation.runs.get(run.id)?.length ?? NaN, 9);
        });
        for (const share of [0.13, 0.5, 0.99]) {
          const along = share * length;
          const place = placeOn(evaluation, route, along);
          const own = evaluation.lines.get(place?.run.run.line ?? '');
          const there = own && placeOn(evaluation, lineRoute(own), (place?.chainage ?? NaN) - own.line.startChainage);
          expect(there?.run.id).toBe(place?.run.id);
          expect(there?.station.at).toBeCloseTo(place?.station.at ?? NaN, 6);
        }
      }
    }),
    { numRuns: 60 },
  );
});
