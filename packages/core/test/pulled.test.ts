import fc from 'fast-check';
import type { Evaluation } from '../src';
import { evaluate } from '../src';
import { isTaken, takeoff } from '../src/takeoff';
import { start, step, stepArb } from './support/steps';
import { surveyedArb } from './support/surveyed';

/** What is worked out only when it is pulled, and from then on only as far as edits reach. */

const MORE = Number(process.env['SOAK'] ?? 1);

test('pulled now and then between edits, the take-off is that of a plan that is worked out afresh', () => {
  let reused = 0;
  fc.assert(
    fc.property(
      surveyedArb,
      fc.array(fc.tuple(stepArb, fc.boolean()), { minLength: 1, maxLength: 6 }),
      (first, steps) => {
        let state = start(first);
        const before = takeoff(state.evaluation);
        for (const [spec, looked] of steps) {
          const was = state.evaluation;
          state = step(state, spec);
          if (state.evaluation !== was) expect(isTaken(state.evaluation)).toBe(false);
          if (looked) expect(takeoff(state.evaluation)).toEqual(takeoff(evaluate(state.plan)));
        }
        const after = takeoff(state.evaluation);
        expect(after).toEqual(takeoff(evaluate(state.plan)));
        reused += after.sums.filter((sum) => before.sums.includes(sum)).length;
        // Looked at twice it is the same, and an older state has what it had.
        expect(takeoff(state.evaluation)).toBe(after);
      },
    ),
    { numRuns: 40 * MORE },
  );
  expect(reused).toBeGreaterThan(20);
});

test('of an evaluation that a worker handed over it is worked out from the plan', () => {
  fc.assert(
    fc.property(surveyedArb, ({ plan }) => {
      const evaluation = evaluate(plan);
      const { ...handed }: Evaluation = evaluation;
      expect(takeoff(handed)).toEqual(takeoff(evaluation));
    }),
    { numRuns: 10 },
  );
});
