import fc from 'fast-check';
import type { Edit, ServerItem, Item, Pending, Plan } from '../src';
import { addressOf, applyEdits, keyOf, planOf, readItem, stepOf, VERSION } from '../src';

/** Edits that wait, and a server in miniature. */

export const id = (n: number): string => `20000000-0000-4000-8000-${n.toString(16).padStart(12, '0')}`;
export const node = (n: number, name: string, water?: number): Item => ({
  kind: 'node',
  id: id(n),
  name,
  form: 'manhole',
  ...(water === undefined ? {} : { water: { high: water } }),
});

export const itemArb = fc
  .record({
    n: fc.integer({ min: 0, max: 4 }),
    name: fc.constantFrom('a', 'b', 'c'),
    water: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
  })
  .map(({ n, name, water }) => node(n, name, water));
export const editArb: fc.Arbitrary<Edit> = fc.oneof(
  { weight: 3, arbitrary: itemArb.map((item): Edit => ({ op: 'put', item })) },
  {
    weight: 1,
    arbitrary: fc.integer({ min: 0, max: 4 }).map((n): Edit => ({ op: 'remove', kind: 'node', id: id(n) })),
  },
);
/** At most one edit an item, as a batch has it. */
export const batchArb = fc
  .array(editArb, { minLength: 1, maxLength: 4 })
  .map((edits) => [...new Map(edits.map((edit) => [keyOf(addressOf(edit)), edit])).values()]);
export const planArb = fc.array(itemArb, { maxLength: 5 }).map(planOf);

/** A server in miniature: what it holds, and whether it takes a batch. */
export function holding(plan: Plan, revision = 1): Map<string, ServerItem> {
  return new Map(
    Object.values(plan.node).map((item) => [keyOf(item), { kind: item.kind, id: item.id, revision, item }]),
  );
}

export function pendingOf(
  plan: Plan,
  batches: readonly (readonly Edit[])[],
  held: ReadonlyMap<string, ServerItem>,
): { pending: Pending[]; plan: Plan } {
  const touched = new Map<string, string>();
  let now = plan;
  const pending = batches.map((edits, index): Pending => {
    const batchId = id(100 + index);
    const changes = edits.map((edit) => {
      const key = keyOf(addressOf(edit));
      const after = touched.get(key);
      return { ...edit, base: after === undefined ? (held.get(key)?.revision ?? 0) : { after } };
    });
    const step = stepOf(now, edits);
    now = applyEdits(now, edits);
    for (const edit of edits) touched.set(keyOf(addressOf(edit)), batchId);
    return { id: batchId, format: VERSION, changes, step };
  });
  return { pending, plan: now };
}

export function counter(): () => string {
  let next = 1000;
  return () => id((next += 1));
}

/** Does the batches to what the server holds, checking each base as the server would. */
export function send(held: Map<string, ServerItem>, pending: readonly Pending[]): Map<string, ServerItem> {
  let sequence = 50;
  const taken = new Map<string, number>();
  const now = new Map(held);
  for (const { id: batch, changes } of pending) {
    sequence += 1;
    for (const change of changes) {
      const base = typeof change.base === 'number' ? change.base : taken.get(change.base.after);
      expect(base).toBe(now.get(keyOf(addressOf(change)))?.revision ?? 0);
    }
    for (const change of changes)
      now.set(keyOf(addressOf(change)), {
        ...addressOf(change),
        revision: sequence,
        ...(change.op === 'put' ? readItem({ ...change.item }) : { item: null }),
      });
    taken.set(batch, sequence);
  }
  return now;
}
