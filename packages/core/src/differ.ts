/** Ids whose entries are not the same object in both tables. Tables that are one object differ in nothing. */
export function changedIds<T>(before: Readonly<Record<string, T>>, after: Readonly<Record<string, T>>): string[] {
  if (before === after) return [];
  const ids: string[] = [];
  for (const id in after) if (before[id] !== after[id]) ids.push(id);
  for (const id in before) if (!(id in after)) ids.push(id);
  return ids;
}

/** Keys whose values differ between two maps. */
export function changedKeys<T>(
  before: ReadonlyMap<string, T>,
  after: ReadonlyMap<string, T>,
  same: (a: T, b: T) => boolean,
): string[] {
  const keys: string[] = [];
  for (const [key, value] of after) {
    const then = before.get(key);
    if (then === undefined || !same(then, value)) keys.push(key);
  }
  for (const key of before.keys()) if (!after.has(key)) keys.push(key);
  return keys;
}
