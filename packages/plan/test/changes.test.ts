import fc from 'fast-check';
import type { Edit, Held, Item } from '../src';
import { addressOf, applyEdits, EMPTY_PLAN, keyOf, planOf, rebase, same, stepOf, undo } from '../src';
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
        const held = new Map<string, Held>(holding(plan));
        for (const edit of theirs)
          held.set(keyOf(addressOf(edit)), {
            ...addressOf(edit),
            revision: 7,
            item: edit.op === 'put' ? edit.item : null,
          });
        const first = rebase(pending, held, new Map(), counter());
        const choices = new Map(first.conflicts.map(({ address }) => [keyOf(address), choice]));
        const settled = rebase(pending, held, choices, counter());
        expect(settled.conflicts).toEqual([]);
        const after = send(held, settled.pending);
        for (const [key, { item }] of after) {
          const touchedByMe = pending.some(({ step }) => step.some(({ address }) => keyOf(address) === key));
          const theirItem = moved.node[key.slice(5)];
          // What only they touched stays as they left it; so does all that was in conflict, if theirs is chosen.
          if (!touchedByMe || (choices.has(key) && choice === 'theirs'))
            expect(same(item, theirItem ?? null)).toBe(true);
        }
        // Without a conflict on an item, the field I changed holds my value.
        for (const { address, before, after: wanted } of pending.length === 1 ? (pending[0]?.step ?? []) : []) {
          const end = after.get(keyOf(address))?.item;
          if (
            choices.has(keyOf(address)) ||
            !before ||
            !wanted ||
            !end ||
            end.kind !== 'node' ||
            wanted.kind !== 'node' ||
            before.kind !== 'node'
          )
            continue;
          if (before.name !== wanted.name) expect(end.name).toBe(wanted.name);
        }
      },
    ),
    { numRuns: 400 },
  );
});

test('two people on one item: different fields go together, one field is a conflict that shows both', () => {
  const plan = planOf([node(1, 'Basin', 3)]);
  const held = holding(plan);
  const { pending } = pendingOf(plan, [[{ op: 'put', item: node(1, 'Mine', 3) }]], held);
  const on = (item: Item | null): Map<string, Held> =>
    new Map([[`node:${id(1)}`, { kind: 'node', id: id(1), revision: 2, item }]]);

  const apart = rebase(pending, on(node(1, 'Basin', 4)), new Map(), counter());
  expect(apart.conflicts).toEqual([]);
  expect(apart.pending[0]?.changes).toEqual([{ op: 'put', item: node(1, 'Mine', 4), base: 2 }]);

  const clash = rebase(pending, on(node(1, 'Theirs', 3)), new Map(), counter());
  expect(clash.conflicts).toEqual([
    { address: { kind: 'node', id: id(1) }, mine: node(1, 'Mine', 3), theirs: node(1, 'Theirs', 3), fields: ['name'] },
  ]);

  const removed = rebase(pending, on(null), new Map(), counter());
  expect(removed.conflicts).toEqual([
    { address: { kind: 'node', id: id(1) }, mine: node(1, 'Mine', 3), theirs: null, fields: [] },
  ]);

  // The same edit made by both is no conflict and need not be sent.
  expect(rebase(pending, on(node(1, 'Mine', 3)), new Map(), counter())).toEqual({ pending: [], conflicts: [] });
});
