import type { Item, Kind, Ref } from '../kinds';
import { inForce, KINDS, kindOf, readPath } from '../kinds';
import type { Lineage } from './lineage';
import { lineageOf } from './lineage';
import type { Address, Plan } from './plan';
import { itemAt, itemsOfKind, keyOf } from './plan';

/** Who refers to whom in a plan, by what the kinds declare. */

export interface Reference {
  readonly ref: Ref;
  readonly to: Address;
}

const UUID_LENGTH = 36;

/** What an item refers to, its owner among it. Words that stand where an id may (`native`) are left out. */
export function referencesOf(item: Item): Reference[] {
  return kindOf(item.kind).refs.flatMap((ref) =>
    readPath(item, ref.field)
      .filter((id) => id.length === UUID_LENGTH)
      .map((id) => ({ ref, to: { kind: ref.to as Kind, id } })),
  );
}

/**
 * Where the things are that an item refers to: the thing itself, or the runs that came of a run it was told of.
 * Empty where it refers to something that is not there.
 */
export function whereNow({ to }: Reference, plan: Plan, lineage: Lineage): Address[] {
  if (itemAt(plan, to)) return [to];
  if (to.kind === 'run') return (lineage.pieces.get(to.id) ?? []).map(({ run }) => ({ kind: 'run', id: run }));
  const spot = to.kind === 'node' ? lineage.spots.get(to.id) : undefined;
  return spot ? [{ kind: 'run', id: spot.run }] : [];
}

/** Records that another one put out of force: they hold nothing. */
export function recordsGone(plan: Plan): ReadonlySet<string> {
  const gone = new Set<string>();
  for (const kind of KINDS) {
    if (!kindOf(kind).record) continue;
    for (const item of inForce(itemsOfKind(plan, kind)).gone) gone.add(keyOf(item));
  }
  return gone;
}

/** References of items to something that is not in the plan; records are left out, they stay as they were written. */
export function dangling(plan: Plan): { readonly item: Item; readonly reference: Reference }[] {
  const lineage = lineageOf(plan.run);
  const found: { item: Item; reference: Reference }[] = [];
  for (const kind of KINDS) {
    if (kindOf(kind).record || kindOf(kind).refs.length === 0) continue;
    for (const item of itemsOfKind(plan, kind)) {
      for (const reference of referencesOf(item)) {
        if (whereNow(reference, plan, lineage).length === 0) found.push({ item, reference });
      }
    }
  }
  return found;
}

/** Items that would hang in the air were these gone from the plan, records that are out of force left out. */
export function restingOn(plan: Plan, gone: ReadonlySet<string>): { readonly item: Item; readonly to: Address }[] {
  if (gone.size === 0) return [];
  const kinds = new Set([...gone].map((key) => key.slice(0, key.indexOf(':'))));
  const lineage = lineageOf(plan.run);
  const outOfForce = recordsGone(plan);
  const found: { item: Item; to: Address }[] = [];
  for (const kind of KINDS) {
    if (!kindOf(kind).refs.some(({ to }) => kinds.has(to))) continue;
    for (const item of itemsOfKind(plan, kind)) {
      if (outOfForce.has(keyOf(item))) continue;
      for (const reference of referencesOf(item)) {
        if (gone.has(keyOf(reference.to)) && whereNow(reference, plan, lineage).length === 0)
          found.push({ item, to: reference.to });
      }
    }
  }
  return found;
}
