import type { Address, Edit, Item, Plan } from '@alveus/plan';
import { itemAt, itemsOf, keyOf, kindOf, lineageOf, referencesOf, whereNow, withoutPath } from '@alveus/plan';

/** Taking things away with all that hangs on them, and nothing else, by what the kinds declare. */

export type Removal =
  | { readonly ok: true; readonly edits: Edit[] }
  /** Something that stays needs what would go. */
  | { readonly ok: false; readonly needed: readonly { readonly item: Item; readonly by: Item }[] };

/**
 * The edits that take these away. What they own goes with them; what only they held goes; optional mentions of them
 * are cleared. Records stay as they were written.
 */
export function removal(plan: Plan, wanted: readonly Address[]): Removal {
  const lineage = lineageOf(plan.run);
  const links = itemsOf(plan).map((item) => ({
    item,
    key: keyOf(item),
    references: referencesOf(item).map((reference) => ({
      ref: reference.ref,
      to: whereNow(reference, plan, lineage).map((address) => keyOf(address)),
    })),
  }));
  const holders = new Map<string, string[]>();
  for (const { key, references } of links) {
    for (const { ref, to } of references) {
      if (!ref.holds) continue;
      for (const target of to) holders.set(target, [...(holders.get(target) ?? []), key]);
    }
  }
  const gone = new Set(wanted.filter((address) => itemAt(plan, address)).map((address) => keyOf(address)));
  for (let before = -1; before !== gone.size;) {
    before = gone.size;
    for (const { item, key, references } of links) {
      if (gone.has(key)) {
        // What it held goes with it, unless something that stays holds it too.
        for (const { ref, to } of references) {
          if (ref.holds)
            for (const target of to) if (holders.get(target)?.every((by) => gone.has(by))) gone.add(target);
        }
      } else if (!kindOf(item.kind).record) {
        const owners = references.filter(({ ref }) => ref.then === 'goes');
        if (owners.some(({ to }) => to.length > 0 && to.every((target) => gone.has(target)))) gone.add(key);
      }
    }
  }
  const edits: Edit[] = [];
  const needed: { item: Item; by: Item }[] = [];
  const byKey = new Map(links.map(({ key, item }) => [key, item]));
  for (const { item, key, references } of links) {
    if (gone.has(key)) {
      edits.push({ op: 'remove', kind: item.kind, id: item.id });
      continue;
    }
    let kept = item;
    for (const { ref, to } of references) {
      const lost = to.find((target) => gone.has(target));
      if (lost === undefined || !to.every((target) => gone.has(target))) continue;
      if (ref.then === 'clears') kept = withoutPath(kept, ref.field);
      if (ref.then === 'refuses') needed.push({ item: byKey.get(lost) as Item, by: item });
    }
    if (kept !== item) edits.push({ op: 'put', item: kept });
  }
  return needed.length > 0 ? { ok: false, needed } : { ok: true, edits };
}

/** The same, where nothing that stays can need what goes. */
export function removalEdits(plan: Plan, wanted: readonly Address[]): Edit[] {
  const done = removal(plan, wanted);
  return done.ok ? done.edits : [];
}
