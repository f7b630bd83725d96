import fc from 'fast-check';
import type { Edit, ServerItem, Item, Node, Pending } from '../src';
import {
  addressOf,
  applyEdits,
  EMPTY_PLAN,
  keyOf,
  NO_DECISIONS,
  planOf,
  rebase,
  same,
  stepOf,
  undo,
  withDecision,
} from '../src';
import { batchArb, counter, holding, id, node, pendingOf, planArb, send } from './waiting';

/** Undo, and making edits anew on top of what others did: the promises that two people and one queue rest on. */

test('undoing a step at once gives back the plan as it was, and redoing it the plan as it became', () => {
  fc.assert(
    fc.property(planArb, batchArb, (plan, edits) => {
      const step = stepOf(plan, edits);
      const after = applyEdits(plan, edits);
      const back = undo(after, step, counter());
      if (!back.ok) throw new Error('refused');
      const undone = applyEdits(after, back.edits);
      expect(undone).toEqual(plan);
      const forth = undo(undone, stepOf(after, back.edits), counter());
      if (!forth.ok) throw new Error('refused');
      expect(applyEdits(undone, forth.edits)).toEqual(after);
    }),
  );
});

test('undo touches only the fields of its step, and leaves what somebody else did since', () => {
  const before = planOf([node(1, 'Basin', 3)]);
  const mine: Edit[] = [{ op: 'put', item: node(1, 'Yard basin', 3) }];
  const step = stepOf(before, mine);
  const theirs = applyEdits(applyEdits(before, mine), [{ op: 'put', item: node(1, 'Yard basin', 5) }]);
  const undoing = undo(theirs, step, counter());
  expect(undoing.ok && applyEdits(theirs, undoing.edits).node[id(1)]).toEqual(node(1, 'Basin', 5));
});

test('undo is refused, naming the field, where that very field has moved on', () => {
  const before = planOf([node(1, 'Basin')]);
  const mine: Edit[] = [{ op: 'put', item: node(1, 'Yard basin') }];
  const moved = applyEdits(before, [{ op: 'put', item: node(1, 'Ditch') }]);
  expect(undo(moved, stepOf(before, mine), counter())).toEqual({
    ok: false,
    moved: [{ address: { kind: 'node', id: id(1) }, fields: ['name'] }],
  });
  // And a thing that was made is not taken away once somebody has worked on it.
  const made = stepOf(EMPTY_PLAN, [{ op: 'put', item: node(2, 'New') }]);
  expect(undo(planOf([node(2, 'New', 9)]), made, counter()).ok).toBe(false);
});

/** How the waiting edits leave a node, one after the other. */
const statesOf = (pending: readonly Pending[], key: string): (Node | undefined)[] =>
  pending.flatMap(({ step }) =>
    step.flatMap(({ address, after }) => (keyOf(address) === key ? [after as Node | undefined] : [])),
  );

test('waiting edits made anew on what others did are always taken, whatever is chosen, and lose nobody’s other fields', () => {
  fc.assert(
    fc.property(
      planArb,
      fc.array(batchArb, { minLength: 1, maxLength: 3 }),
      batchArb,
      fc.constantFrom('mine' as const, 'theirs' as const),
      (plan, mine, theirs, choice) => {
        const { pending } = pendingOf(plan, mine, holding(plan));
        const moved = applyEdits(plan, theirs);
        const held = new Map<string, ServerItem>(holding(plan));
        for (const edit of theirs)
          held.set(keyOf(addressOf(edit)), {
            ...addressOf(edit),
            revision: 7,
            item: edit.op === 'put' ? edit.item : null,
          });
        const first = rebase(pending, held, new Map(), counter());
        const decisions = first.conflicts.reduce((all, conflict) => withDecision(all, conflict, choice), NO_DECISIONS);
        const settled = rebase(pending, held, decisions, counter());
        expect(settled.conflicts).toEqual([]);
        const after = send(held, settled.pending);
        for (const [key, { item }] of after) {
          const theirItem = moved.node[key.slice(5)];
          const mineStates = statesOf(pending, key);
          const base = plan.node[key.slice(5)];
          const last = mineStates[mineStates.length - 1];
          // What only they touched stays as they left it.
          if (mineStates.length === 0) expect(item).toEqual(theirItem ?? null);
          // Theirs is how mine was at some time: it goes on from there.
          else if ([base, ...mineStates].some((state) => same(state ?? null, theirItem ?? null)))
            expect(item ?? undefined).toEqual(last);
          // Somebody made it or took it away: one of both holds whole.
          else if (!base || !theirItem || mineStates.includes(undefined))
            expect(item ?? undefined).toEqual(choice === 'mine' ? last : theirItem);
          else
            for (const field of ['name', 'water'] as const) {
              const touched = [base, ...mineStates].some(
                (state, index, all) => !same(state?.[field], all[index + 1]?.[field]) && index + 1 < all.length,
              );
              const both = touched && ![base, ...mineStates].some((state) => same(state?.[field], theirItem[field]));
              const expected = !touched || (both && choice === 'theirs') ? theirItem[field] : last?.[field];
              expect((item as Node)[field]).toEqual(expected);
            }
        }
        // Each item is asked about once.
        expect(decisions.size).toBe(first.conflicts.length);
      },
    ),
    { numRuns: 400 },
  );
});

test('two people on one item: different fields go together, one field is a conflict that shows both', () => {
  const plan = planOf([node(1, 'Basin', 3)]);
  const held = holding(plan);
  const { pending } = pendingOf(plan, [[{ op: 'put', item: node(1, 'Mine', 3) }]], held);
  const on = (item: Item | null): Map<string, ServerItem> =>
    new Map([[`node:${id(1)}`, { kind: 'node', id: id(1), revision: 2, item }]]);

  const apart = rebase(pending, on(node(1, 'Basin', 4)), new Map(), counter());
  expect(apart.conflicts).toEqual([]);
  expect(apart.pending[0]?.changes).toEqual([{ op: 'put', item: node(1, 'Mine', 4), base: 2 }]);

  // They have in a field what I had too, and went on from.
  const { pending: twice } = pendingOf(
    plan,
    [[{ op: 'put', item: node(1, 'Mine', 3) }], [{ op: 'put', item: node(1, 'Mine now', 3) }]],
    held,
  );
  const passed = rebase(twice, on(node(1, 'Mine', 4)), new Map(), counter());
  expect(passed.conflicts).toEqual([]);
  expect(passed.pending.flatMap(({ changes }) => changes)).toEqual([
    { op: 'put', item: node(1, 'Mine now', 4), base: 2 },
  ]);

  const clash = rebase(pending, on(node(1, 'Theirs', 3)), new Map(), counter());
  expect(clash.conflicts).toEqual([
    { address: { kind: 'node', id: id(1) }, mine: node(1, 'Mine', 3), theirs: node(1, 'Theirs', 3), fields: ['name'] },
  ]);

  // However much waits, it is one question, with what each side has in the end.
  const { pending: more } = pendingOf(
    plan,
    [
      [{ op: 'put', item: node(1, 'Basin', 5) }],
      [{ op: 'put', item: node(1, 'First', 5) }],
      [{ op: 'put', item: node(1, 'Mine', 6) }],
    ],
    held,
  );
  const late = rebase(more, on(node(1, 'Theirs', 3)), new Map(), counter());
  expect(late.conflicts).toMatchObject([{ mine: node(1, 'Mine', 6), theirs: node(1, 'Theirs', 3), fields: ['name'] }]);
  // Taking theirs gives up the field that was asked about, and no other.
  const [asked] = late.conflicts;
  if (!asked) throw new Error('nothing asked');
  const decided = withDecision(NO_DECISIONS, asked, 'theirs');
  const taken = rebase(more, on(node(1, 'Theirs', 3)), decided, counter());
  expect(taken.pending.map(({ changes }) => changes)).toMatchObject([
    [{ item: node(1, 'Theirs', 5), base: 2 }],
    [{ item: node(1, 'Theirs', 6) }],
  ]);

  // It holds for what was shown: what the other side has done since is asked about, and no more than that.
  const since = rebase(more, on(node(1, 'Theirs', 9)), decided, counter());
  expect(since.conflicts).toMatchObject([{ theirs: node(1, 'Theirs', 9), fields: ['water'] }]);
  const again = rebase(more, on(node(1, 'Theirs now', 3)), decided, counter());
  expect(again.conflicts).toMatchObject([{ theirs: node(1, 'Theirs now', 3), fields: ['name'] }]);

  const removed = rebase(pending, on(null), new Map(), counter());
  expect(removed.conflicts).toEqual([
    { address: { kind: 'node', id: id(1) }, mine: node(1, 'Mine', 3), theirs: null, fields: [] },
  ]);

  // The same edit made by both is no conflict and need not be sent.
  expect(rebase(pending, on(node(1, 'Mine', 3)), new Map(), counter())).toEqual({ pending: [], conflicts: [] });
});
