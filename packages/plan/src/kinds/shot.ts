import { z } from 'zod';
import { Elevation, Name, PastEnd, text, Uuid } from '../values';
import { declareKind } from './declare';
import { recordFields } from './record';

/** What the rod stood on. */
export const Target = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('benchmark'), benchmark: Uuid }),
  /** A point to carry elevation on; its name is painted or remembered, and is the same for both setups. */
  z.strictObject({ on: z.literal('turning'), name: Name }),
  z.strictObject({ on: z.literal('node'), node: Uuid, what: z.enum(['ground', 'rim', 'invert', 'water']) }),
  /** Ground at a tape distance along a run from its end a. */
  z.strictObject({ on: z.literal('run'), run: Uuid, at: PastEnd }),
]);
export type Target = z.infer<typeof Target>;

/** A rod that reads elevations is set on a known point first; its readings need no height of instrument. */
export const Reading = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('rod'),
    value: z.number().min(-10, 'longer than any rod').max(30, 'longer than any rod'),
  }),
  z.strictObject({ by: z.literal('direct'), value: Elevation }),
]);
export type Reading = z.infer<typeof Reading>;

export const Shot = z.strictObject({
  kind: z.literal('shot'),
  id: Uuid,
  setup: Uuid,
  /** Its place among the shots of its setup. */
  order: z.number().min(0).max(1_000_000),
  /** Back: on a point that is known, to find the height of instrument. Fore: on a point that is to be found. */
  sight: z.enum(['back', 'fore']),
  target: Target,
  reading: Reading,
  note: text(200),
  ...recordFields,
});
export type Shot = z.infer<typeof Shot>;

/** One reading of the rod. Its places stay as they were written; where they lie now is told by the runs. */
export const shot = declareKind({
  kind: 'shot',
  schema: Shot,
  words: {
    one: 'shot',
    many: 'shots',
    fields: {
      setup: 'setup',
      order: ['its turn', 'plain'],
      sight: 'backsight or foresight',
      target: 'what the rod stood on',
      reading: 'reading',
      note: 'note',
      supersedes: 'the shot it corrects',
      struck: 'strikes that out',
      recalls: 'the shot it takes back',
    },
  },
  record: true,
  refs: [
    { field: 'setup', to: 'setup', then: 'stays' },
    { field: 'target.benchmark', to: 'benchmark', then: 'stays' },
    { field: 'target.node', to: 'node', then: 'stays' },
    { field: 'target.run', to: 'run', then: 'stays' },
    { field: 'supersedes', to: 'shot', then: 'stays' },
    { field: 'recalls', to: 'shot', then: 'stays' },
  ],
  along: {
    run: ({ target }) => (target.on === 'run' ? target.run : undefined),
    spans: ({ target }) => (target.on === 'run' ? [{ from: target.at, to: target.at }] : []),
    put: (item, run, [span]) => span && { ...item, target: { on: 'run' as const, run, at: span.from } },
  },
});
