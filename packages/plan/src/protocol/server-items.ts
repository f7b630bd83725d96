import type { Foreign } from '../kinds';
import type { ServerItem } from './change';
import { addressOf, keyOf } from './plan';
import type { Pending } from './pending';
import { passing } from './pending';

/** What is known of the server's items, by key. */
export type ServerItems = ReadonlyMap<string, ServerItem>;

/** What was held, with changes that were heard of: of each item the newest revision. */
export function withHeard(before: ServerItems, changes: readonly ServerItem[]): ServerItems {
  const after = new Map(before);
  for (const change of changes) {
    const held = after.get(keyOf(change));
    if (!held || change.revision > held.revision) after.set(keyOf(change), change);
  }
  return after;
}

/** What the server holds once it took a batch under a sequence number. */
export function serverItemsOf(batch: Pending, sequence: number): ServerItem[] {
  return [
    ...batch.step.map(({ address, after }) => ({ ...address, revision: sequence, item: after ?? null })),
    ...passing(batch).map((change) => ({
      ...addressOf(change),
      revision: sequence,
      item: null,
      ...(change.op === 'put' ? { foreign: change.item } : {}),
    })),
  ];
}

/** What of a job is not known here: as the server has it, and as it still waits to be sent. */
export function foreignOf(held: ServerItems, pending: readonly Pending[]): Foreign[] {
  const found = new Map<string, Foreign>();
  for (const [key, { foreign }] of held) if (foreign) found.set(key, foreign);
  for (const batch of pending)
    for (const change of passing(batch)) if (change.op === 'put') found.set(keyOf(change.item), change.item);
  return [...found.values()];
}
