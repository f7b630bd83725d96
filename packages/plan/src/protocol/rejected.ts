import { changedFields, same, withFields } from './merge';
import type { Edit, Plan } from './plan';
import { itemAt, keyOf } from './plan';
import type { Pending } from './pending';
import type { Decisions } from './rebase';
import { rebase } from './rebase';
import { referencesOf } from './references';
import type { Step, Touched } from './undo';
import type { ServerItem } from './change';
import type { Uuid } from '../values';

/** A waiting batch that the server refused, or that cannot be without one that it refused. */
export interface RejectedBatch {
  /** The id under which the batch was sent. */
  readonly id: Uuid;
  /** Why, in a sentence. */
  readonly reason: string;
  /** What it did. */
  readonly step: Step;
}

/**
 * Takes a batch that the server refused out of those that wait, with those that cannot be without it: that change what
 * only it made, or refer to it. The others are rebased as if it had never been.
 * @param held what the server has, by key, for every item that the waiting edits touch
 * @returns what is rejected, in its order, and what still waits
 */
export function rejectBatch(
  pending: readonly Pending[],
  refused: Uuid,
  held: ReadonlyMap<string, ServerItem>,
  decisions: Decisions,
  newId: () => Uuid,
): { readonly rejected: readonly Pending[]; readonly pending: readonly Pending[] } {
  const out = new Set<Uuid>([refused]);
  for (;;) {
    const rest = pending.filter(({ id }) => !out.has(id));
    const touched = keysOf(pending.filter(({ id }) => out.has(id)));
    const { pending: rebased, conflicts } = rebase(rest, held, decisions, newId);
    const stuck = new Set(conflicts.map(({ address }) => keyOf(address)).filter((key) => touched.has(key)));
    const made = keysOf(rest, ({ before, after }) => !before && after !== undefined);
    const gone = (key: string): boolean => touched.has(key) && !made.has(key) && !held.get(key)?.item;
    const lost = rest.filter(({ step }) =>
      step.some(
        ({ address, after }) =>
          stuck.has(keyOf(address)) || (after && referencesOf(after).some(({ to }) => gone(keyOf(to)))),
      ),
    );
    if (lost.length === 0) {
      // What is left to decide is between people; it waits as it is until they did.
      return { rejected: pending.filter(({ id }) => out.has(id)), pending: conflicts.length > 0 ? rest : rebased };
    }
    for (const { id } of lost) out.add(id);
  }
}

const keysOf = (batches: readonly Pending[], which: (touched: Touched) => boolean = () => true): Set<string> =>
  new Set(batches.flatMap(({ step }) => step.filter(which).map(({ address }) => keyOf(address))));

/** The edits that do to the plan as it is now what a step did then; what is done already, or has nothing to be done to, is left out. */
export function reappliedEdits(plan: Plan, step: Step): Edit[] {
  return step.flatMap(({ address, before, after }): Edit[] => {
    const now = itemAt(plan, address);
    if (!after) return now ? [{ op: 'remove', ...address }] : [];
    if (!before) return now && same(now, after) ? [] : [{ op: 'put', item: after }];
    if (!now) return [];
    const item = withFields(now, after, changedFields(before, after));
    return same(now, item) ? [] : [{ op: 'put', item }];
  });
}
