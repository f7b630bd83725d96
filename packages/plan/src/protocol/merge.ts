import type { Item } from '../kinds';

/** Field-by-field comparison of items, for undo and for settling what two people did to one thing. */

type Fields = Readonly<Record<string, unknown>>;

/** Whether two JSON values are the same, whatever the order of their keys. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const left = a as Fields;
  const right = b as Fields;
  const keys = Object.keys(left).filter((key) => left[key] !== undefined);
  return (
    keys.length === Object.keys(right).filter((key) => right[key] !== undefined).length &&
    keys.every((key) => same(left[key], right[key]))
  );
}

/** The names of the fields in which two states of an item differ. */
export function changedFields(before: Item, after: Item): string[] {
  const names = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...names].filter((name) => !same((before as Fields)[name], (after as Fields)[name]));
}

/** `onto`, with the named fields as they are in `from`; a field absent there becomes absent. */
export function withFields(onto: Item, from: Item, names: readonly string[]): Item {
  const result: Record<string, unknown> = { ...onto };
  for (const name of names) {
    const value = (from as Fields)[name];
    if (value === undefined) delete result[name];
    else result[name] = value;
  }
  return result as unknown as Item;
}
