import { z } from 'zod';
import type { FromA } from '../values';
import { AlongRun, Elevation, Name, Slope, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

const Side = z.enum(['least', 'most']);

/** What somebody says that a line keeps to at a place, besides what the rules say: a main as it was found, a slab, a reach. */
export const Keeping = z.strictObject({
  kind: z.literal('keeping'),
  id: Uuid,
  /** Why, in a few words. */
  name: Name,
  /** A stretch of a run, or a node: whatever ends there. */
  at: z.union([
    z
      .strictObject({ run: Uuid, from: AlongRun, to: AlongRun })
      .refine(({ from, to }) => to > from, { path: ['to'], message: 'must be farther along than where it begins' }),
    z.strictObject({ node: Uuid }),
  ]),
  keeps: z.discriminatedUnion('what', [
    /** An elevation of the invert, the outside crown or the bottom of the trench. */
    z.strictObject({ what: z.enum(['invert', 'crown', 'bottom']), is: Side, level: Elevation }),
    /** Ground to the bottom of the trench, or to the outside crown. */
    z.strictObject({ what: z.enum(['depth', 'cover']), is: Side, value: Thickness }),
    z.strictObject({ what: z.literal('slope'), is: Side, value: Slope }),
    /** Fall through a node. */
    z.strictObject({ what: z.literal('drop'), is: z.literal('least'), value: Thickness }),
    /** As deep at one end of the stretch as at the other: a lateral on contour. */
    z.strictObject({ what: z.literal('even') }),
  ]),
});
export type Keeping = z.infer<typeof Keeping>;

export const keeping = declareKind({
  kind: 'keeping',
  schema: Keeping,
  words: {
    one: 'limit',
    many: 'limits',
    fields: { name: 'why', at: 'where', keeps: 'what it limits' },
  },
  refs: [
    { field: 'at.run', to: 'run', then: 'goes' },
    { field: 'at.node', to: 'node', then: 'goes' },
  ],
  along: {
    run: ({ at }) => ('run' in at ? at.run : undefined),
    spans: ({ at }) => ('run' in at ? [{ from: at.from, to: at.to }] : []),
    put: (item, run, [span]) => {
      if (!span) return undefined;
      const { from, to }: { from: FromA; to: FromA } = span;
      return { ...item, at: { run, from, to } };
    },
  },
});
