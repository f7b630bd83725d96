import fc from 'fast-check';
import type { Edit, Item, Pending, Plan } from '../src';
import { applyEdits, reappliedEdits, EMPTY_PLAN, itemAt, keyOf, planOf, rejectBatch, stepOf } from '../src';
import { batchArb, counter, holding, id, node, pendingOf, planArb, send } from './waiting';

/** A batch that the server refuses: what goes with it, and what goes on. */

const put = (item: Item): Edit => ({ op: 'put', item });
const rejected = (plan: Plan, batches: readonly (readonly Edit[])[], refused: number) => {
  const held = holding(plan);
  const { pending } = pendingOf(plan, batches, held);
  const split = rejectBatch(pending, id(100 + refused), held, new Map(), counter());
  return {
    aside: split.rejected.map((batch) => Number.parseInt(batch.id.slice(-4), 16) - 100),
    left: plainly(send(held, split.pending)),
  };
};
const plainly = (held: ReadonlyMap<string, { item: Item | null }>): Item[] =>
  [...held.values()].flatMap(({ item }) => (item ? [item] : []));

test('what was typed elsewhere goes on', () => {
  const { aside: out, left } = rejected(
    planOf([node(1, 'Basin'), node(2, 'Ditch')]),
    [[put(node(1, 'Bad'))], [put(node(2, 'Good'))]],
    0,
  );
  expect(out).toEqual([0]);
  expect(left).toEqual([node(1, 'Basin'), node(2, 'Good')]);
});

test('another field of the same thing goes on; the same field goes aside with it', () => {
  const plan = planOf([node(1, 'Basin', 1)]);
  const other = rejected(plan, [[put(node(1, 'Bad', 1))], [put(node(1, 'Bad', 2))]], 0);
  expect(other.aside).toEqual([0]);
  expect(other.left).toEqual([node(1, 'Basin', 2)]);
  const same = rejected(plan, [[put(node(1, 'Bad', 1))], [put(node(1, 'Worse', 1))]], 0);
  expect(same.aside).toEqual([0, 1]);
  expect(same.left).toEqual([node(1, 'Basin', 1)]);
});

test('what changes a thing that was only made by it, and what refers to that, go aside with it; and what rests on those', () => {
  const place = (n: number): Item => ({ kind: 'nodePlace', id: id(n), east: 1, north: 2 });
  const { aside: out, left } = rejected(
    EMPTY_PLAN,
    [[put(node(1, 'New'))], [put(node(2, 'Other'))], [put(place(1))], [put(node(1, 'New', 3))], [put(place(2))]],
    0,
  );
  expect(out).toEqual([0, 2, 3]);
  expect(left).toEqual([node(2, 'Other'), place(2)]);
});

test('whichever is refused: what is left is taken whole, nothing of the refused is in it, nothing untouched is lost', () => {
  fc.assert(
    fc.property(planArb, fc.array(batchArb, { minLength: 1, maxLength: 5 }), fc.nat(), (plan, batches, which) => {
      const held = holding(plan);
      const { pending, plan: all } = pendingOf(plan, batches, held);
      const refused = (pending[which % pending.length] as Pending).id;
      // Only the first that waits is ever sent: those before it were taken.
      const first = pending.findIndex((pending) => pending.id === refused);
      const before = send(held, pending.slice(0, first));
      const split = rejectBatch(pending.slice(first), refused, before, new Map(), counter());
      const out = new Set(split.rejected.flatMap(({ step }) => step.map(({ address }) => keyOf(address))));
      expect(split.rejected[0]?.id).toBe(refused);
      const after = send(new Map(before), split.pending);
      for (const { step } of pending)
        for (const { address } of step) {
          const key = keyOf(address);
          if (!out.has(key)) expect(after.get(key)?.item ?? undefined).toEqual(itemAt(all, address));
        }
      // All is somewhere: what goes aside and what is left are all that waited.
      expect(split.rejected.length + split.pending.length).toBeLessThanOrEqual(pending.length - first);
    }),
  );
});

test('what went aside can be done again: to the plan as it was it does the same, twice it does no more', () => {
  fc.assert(
    fc.property(planArb, batchArb, (plan, edits) => {
      const step = stepOf(plan, edits);
      const again = applyEdits(plan, reappliedEdits(plan, step));
      expect(again).toEqual(applyEdits(plan, edits));
      expect(reappliedEdits(again, step)).toEqual([]);
    }),
  );
});
