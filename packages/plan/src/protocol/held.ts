import type { Held } from './change';
import { addressOf, keyOf } from './plan';
import type { Pending } from './rebase';

/** What is known of the server's items, by key. */
export type HeldItems = ReadonlyMap<string, Held>;

/** What was held, with changes that were heard of: of each item the newest revision. */
export function withHeard(before: HeldItems, changes: readonly Held[]): HeldItems {
  const after = new Map(before);
  for (const change of changes) {
    const known = after.get(keyOf(change));
    if (!known || change.revision > known.revision) after.set(keyOf(change), change);
  }
  return after;
}

/** What the server holds once it took a batch under a sequence number. */
export function heldOf({ changes }: Pending, sequence: number): Held[] {
  return changes.map((change) => ({
    ...addressOf(change),
    revision: sequence,
    item: change.op === 'put' ? change.item : null,
  }));
}
