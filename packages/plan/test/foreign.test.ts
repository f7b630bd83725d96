import {
  AnyItem,
  Batch,
  serverItemsOf,
  keyOf,
  KindName,
  KINDS,
  openPlanFile,
  readItem,
  rebase,
  savePlanFile,
  SentHeld,
  VERSION,
} from '../src';
import type { Foreign, ServerItem, Pending } from '../src';
import { counter, id, node } from './waiting';

/** Things of kinds that this program does not know: a newer one brought them. They go round unharmed. */

const pump: Foreign = { kind: 'pump', id: id(9), lift: 3.25, stages: [{ on: 1.2 }, { on: 1.5, alarm: null }] };

test('a kind that is not known here passes word for word; a known one must be as its kind is', () => {
  expect(AnyItem.parse(pump)).toEqual(pump);
  expect(AnyItem.parse(node(1, 'Basin'))).toEqual(node(1, 'Basin'));
  expect(AnyItem.safeParse({ ...node(1, 'Basin'), form: 'tower' }).error?.issues[0]?.path).toEqual(['form']);
  for (const bad of [null, 7, 'pump', [], {}, { kind: 'Pump!', id: id(9) }, { kind: 'pump', id: 'x' }, { id: id(9) }])
    expect(AnyItem.safeParse(bad).success).toBe(false);
  const deep = JSON.parse(`${'{"a":'.repeat(500)}1${'}'.repeat(500)}`) as object;
  expect(AnyItem.safeParse({ ...pump, deep }).error?.issues[0]?.message).toBe('nested too deep');
});

test('every kind is named as kinds are', () => {
  for (const kind of KINDS) expect(KindName.parse(kind)).toBe(kind);
});

test('what a server sends never fails for one thing that cannot be read', () => {
  const odd = { ...node(1, 'Basin'), form: 'tower' };
  expect(readItem(pump)).toEqual({ item: null, foreign: pump });
  expect(readItem(odd)).toEqual({ item: null, foreign: odd });
  expect(SentHeld.parse({ kind: 'pump', id: pump.id, revision: 4, item: pump })).toEqual({
    kind: 'pump',
    id: pump.id,
    revision: 4,
    item: null,
    foreign: pump,
  });
  expect(SentHeld.parse({ kind: 'pump', id: pump.id, revision: 5, item: null }).foreign).toBeUndefined();
});

test('a plan file with such things is opened, and saved with them as they were', () => {
  const opened = openPlanFile(
    JSON.stringify({ format: 'alveus-plan', version: VERSION, name: 'Yard', items: [pump, node(1, 'Basin')] }),
  );
  if (!opened.ok) throw new Error(opened.message);
  expect(opened.foreign).toEqual([pump]);
  const again = openPlanFile(savePlanFile(opened.name, opened.plan, opened.foreign));
  expect(again).toEqual(opened);
});

test('a mistake after such a thing is told at its own line', () => {
  const items = [pump, { ...node(1, 'Basin'), form: 'tower' }].map((item) => JSON.stringify(item));
  const opened = openPlanFile(
    `{"format": "alveus-plan", "version": ${VERSION}, "name": "Yard", "items": [\n${items.join(',\n')}\n]}`,
  );
  expect(opened).toMatchObject({ ok: false, message: expect.stringMatching(/“Basin”.*\(line 3\)/) });
});

test('in a batch they go along unread: when it is made anew, and once it is taken', () => {
  const basin = node(1, 'Basin');
  const batch: Pending = {
    id: id(100),
    format: VERSION,
    changes: [
      { op: 'put', item: basin, base: 0 },
      { op: 'put', item: pump, base: 0 },
    ],
    step: [{ address: { kind: 'node', id: basin.id }, before: undefined, after: basin }],
  };
  expect(Batch.parse({ id: batch.id, format: VERSION, changes: batch.changes }).changes).toEqual(batch.changes);
  const theirs: ServerItem = { kind: 'node', id: basin.id, revision: 7, item: null };
  const { pending } = rebase([batch], new Map([[keyOf(theirs), theirs]]), new Map(), counter());
  expect(pending[0]?.changes).toEqual([
    { op: 'put', item: basin, base: 7 },
    { op: 'put', item: pump, base: 0 },
  ]);
  expect(serverItemsOf(batch, 3)).toEqual([
    { kind: 'node', id: basin.id, revision: 3, item: basin },
    { kind: 'pump', id: pump.id, revision: 3, item: null, foreign: pump },
  ]);
});
