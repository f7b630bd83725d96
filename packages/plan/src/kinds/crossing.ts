import { z } from 'zod';
import type { FromA } from '../values';
import { Day, Elevation, Name, AlongRun, text, Thickness, Uuid } from '../values';
import { declareKind } from './declare';
import type { Run } from './run';
import { Utility } from './utility';

/** Sides of a run, seen from its end a. */
export const HANDS = ['left', 'right'] as const;
export type Hand = (typeof HANDS)[number];
/** As seen up a run, from its lower end; told and asked alike. */
export const handUp = ({ flow }: Pick<Run, 'flow'>, hand: Hand): Hand => (flow === 'to-a' ? hand : otherHand(hand));
export const otherHand = (hand: Hand): Hand => (hand === 'left' ? 'right' : 'left');

/** A utility across a run, or beside it. */
export const Crossing = z
  .strictObject({
    kind: z.literal('crossing'),
    id: Uuid,
    run: Uuid,
    name: Name,
    utility: Utility,
    /** Outside diameter. */
    size: Thickness,
    /** Where it lies along the run, from its end a; and for one beside it, how far off, centre to centre, and on which side. */
    lies: z.discriminatedUnion('how', [
      z.strictObject({ how: z.literal('across'), at: AlongRun }),
      z.strictObject({
        how: z.literal('beside'),
        from: AlongRun,
        to: AlongRun,
        off: Thickness,
        /** Seen from end a; while nobody says, it is judged by the nearer side of the trench. */
        side: z.enum(HANDS).optional(),
      }),
    ]),
    /** Its level: an elevation, or a depth under the ground there; of its top or its centre. */
    level: z.strictObject({
      by: z.enum(['elevation', 'depth']),
      of: z.enum(['top', 'centre']),
      value: Elevation,
    }),
    /** Dug to and measured, or only marked and assumed. */
    measured: z.boolean(),
    markedBy: text(80),
    /** Day of the marks. */
    markedOn: Day,
  })
  .refine(({ lies }) => lies.how === 'across' || lies.to > lies.from, {
    path: ['lies', 'to'],
    message: 'must be farther along than where it begins',
  });
export type Crossing = z.infer<typeof Crossing>;

export const crossing = declareKind({
  kind: 'crossing',
  schema: Crossing,
  words: {
    one: 'utility',
    many: 'utilities',
    fields: {
      run: 'run',
      name: 'name',
      utility: 'what it carries',
      size: ['outside diameter', 'fine'],
      lies: 'where it lies',
      level: 'its depth or elevation',
      measured: 'dug up and measured',
      markedBy: 'marked by',
      markedOn: 'marked on',
    },
  },
  refs: [{ field: 'run', to: 'run', then: 'goes' }],
  along: {
    run: (item) => item.run,
    spans: ({ lies }) => [lies.how === 'across' ? { from: lies.at, to: lies.at } : { from: lies.from, to: lies.to }],
    put: (item, run, [span]) => {
      if (!span) return undefined;
      const { from, to }: { from: FromA; to: FromA } = span;
      if (item.lies.how === 'across') return { ...item, run, lies: { ...item.lies, at: from } };
      // On a run that is told from its other end it is on the other side.
      const { side } = item.lies;
      const turned = span.was.from > span.was.to;
      return { ...item, run, lies: { ...item.lies, from, to, ...(side && turned ? { side: otherHand(side) } : {}) } };
    },
  },
});
