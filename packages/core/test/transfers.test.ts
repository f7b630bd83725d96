import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Delivery, Transfer } from '@alveus/plan';
import { applyEdits, openPlanFile, Transfer as TransferSchema } from '@alveus/plan';
import fc from 'fast-check';
import { evaluate, removalEdits, YARD3 } from '../src';
import { accountOf, booksOf, takeoff } from '../src/takeoff';
import { newId } from './builders';
import { placedIn } from './support/placed';

/** Stone that is moved from one trench to another, and not ordered. */

const opened = openPlanFile(readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8'));
if (!opened.ok) throw new Error(opened.message);
const DEMO = opened.plan;
const before = takeoff(evaluate(DEMO));
const stone = before.sums.find(({ what, loads }) => what.of === 'material' && loads > 0);
if (stone?.what.of !== 'material') throw new Error('no stone');
const { material } = stone.what;
const waste = DEMO.material[material]?.waste ?? NaN;

/** By line, what it takes of the stone: told by the layers of its runs, not by the ledger. */
const taken = new Map([...evaluate(DEMO).lines.values()].map(({ id }) => [id, placedIn(evaluate(DEMO), id, material)]));
const [[most, room], [other]] = [...taken].sort((a, b) => b[1] - a[1]) as [[string, number], [string, number]];

const moved = (...transfers: Partial<Transfer>[]) => {
  const plan = applyEdits(
    DEMO,
    transfers.map((fields) => ({
      op: 'put',
      item: { kind: 'transfer', id: newId(), material, volume: 1, into: most, place: '', ...fields },
    })),
  );
  const after = takeoff(evaluate(plan));
  const sum = after.sums.find(({ key }) => key === stone.key);
  if (!sum) throw new Error('gone');
  return { plan, after, sum };
};

test('2 cu yd from an old drain: so much less is ordered, with its waste; what lies in the trenches is the same', () => {
  const { sum, after } = moved({ volume: 2 * YARD3, place: 'old drain at the gate' });
  expect(sum.amount).toBeCloseTo(stone.amount, 9);
  expect((stone.ordered - sum.ordered) / YARD3).toBeCloseTo(2 * (1 + waste), 9);
  expect(sum.mass / sum.ordered).toBeCloseTo(stone.mass / stone.ordered, 6);
  // It was never soil of this job.
  expect(after.soil).toEqual(before.soil);
});

test('what is dug up in a trench of the job is no spoil of it', () => {
  const { after } = moved({ volume: 2 * YARD3, from: other });
  expect(after.soil.stone / YARD3).toBeCloseTo(2, 9);
  expect((before.soil.left - after.soil.left) / YARD3).toBeCloseTo(2, 9);
  const { dug, back, moved: between, stone: up, left, short } = after.soil;
  expect(dug - back + short).toBeCloseTo(left + up, 6);
  expect(between).toBeGreaterThanOrEqual(0);
});

test('more than the line takes saves nothing beyond that, and is told; what came by weight still counts', () => {
  const { sum, plan } = moved({ volume: room + 3 * YARD3 });
  expect(sum.moved[0]?.counted).toBeCloseTo(room, 9);
  expect((sum.moved[0]?.over ?? NaN) / YARD3).toBeCloseTo(3, 9);
  expect(sum.ordered).toBeCloseTo((stone.amount - room) * (1 + waste), 9);
  // All of it moved: nothing is ordered, and a ticket that was weighed is of this article as before.
  const all = moved(...[...taken].map(([into, volume]) => ({ into, volume: volume + 1 })));
  expect([all.sum.ordered, all.sum.loads]).toEqual([0, 0]);
  const ticket: Delivery = {
    kind: 'delivery',
    id: newId(),
    article: stone.key,
    name: stone.name,
    amount: 1_000,
    unit: 'mass',
    ticket: '7',
    day: '2026-05-04',
  };
  const came = accountOf(all.sum, booksOf(applyEdits(plan, [{ op: 'put', item: ticket }])));
  expect(came.unlike).toEqual([]);
  expect(came.delivered).toBeCloseTo((1_000 * stone.ordered) / stone.mass, 9);
});

test('any transfers: no line is filled beyond what it takes, and no amount is none', () => {
  const lines = [...taken.keys()];
  const transferArb = fc.record({
    volume: fc.double({ min: 1e-6, max: 200, noNaN: true }),
    into: fc.constantFrom(...lines),
  });
  fc.assert(
    fc.property(fc.array(transferArb, { maxLength: 8 }), (transfers) => {
      const { sum } = moved(...transfers);
      for (const line of lines) {
        const counted = sum.moved.reduce((all, move) => all + (move.transfer.into === line ? move.counted : 0), 0);
        const asked = transfers.reduce((all, transfer) => all + (transfer.into === line ? transfer.volume : 0), 0);
        expect(counted).toBeCloseTo(Math.min(asked, taken.get(line) ?? 0), 6);
      }
      const counted = sum.moved.reduce((all, move) => all + move.counted, 0);
      expect(sum.ordered).toBeCloseTo((stone.amount - counted) * (1 + waste), 6);
      expect(sum.ordered).toBeGreaterThanOrEqual(0);
    }),
    { numRuns: 40 },
  );
});

test('stone does not go back into the line it comes from; nothing, less than nothing and endless amounts are refused', () => {
  const good = { kind: 'transfer', id: newId(), material, volume: 1, into: most, place: '' };
  expect(TransferSchema.safeParse(good).success).toBe(true);
  expect(TransferSchema.safeParse({ ...good, from: most }).success).toBe(false);
  for (const volume of [0, -1, NaN, Infinity])
    expect(TransferSchema.safeParse({ ...good, volume }).success).toBe(false);
});

test('a transfer goes with its line or its material, and lies elsewhere when the line that it came from goes', () => {
  const { plan } = moved({ volume: 1, from: other });
  const [id] = Object.keys(plan.transfer);
  const without = (line: string) => applyEdits(plan, removalEdits(plan, [{ kind: 'line', id: line }]));
  expect(without(most).transfer).toEqual({});
  const left = without(other);
  expect(left.transfer[id ?? '']?.from).toBeUndefined();
});
