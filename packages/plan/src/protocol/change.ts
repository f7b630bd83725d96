import { z } from 'zod';
import { Item, KindSchema } from '../kinds';
import { LIMITS } from '../limits';
import { addressOf, keyOf } from './plan';
import { Uuid } from '../values';

/**
 * The protocol by which a plan moves: batches of changes, each naming the revision it was based on. An
 * item's revision is the sequence number of the batch that last touched it; 0 means that it is not there.
 */

export const Revision = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER);

/** The revision seen, or "whatever my earlier batch gave it" for edits made while nothing could be sent. */
export const Base = z.union([Revision, z.strictObject({ after: Uuid })]);
export type Base = z.infer<typeof Base>;

export const Change = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('put'), item: Item, base: Base }),
  z.strictObject({ op: z.literal('remove'), kind: KindSchema, id: Uuid, base: Base }),
]);
export type Change = z.infer<typeof Change>;

export const Batch = z
  .strictObject({
    id: Uuid,
    changes: z.array(Change).min(1).max(LIMITS.batchChanges, `at most ${LIMITS.batchChanges} changes in one batch`),
  })
  .superRefine((batch, context) => {
    const seen = new Set<string>();
    batch.changes.forEach((change, index) => {
      const key = keyOf(addressOf(change));
      if (seen.has(key))
        context.addIssue({ code: 'custom', path: ['changes', index], message: 'the same item twice in one batch' });
      seen.add(key);
    });
  });
export type Batch = z.infer<typeof Batch>;

/** An item as the server holds it; `item` is null where it was removed. */
export const Held = z.strictObject({ kind: KindSchema, id: Uuid, revision: Revision, item: Item.nullable() });
export type Held = z.infer<typeof Held>;

/** What the server answers to a batch: taken whole, or every conflict with what it has. */
export const BatchAnswer = z.discriminatedUnion('taken', [
  z.strictObject({ taken: z.literal(true), sequence: Revision }),
  z.strictObject({ taken: z.literal(false), sequence: Revision, conflicts: z.array(Held) }),
]);
export type BatchAnswer = z.infer<typeof BatchAnswer>;

/** Everything that moved after a sequence number. */
export const Changes = z.strictObject({ sequence: Revision, changes: z.array(Held) });
export type Changes = z.infer<typeof Changes>;

/** A job as the list shows it. */
export const Job = z.strictObject({ id: Uuid, name: z.string(), sequence: Revision, changedAt: z.string() });
export type Job = z.infer<typeof Job>;
export const Jobs = z.strictObject({ jobs: z.array(Job) });
