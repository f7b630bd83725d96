import { z } from 'zod';
import { Elevation, Slope, Uuid } from '../values';
import { declareKind } from './declare';

const Step = z.number().min(-100).max(100);

/** Who set an invert, where no person did: it was worked out for the least dig, and may be worked out again. */
const SetBy = z.literal('least');

/** The facts of a run's grade that are fixed, by its ends. What is absent is free and follows from the others. */
export const RunGrade = z.strictObject({
  kind: z.literal('runGrade'),
  id: Uuid,
  /** Inverts at its ends. */
  a: Elevation.optional(),
  b: Elevation.optional(),
  aBy: SetBy.optional(),
  bBy: SetBy.optional(),
  /** Rise from a to b over the horizontal length. */
  slope: Slope.optional(),
  /** How far its invert at that end lies over that of what it meets there. */
  stepA: Step.optional(),
  stepB: Step.optional(),
});
export type RunGrade = z.infer<typeof RunGrade>;

export const runGrade = declareKind({
  kind: 'runGrade',
  schema: RunGrade,
  words: {
    one: 'grade',
    many: 'grades',
    of: 'the grade of',
    fields: {
      a: ['invert at end a', 'elevation'],
      b: ['invert at end b', 'elevation'],
      aBy: 'who set the invert at end a',
      bBy: 'who set the invert at end b',
      slope: ['slope', 'slope'],
      stepA: ['step at end a', 'thickness'],
      stepB: ['step at end b', 'thickness'],
    },
  },
  refs: [{ field: 'id', to: 'run', then: 'goes' }],
  byEnd: { a: ['a', 'aBy', 'stepA'], b: ['b', 'bBy', 'stepB'], turned: ['slope'] },
  upgrades: {
    // Version 2 told the facts by low and high; its low end is end a.
    2: ({ low, high, drop, ...item }) => ({
      ...item,
      ...(low === undefined ? {} : { a: low }),
      ...(high === undefined ? {} : { b: high }),
      ...(drop === undefined ? {} : { stepA: drop }),
    }),
  },
});
