import { z } from 'zod';
import { Distance, Thickness } from '../values';

/** How a trench is cut: what its sides do on the way up, where they differ, and what the ground does across it. */

/** So much out for one up. */
const Out = z.number().positive('must be more than zero').max(5, 'flatter than 5:1');
/** A step that a machine can cut. */
const Step = z.number().min(0.1, 'less than 0.1 m').max(10, 'more than 10 m');

/** One side of a trench, from its bottom up. */
export const Side = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('upright') }),
  /** Upright up to `over` above the bottom, sloped from there. */
  z.strictObject({ by: z.literal('sloped'), out: Out, over: Distance.max(30, 'more than 30 m') }),
  /** Upright steps: the first so high, each further one `rise`, with a level tread between. */
  z.strictObject({ by: z.literal('benched'), first: Step, rise: Step, tread: Step }),
]);
export type Side = z.infer<typeof Side>;

/** The box that people work in: how wide it is outside, and how tall. */
export const Shield = z.strictObject({ outside: Thickness, tall: Thickness });
export type Shield = z.infer<typeof Shield>;

/** So near to its slope the ground must not rise away from a side: they would meet too far off, or never. */
const MEETS = 0.9;

/** Left and right as seen from end a. A side that is not told follows from how people in the trench are protected. */
export const Cut = z
  .strictObject({
    left: Side.optional(),
    right: Side.optional(),
    /** How much the ground rises to the right for one across; negative where it falls. */
    across: z.number().min(-0.5, 'steeper than 50 %').max(0.5, 'steeper than 50 %').optional(),
    shield: Shield.optional(),
  })
  .superRefine(({ left, right, across = 0 }, context) => {
    for (const [name, side, rises] of [
      ['left', left, -across],
      ['right', right, across],
    ] as const) {
      const out = side?.by === 'sloped' ? side.out : side?.by === 'benched' ? side.tread / side.rise : 0;
      if (rises * out > MEETS)
        context.addIssue({
          code: 'custom',
          path: [name],
          message: 'too flat for ground this steep: they would hardly meet',
        });
    }
  });
export type Cut = z.infer<typeof Cut>;

/** The same seen from the other end. */
export function turnedCut({ left, right, across, shield }: Cut): Cut {
  return {
    ...(right ? { left: right } : {}),
    ...(left ? { right: left } : {}),
    ...(across === undefined ? {} : { across: across === 0 ? 0 : -across }),
    ...(shield ? { shield } : {}),
  };
}
