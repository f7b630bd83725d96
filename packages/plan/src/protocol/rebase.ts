import { VERSION } from '../format/number';
import type { Change, Held } from './change';
import { passing } from './held';
import type { Item } from '../kinds';
import { changedFields, mergeItems, same, withFields } from './merge';
import type { Address } from './plan';
import { addressOf, keyOf } from './plan';
import type { Step } from './undo';
import type { Uuid } from '../values';

/** Edits that wait to be sent, and what to do when the server has moved on under them. */

export interface Pending {
  readonly id: Uuid;
  /** The version of the format in which `changes` were first sent, and are sent again: an answer may only be lost. */
  readonly format: number;
  readonly changes: readonly Change[];
  /** What the batch did to each item, as this version has it: enough to do the same to another state of it. */
  readonly step: Step;
}

/** Both people's states of one item that cannot be merged by themselves; null where it was removed. */
export interface Conflict {
  readonly address: Address;
  readonly mine: Item | null;
  readonly theirs: Item | null;
  /** The fields on which they disagree; empty where one side removed it. */
  readonly fields: readonly string[];
}

export type Choice = 'mine' | 'theirs';

export interface Rebased {
  readonly pending: readonly Pending[];
  readonly conflicts: readonly Conflict[];
}

/**
 * Makes waiting edits anew on top of what the server holds now. Edits to different fields of one item are put
 * together; where both sides changed the same field the choice for it decides, and without one it is
 * reported. With conflicts left, `pending` must not be used.
 * @param held what the server has, by key, for every item that the waiting edits touch
 */
export function rebase(
  pending: readonly Pending[],
  held: ReadonlyMap<string, Held>,
  choices: ReadonlyMap<string, Choice>,
  newId: () => Uuid,
): Rebased {
  const running = new Map<string, { item: Item | undefined; base: Change['base'] }>();
  const dropped = new Set<string>();
  const conflicts: Conflict[] = [];
  const batches: Pending[] = [];

  for (const batch of pending) {
    const id = newId();
    const changes: Change[] = [];
    const step: Step[number][] = [];
    for (const { address, before, after } of batch.step) {
      const key = keyOf(address);
      if (dropped.has(key)) continue;
      const earlier = running.get(key);
      const theirs = held.get(key);
      const now = earlier ? earlier.item : (theirs?.item ?? undefined);
      const base = earlier ? earlier.base : (theirs?.revision ?? 0);
      const settled = earlier ? { item: replay(now, before, after) } : settle(now, before, after, choices.get(key));
      if (settled === 'theirs') {
        dropped.add(key);
        continue;
      }
      if (settled === 'done') {
        running.set(key, { item: now, base });
        continue;
      }
      if (settled === 'conflict') {
        conflicts.push(conflictOf(address, before, after, now));
        dropped.add(key);
        continue;
      }
      const { item } = settled;
      changes.push(item ? { op: 'put', item, base } : { op: 'remove', ...address, base });
      step.push({ address, before: now, after: item });
      running.set(key, { item, base: { after: id } });
    }
    // What is not known here goes along as it is, unless it is there already.
    for (const change of passing(batch)) if (!held.has(keyOf(addressOf(change)))) changes.push({ ...change, base: 0 });
    if (changes.length > 0) batches.push({ id, format: VERSION, changes, step });
  }
  return { pending: batches, conflicts };
}

type Settled = { readonly item: Item | undefined } | 'done' | 'theirs' | 'conflict';

/** The first edit of an item, against what the server holds. */
function settle(
  theirs: Item | undefined,
  before: Item | undefined,
  mine: Item | undefined,
  choice: Choice | undefined,
): Settled {
  if (sameOrAbsent(theirs, before)) return { item: mine };
  if (sameOrAbsent(theirs, mine)) return 'done';
  const merged = mergeItems(before, mine, theirs);
  if (merged) return { item: merged };
  if (choice === 'theirs') return 'theirs';
  if (choice === 'mine') return { item: replay(theirs, before, mine) };
  return 'conflict';
}

/** Does to `now` what was done from `before` to `after`. */
function replay(now: Item | undefined, before: Item | undefined, after: Item | undefined): Item | undefined {
  return now && before && after ? withFields(now, after, changedFields(before, after)) : after;
}

function conflictOf(
  address: Address,
  before: Item | undefined,
  mine: Item | undefined,
  theirs: Item | undefined,
): Conflict {
  const fields =
    mine && theirs
      ? changedFields(mine, theirs).filter(
          (name) =>
            !before || (changedFields(before, mine).includes(name) && changedFields(before, theirs).includes(name)),
        )
      : [];
  return { address, mine: mine ?? null, theirs: theirs ?? null, fields };
}

function sameOrAbsent(a: Item | undefined, b: Item | undefined): boolean {
  return a && b ? same(a, b) : a === b;
}
