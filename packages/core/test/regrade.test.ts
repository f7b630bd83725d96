import fc from 'fast-check';
import type { Edit, Plan, RunGrade, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Preview, RunShape, TrenchShape } from '../src';
import { evaluate, lineRoute, placeOn, regrade, solveGrade } from '../src';
import { surveyedArb } from './support/surveyed';

/** What is seen while an invert is dragged, against the whole computation. */

interface Statement {
  readonly run: number;
  readonly gone: boolean;
  readonly a: number | undefined;
  readonly b: number | undefined;
  readonly slope: number | undefined;
  readonly stepA: number | undefined;
  readonly stepB: number | undefined;
}

const level = fc.option(fc.double({ min: -2, max: 2, noNaN: true }), { nil: undefined });
/** Facts of some runs: others than they were, or none any more. */
const toldArb: fc.Arbitrary<Statement[]> = fc.array(
  fc.record({ run: fc.nat(), gone: fc.boolean(), a: level, b: level, slope: level, stepA: level, stepB: level }),
  { minLength: 1, maxLength: 5 },
);

function editsOf(plan: Plan, runs: readonly Uuid[], statements: readonly Statement[]): Edit[] {
  return statements.map(({ run, gone, a, b, slope, stepA, stepB }): Edit => {
    const id = runs[run % runs.length] as Uuid;
    if (gone) return { op: 'remove', kind: 'runGrade', id };
    const about: number = plan.runGrade[id]?.a ?? 100;
    const item: RunGrade = {
      kind: 'runGrade',
      id,
      ...(a === undefined ? {} : { a: about + a }),
      ...(b === undefined ? {} : { b: about + b }),
      ...(slope === undefined ? {} : { slope: slope / 20 }),
      ...(stepA === undefined ? {} : { stepA: Math.abs(stepA) }),
      ...(stepB === undefined ? {} : { stepB: Math.abs(stepB) }),
    };
    return { op: 'put', item };
  });
}

/** What of a trench is seen, without its amounts. */
const shapeOf = ({ width, deepest, shallowest, sides, strips }: TrenchShape): TrenchShape => ({
  width,
  deepest,
  shallowest,
  sides,
  strips,
});

const lies = ({ plan, runs }: Preview) =>
  new Map(
    Object.keys(plan.run).map((id) => {
      const { length, grade, ground, envelope, trench } = runs.get(id) as RunShape;
      return [id, { length, grade, ground, envelope, trench: trench && shapeOf(trench) }];
    }),
  );

test('a drag shows every run where the whole computation has it, and what did not move is the very same', () => {
  fc.assert(
    fc.property(surveyedArb, toldArb, ({ plan, runs, lines }, statements) => {
      const on = evaluate(plan);
      const edits = editsOf(plan, runs, statements);
      const seen = regrade(on, edits) as Preview;
      const whole = evaluate(applyEdits(plan, edits), on);
      expect(lies(seen)).toEqual(lies(whole));
      for (const id of runs) {
        const run = seen.runs.get(id);
        const before = on.runs.get(id);
        // A trench that others lie in is another one when they move.
        const lies = (shape: typeof run): string => JSON.stringify([shape?.grade, shape?.form?.beside]);
        const moved = lies(whole.runs.get(id)) !== lies(before);
        expect(run === before).toBe(!moved);
        expect(seen.runs.get(id)).toBe(run);
      }
      for (const id of lines) {
        const [line, same] = [seen.lines.get(id), whole.lines.get(id)];
        if (!line || !same) continue;
        for (const share of [0, 0.31, 1]) {
          const at = line.order.length * share;
          expect(placeOn(seen, lineRoute(line), at)?.station.depth).toBe(
            placeOn(whole, lineRoute(same), at)?.station.depth,
          );
        }
      }
    }),
  );
});

test('what is dragged on from there starts from the plan again, and leaves it as it was', () => {
  fc.assert(
    fc.property(surveyedArb, toldArb, toldArb, ({ plan, runs }, first, second) => {
      const on = evaluate(plan);
      const before = lies(on);
      regrade(on, editsOf(plan, runs, first));
      const edits = editsOf(plan, runs, second);
      expect(lies(regrade(on, edits) as Preview)).toEqual(lies(evaluate(applyEdits(plan, edits))));
      expect(lies(on)).toEqual(before);
    }),
    { numRuns: 40 },
  );
});

test('edits of anything but grades are not taken for a drag', () => {
  fc.assert(
    fc.property(surveyedArb, ({ plan, runs }) => {
      const [run] = runs;
      const item = plan.run[run as Uuid];
      if (!item) return;
      const grade: Edit = { op: 'put', item: { kind: 'runGrade', id: item.id, a: 99 } };
      expect(regrade(evaluate(plan), [grade, { op: 'put', item }])).toBeUndefined();
      expect(regrade(evaluate(plan), [{ op: 'remove', kind: 'node', id: item.a }])).toBeUndefined();
    }),
    { numRuns: 20 },
  );
});

test('grades solved from what was solved before are those solved anew, whichever network an edit is in', () => {
  fc.assert(
    fc.property(fc.array(surveyedArb, { minLength: 1, maxLength: 3 }), toldArb, (parts, statements) => {
      // Several networks in one plan, which have nothing to do with each other.
      const plan = parts.reduce<Plan>(
        (all, { plan: plan }) =>
          Object.fromEntries(
            Object.entries(all).map(([kind, table]) => [kind, { ...table, ...plan[kind as keyof Plan] }]),
          ) as unknown as Plan,
        (parts[0] as (typeof parts)[number]).plan,
      );
      const runs = Object.keys(plan.run);
      const before = { plan, grade: solveGrade(plan) };
      const after = applyEdits(plan, editsOf(plan, runs, statements));
      const step = solveGrade(after, before);
      expect(step).toEqual(solveGrade(after));
      expect(solveGrade(plan, { plan: after, grade: step })).toEqual(before.grade);
    }),
    { numRuns: 40 },
  );
});
