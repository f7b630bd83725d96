import { z } from 'zod';
import { VERSION } from '../format/number';
import type { Item } from '../kinds';
import { AnyItem, Foreign, KindName, readItem } from '../kinds';
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
  z.strictObject({ op: z.literal('put'), item: AnyItem, base: Base }),
  z.strictObject({ op: z.literal('remove'), kind: KindName, id: Uuid, base: Base }),
]);
export type Change = z.infer<typeof Change>;

export const Batch = z
  .strictObject({
    id: Uuid,
    /** The version of the format that its items are in. What is older is brought forward first (`upgradeBatch`). */
    format: z.literal(VERSION, 'from a newer version of the plan format'),
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

/** An item as the server holds it: what can be read of it here, or what only passes through; neither where it was removed. */
export interface ServerItem {
  readonly kind: string;
  readonly id: Uuid;
  readonly revision: number;
  readonly item: Item | null;
  readonly foreign?: Foreign;
}
/** As it is sent: `item` is null where it was removed. */
export const SentHeld = z
  .strictObject({ kind: KindName, id: Uuid, revision: Revision, item: Foreign.nullable() })
  .transform(({ item, ...rest }): ServerItem => ({ ...rest, ...(item ? readItem(item) : { item }) }));
export type SentHeld = z.input<typeof SentHeld>;

/** What the server answers to a batch: taken whole, or every conflict with what it has. */
export const BatchAnswer = z.discriminatedUnion('taken', [
  z.strictObject({ taken: z.literal(true), sequence: Revision }),
  z.strictObject({ taken: z.literal(false), sequence: Revision, conflicts: z.array(SentHeld) }),
]);
export type BatchAnswer = z.infer<typeof BatchAnswer>;
export type SentBatchAnswer = z.input<typeof BatchAnswer>;

/**
 * A point in the history of a job: a sequence number, and the batch that has it; none before the first. Who knows of a
 * point that the server does not is told so: it was put back to an earlier day, and their ways have parted.
 */
export interface Point {
  readonly sequence: number;
  readonly at: Uuid | null;
}
export const START: Point = { sequence: 0, at: null };

/** Everything that moved after a point, and the point it leads to. */
export const Changes = z.strictObject({ sequence: Revision, at: Uuid.nullable(), changes: z.array(SentHeld) });
export type Changes = z.infer<typeof Changes>;
export type SentChanges = z.input<typeof Changes>;

/** A job as the list shows it. */
export const Job = z.strictObject({ id: Uuid, name: z.string(), sequence: Revision, changedAt: z.string() });
export type Job = z.infer<typeof Job>;
export const Jobs = z.strictObject({ jobs: z.array(Job) });
