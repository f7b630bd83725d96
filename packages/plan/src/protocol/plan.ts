import type { Item, ItemOf, Kind } from '../kinds';
import { KINDS } from '../kinds';
import type { Uuid } from '../values';

/** A plan in memory: one table of items per kind. Never changed in place, so an unchanged table is the same object. */
export type Plan = { readonly [K in Kind]: { readonly [id: Uuid]: ItemOf<K> } };

/** What names an item within its plan. */
export interface Address {
  readonly kind: Kind;
  readonly id: Uuid;
}

/** One item put in place, or taken away. */
export type Edit = { readonly op: 'put'; readonly item: Item } | ({ readonly op: 'remove' } & Address);

export const EMPTY_PLAN: Plan = Object.freeze(
  Object.fromEntries(KINDS.map((kind) => [kind, Object.freeze({})])),
) as unknown as Plan;

export function addressOf<K extends string>(
  edit:
    | { readonly op: 'put'; readonly item: { readonly kind: K; readonly id: Uuid } }
    | { readonly op: 'remove'; readonly kind: K; readonly id: Uuid },
): { readonly kind: K; readonly id: Uuid } {
  return edit.op === 'put' ? { kind: edit.item.kind, id: edit.item.id } : { kind: edit.kind, id: edit.id };
}

/** One text for an address, to key maps by. */
export function keyOf(address: { readonly kind: string; readonly id: Uuid }): string {
  return `${address.kind}:${address.id}`;
}

export function itemAt(plan: Plan, address: Address): Item | undefined {
  return plan[address.kind][address.id];
}

export function planOf(items: Iterable<Item>): Plan {
  const tables = Object.fromEntries(KINDS.map((kind) => [kind, {}])) as Record<Kind, Record<Uuid, Item>>;
  for (const item of items) tables[item.kind][item.id] = item;
  return tables as unknown as Plan;
}

/** The items of one kind. */
export function itemsOfKind<K extends Kind>(plan: Plan, kind: K): ItemOf<K>[] {
  return Object.values(plan[kind] as Readonly<Record<Uuid, ItemOf<K>>>);
}

/** All items, in the order of kinds and then of ids, so that equal plans print alike. */
export function itemsOf(plan: Plan): Item[] {
  return KINDS.flatMap((kind) =>
    Object.values<Item>(plan[kind]).sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)),
  );
}

/** The plan after the edits, sharing every table that they do not touch. */
export function applyEdits(plan: Plan, edits: readonly Edit[]): Plan {
  if (edits.length === 0) return plan;
  const fresh = new Map<Kind, Record<Uuid, Item>>();
  for (const edit of edits) {
    const { kind, id } = addressOf(edit);
    const table = fresh.get(kind) ?? { ...plan[kind] };
    if (edit.op === 'put') table[id] = edit.item;
    else delete table[id];
    fresh.set(kind, table);
  }
  return { ...plan, ...Object.fromEntries(fresh) };
}
