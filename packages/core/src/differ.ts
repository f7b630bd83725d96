/** Ids whose entries are not the same object in both tables. Tables that are one object differ in nothing. */
export function changedIds<T>(before: Readonly<Record<string, T>>, after: Readonly<Record<string, T>>): string[] {
  if (before === after) return [];
  const ids: string[] = [];
  for (const id in after) if (before[id] !== after[id]) ids.push(id);
  for (const id in before) if (!(id in after)) ids.push(id);
  return ids;
}
