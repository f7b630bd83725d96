import { z } from 'zod';
import type { FromA } from '../values';
import { AlongRun, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

/** Where a pipe lies in the trench of another: beside that one's own, seen from its end a, or over it. */
export const LIES_IN = ['left', 'right', 'over'] as const;

/** A stretch of a run that lies in the trench of another, which is dug once for both. */
export const Sharing = z
  .strictObject({
    kind: z.literal('sharing'),
    id: Uuid,
    run: Uuid,
    from: AlongRun,
    to: AlongRun,
    /** The run whose trench it is, and which stretch of that: from where it begins to where it ends, whichever way. */
    lead: z.strictObject({ run: Uuid, from: AlongRun, to: AlongRun }),
    lies: z.enum(LIES_IN),
    /** How many pipes from the trench's own one it is, on its side. */
    place: z.int().min(1).max(9),
    /** Between the outsides of the pipes, level. */
    clear: Thickness,
  })
  .refine(({ from, to }) => to > from, { path: ['to'], message: 'must be farther along than where it begins' })
  .refine(({ run, lead }) => run !== lead.run, {
    path: ['lead', 'run'],
    message: 'a run cannot share its own trench',
  });
export type Sharing = z.infer<typeof Sharing>;

export const sharing = declareKind({
  kind: 'sharing',
  schema: Sharing,
  words: {
    one: 'shared trench',
    many: 'shared trenches',
    fields: {
      run: 'run',
      from: ['from', 'distance'],
      to: ['to', 'distance'],
      lead: 'whose trench it is',
      lies: 'where along it',
      place: ['place from the trench’s own pipe', 'plain'],
      clear: ['room between the pipes', 'thickness'],
    },
  },
  refs: [
    { field: 'run', to: 'run', then: 'goes' },
    { field: 'lead.run', to: 'run', then: 'goes' },
  ],
  along: {
    run: ({ run }) => run,
    spans: ({ from, to }) => [{ from, to }],
    put: (item, run, [span]) => {
      if (!span || !(span.to > span.from)) return undefined;
      const { lead } = item;
      const beside = (at: number): FromA =>
        lead.from + ((lead.to - lead.from) * (at - item.from)) / (item.to - item.from);
      const [first, last] = [beside(span.was.from), beside(span.was.to)];
      return { ...item, run, from: span.from, to: span.to, lead: { ...lead, from: first, to: last } };
    },
  },
});
