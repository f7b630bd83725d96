import fc from 'fast-check';
import type { Choice, Edit, ServerItem, ServerItems, Plan } from '../src';
import {
  addressOf,
  itemsOf,
  keyOf,
  lastPoint,
  LIMITS,
  lostOf,
  planOf,
  rebase,
  rejoined,
  START,
  withPoint,
} from '../src';
import { batchArb, counter, id, node, pendingOf, planArb, send } from './waiting';

/** A server that was put back to an earlier day, and a device that knows what it lost. */

/** What a server holds after batches, the first of which has the sequence number after `from`. */
function after(held: ServerItems, from: number, batches: readonly (readonly Edit[])[]): Map<string, ServerItem> {
  const now = new Map(held);
  batches.forEach((edits, index) => {
    for (const edit of edits)
      now.set(keyOf(addressOf(edit)), {
        ...addressOf(edit),
        revision: from + 1 + index,
        item: edit.op === 'put' ? edit.item : null,
      });
  });
  return now;
}

const planIn = (held: ServerItems): Plan => planOf([...held.values()].flatMap(({ item }) => item ?? []));
const live = (held: ServerItems): Map<string, ServerItem> => new Map([...held].filter(([, { item }]) => item !== null));

const story = fc.record({
  common: planArb,
  mine: fc.array(batchArb, { maxLength: 4 }),
  theirs: fc.array(batchArb, { maxLength: 4 }),
  waiting: fc.array(batchArb, { maxLength: 3 }),
});

test('what only the server lost comes back, what only it has stays, and what waits is done to that', () => {
  fc.assert(
    fc.property(story, ({ common, mine, theirs, waiting }) => {
      const start = after(new Map(), 0, [itemsOf(common).map((item): Edit => ({ op: 'put', item }))]);
      const device = after(start, 1, mine);
      // Removals from before the device asked are not told.
      const server = live(after(start, 1, theirs));
      const lost = lostOf(device, 1, server);
      const { pending } = pendingOf(planIn(device), waiting, device);
      const joined = rejoined(lost, new Map(), pending, counter());
      expect(joined.rejected).toEqual([]);
      const back = joined.pending.slice(0, joined.pending.length - pending.length);
      const now = planIn(send(server, back));
      for (const { address, mine: held } of lost) expect(itemIn(now, address)).toEqual(held.item ?? undefined);
      const touched = new Set(lost.map(({ address }) => keyOf(address)));
      for (const item of itemsOf(planIn(server)))
        if (!touched.has(keyOf(item))) expect(itemIn(now, item)).toEqual(item);
      // Nothing that the device has is missing, but what the server had changed alone.
      for (const [key, held] of device)
        if (held.revision > 1) expect(itemIn(now, held)).toEqual(held.item ?? undefined);
        else if (!touched.has(key)) expect(itemIn(now, held)).toEqual(server.get(key)?.item ?? undefined);
      // None of what waited fits by accident.
      for (const { changes } of joined.pending.slice(back.length))
        for (const { base } of changes) expect(base).toBe(Number.MAX_SAFE_INTEGER);
    }),
  );
});

test('made anew on what came back, what waits ends as it was typed', () => {
  fc.assert(
    fc.property(story, ({ common, mine, waiting }) => {
      const start = after(new Map(), 0, [itemsOf(common).map((item): Edit => ({ op: 'put', item }))]);
      const device = after(start, 1, mine);
      const typed = pendingOf(planIn(device), waiting, device);
      // The server was put back to the start, and nobody else was there.
      const joined = rejoined(lostOf(device, 1, live(start)), new Map(), typed.pending, counter());
      const { pending, conflicts } = rebase(joined.pending, live(start), new Map(), counter());
      expect(conflicts).toEqual([]);
      expect(itemsOf(planIn(send(live(start), pending)))).toEqual(itemsOf(typed.plan));
    }),
  );
});

test('where the server’s is to stay, the device’s goes aside and is told whole', () => {
  const before = node(1, 'Basin', 1);
  const here: ServerItem = { kind: 'node', id: id(1), revision: 9, item: node(1, 'Basin', 2) };
  const there: ServerItem = { kind: 'node', id: id(1), revision: 6, item: node(1, 'Basin', 3) };
  const device = new Map([[keyOf(here), here]]);
  const lost = lostOf(device, 5, new Map([[keyOf(there), there]]));
  expect(lost).toEqual([{ address: { kind: 'node', id: id(1) }, mine: here, theirs: there, both: true }]);
  const choices = new Map<string, Choice>([[keyOf(here), 'theirs']]);
  const { pending, rejected: rejected } = rejoined(lost, choices, [], counter());
  expect(pending).toEqual([]);
  expect(rejected[0]?.step).toEqual([{ address: { kind: 'node', id: id(1) }, before: there.item, after: here.item }]);
  // Not lost, since both are the same.
  expect(lostOf(device, 5, new Map([[keyOf(here), { ...here, revision: 6 }]]))).toEqual([]);
  // Changed before both parted: the server's holds, whatever it is.
  expect(lostOf(new Map([[keyOf(here), { ...here, item: before, revision: 4 }]]), 5, new Map())).toEqual([]);
});

test('more than one batch holds goes in several', () => {
  const device = new Map<string, ServerItem>();
  for (let n = 0; n < LIMITS.batchChanges + 3; n += 1) {
    const item = node(n, `Basin ${n}`);
    device.set(keyOf(item), { kind: 'node', id: item.id, revision: 2, item });
  }
  const { pending } = rejoined(lostOf(device, 0, new Map()), new Map(), [], counter());
  expect(pending.map(({ changes }) => changes.length)).toEqual([LIMITS.batchChanges, 3]);
});

test('of the points heard the last stay, and ever fewer far back', () => {
  let points = withPoint([], START);
  expect(points).toEqual([]);
  for (let sequence = 1; sequence <= 5_000; sequence += 1) {
    points = withPoint(points, { sequence, at: id(sequence) });
    // A batch whose answer was lost is answered by the number it had.
    points = withPoint(points, { sequence: Math.ceil(sequence / 2), at: id(1) });
    expect(lastPoint(points).sequence).toBe(sequence);
  }
  const numbers = points.map(({ sequence }) => sequence);
  expect(numbers).toEqual([...new Set(numbers)].sort((a, b) => a - b));
  expect(points.length).toBeLessThanOrEqual(60);
  expect(numbers.slice(-20)).toEqual(Array.from({ length: 20 }, (_none, index) => 4_981 + index));
  // However far back the server was put, half as far again is known at most.
  for (let ago = 1; ago < 4_900; ago *= 2)
    expect(numbers.some((number) => 5_000 - number >= ago && 5_000 - number <= 1.5 * ago + 1)).toBe(true);
  expect(lastPoint([])).toEqual(START);
});

const itemIn = (plan: Plan, { kind, id: its }: { kind: string; id: string }) =>
  (plan as unknown as Record<string, Record<string, object>>)[kind]?.[its];
test('an empty device has lost nothing', () => expect(lostOf(new Map(), 0, after(new Map(), 0, []))).toEqual([]));
