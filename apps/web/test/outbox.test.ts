import 'fake-indexeddb/auto';
import type { Item, Pending } from '@alveus/plan';
import { addressOf, inForce } from '@alveus/plan';
import { conflictChosen, planEdited } from '../src/store/job';
import { savingWords } from '../src/store/saving';
import { makeStore } from '../src/store/frame/store';
import { withJob } from '../src/store/store';
import type { Api } from '../src/sync/api';
import { Refused } from '../src/sync/api';
import { openDB } from 'idb';
import { actionsOn } from '../src/sync/actions';
import { openDevice } from '../src/sync/frame/device';
import { Outbox } from '../src/sync/outbox';
import { FakeServer, together, uuid } from './support/fakeServer';

/** The queue between the screen and the server, with a device that keeps and a server that comes and goes. */

const JOB = '30000000-0000-4000-8000-000000000001';
const NODE = '30000000-0000-4000-8000-000000000002';
const OTHER_NODE = '30000000-0000-4000-8000-000000000003';
const YARD = '30000000-0000-4000-8000-000000000004';
const LANE = '30000000-0000-4000-8000-000000000005';
const node = (name: string, water?: number): Item => ({
  kind: 'node',
  id: NODE,
  name,
  form: 'manhole',
  ...(water === undefined ? {} : { water: { high: water } }),
});

const other = (name: string): Item => ({ ...node(name), id: OTHER_NODE });
const waiting = (item: Item): Pending => ({
  id: uuid(),
  changes: [{ op: 'put', item, base: 0 }],
  step: [{ address: addressOf({ op: 'put', item }), before: undefined, after: item }],
});

const nameOn = (server: FakeServer): unknown =>
  (server.item(`node:${NODE}`) as { name?: string } | null | undefined)?.name;

const open: { kill: () => void }[] = [];
// A page left open by a test that failed would keep asking its server for ever.
afterEach(() => {
  open.splice(0).forEach((one) => one.kill());
  jest.restoreAllMocks();
});

let files = 0;
async function page(server: FakeServer, file: string, api: Api = server.api) {
  const store = withJob(makeStore());
  const device = await openDevice(file, firstOf(file));
  const outbox = new Outbox(store, api, device);
  await outbox.open(JOB);
  const onDevice = async (): Promise<number> => (await device.read(JOB)).pending.length;
  const words = (): string => savingWords(store.getState()).text;
  /** Until the device holds what waits, no more and no less; or it is said that it cannot. */
  const settled = async (): Promise<void> => {
    while (!words().startsWith('Not kept') && (await onDevice()) !== store.getState().job.pending.length)
      await new Promise((resolve) => setTimeout(resolve, 5));
  };
  const one = {
    store,
    outbox,
    device,
    words,
    plan: () => store.getState().job.plan,
    actions: actionsOn(store, outbox),
    onDevice,
    edit: async (item: Item) => {
      store.dispatch(planEdited({ edits: [{ op: 'put', item }], batch: uuid(), way: 'do' }));
      await outbox.run();
      await settled();
    },
    settled,
    /** The page is gone, as when the browser is killed. */
    kill: () => {
      outbox.stop();
      device.close();
    },
  };
  open.push(one);
  return one;
}

const shot = (value: number, more: object = {}): Item => ({
  kind: 'shot',
  id: uuid(),
  setup: NODE,
  order: 1,
  sight: 'fore',
  target: { on: 'turning', name: 'TP1' },
  reading: { by: 'rod', value },
  note: '',
  ...more,
});

const freshFile = (): string => `device-${(files += 1)}`;
/** Where the first app kept things. */
const firstOf = (file: string): string => `${file}-first`;

test('an edit is kept, then saved; and is there on the next page', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const first = await page(server, file);
  expect(first.words()).toBe('Saved');
  await first.edit(node('Basin'));
  expect(first.words()).toBe('Saved');
  expect(nameOn(server)).toBe('Basin');
  first.kill();
  const second = await page(server, file);
  expect(second.plan().node[NODE]).toEqual(node('Basin'));
  second.kill();
});

test('with the server down edits are kept on the device, survive the page, and arrive once, in order', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const first = await page(server, file);
  await first.edit(node('Basin'));
  server.up = false;
  await first.edit(node('Yard basin'));
  await first.edit(node('Yard basin', 2));
  expect(first.words()).toBe('Kept on this device · 2 to send');
  first.kill();

  const second = await page(server, file);
  expect(second.plan().node[NODE]).toEqual(node('Yard basin', 2));
  expect(second.words()).toMatch(/2 to send/);
  server.up = true;
  await second.outbox.run();
  expect(second.words()).toBe('Saved');
  expect(server.taken).toHaveLength(3);
  expect(server.held.get(`node:${NODE}`)?.item).toEqual(node('Yard basin', 2));
  second.kill();
});

test('an answer that was lost on the way makes nothing happen twice', async () => {
  const server = new FakeServer(JOB);
  const one = await page(server, freshFile());
  server.loseAnswer = true;
  await one.edit(node('Basin'));
  await one.outbox.run();
  expect(one.words()).toBe('Saved');
  expect(server.taken).toHaveLength(1);
  one.kill();
});

test('somebody else’s edit of another field goes together with mine', async () => {
  const server = new FakeServer(JOB);
  const one = await page(server, freshFile());
  await one.edit(node('Basin', 1));
  server.up = false;
  await one.edit(node('Mine', 1));
  server.up = true;
  server.other(node('Basin', 7));
  await one.outbox.run();
  expect(server.held.get(`node:${NODE}`)?.item).toEqual(node('Mine', 7));
  expect(one.plan().node[NODE]).toEqual(node('Mine', 7));
  expect(one.words()).toBe('Saved');
  one.kill();
});

test.each([
  ['mine', 'Mine'],
  ['theirs', 'Theirs'],
] as const)('one field changed by both waits for a choice; %s holds after', async (choice, name) => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const one = await page(server, file);
  await one.edit(node('Basin'));
  server.up = false;
  await one.edit(node('Mine'));
  server.up = true;
  server.other(node('Theirs'));
  await one.outbox.run();
  const [conflict] = one.store.getState().job.conflicts;
  expect([conflict?.mine, conflict?.theirs]).toEqual([node('Mine'), node('Theirs')]);
  expect(one.words()).toMatch(/needs your decision/);
  // Undecided, it outlives the page.
  one.kill();
  const two = await page(server, file);
  expect(two.store.getState().job.conflicts).toHaveLength(1);
  two.store.dispatch(conflictChosen({ key: `node:${NODE}`, choice }));
  await two.outbox.settle();
  expect(nameOn(server)).toBe(name);
  expect((two.plan().node[NODE] as { name: string }).name).toBe(name);
  expect(two.words()).toBe('Saved');
  two.kill();
});

test('what no server would take is not taken, and is said by the names people know', async () => {
  const server = new FakeServer(JOB);
  const one = await page(server, freshFile());
  const material = {
    kind: 'material',
    id: uuid(),
    name: 'Crushed stone',
    look: 'stone',
    density: 1_600,
    waste: 0.05,
    loose: 1.1,
  } as Item;
  one.actions.edit([{ op: 'put', item: material }]);
  one.actions.edit([{ op: 'put', item: { ...material, density: 1_600 * 1_187 } as Item }]);
  expect(one.store.getState().notice).toMatch(/^Not taken. The material “Crushed stone”, density/);
  expect(one.plan().material[material.id]).toEqual(material);
  await one.outbox.run();
  await one.settled();
  expect(one.words()).toBe('Saved');
  // What is taken back by a step is checked as well, and what comes after is not held up.
  one.actions.edit([{ op: 'put', item: node('Basin') }]);
  await one.outbox.run();
  expect(nameOn(server)).toBe('Basin');
});

describe('what the server refuses', () => {
  test('is set aside with the reason, and what does not rest on it goes on; the next page knows of it', async () => {
    const server = new FakeServer(JOB);
    const file = freshFile();
    const one = await page(server, file);
    await one.edit(node('Basin'));
    server.up = false;
    await one.edit(node('Cursed'));
    await one.edit(node('Cursed', 2));
    await one.edit(other('Ditch'));
    server.up = true;
    server.refuse = (batch) =>
      JSON.stringify(batch.changes).includes('Cursed') ? 'There are too many things in it.' : undefined;
    await one.outbox.run();
    expect(one.words()).toBe('Saved · 1 change set aside');
    expect(one.store.getState().job.aside).toMatchObject([{ reason: 'There are too many things in it.' }]);
    expect(server.held.get(`node:${NODE}`)?.item).toEqual(node('Basin', 2));
    expect(server.held.get(`node:${OTHER_NODE}`)?.item).toEqual(other('Ditch'));
    expect(one.plan().node[NODE]).toEqual(node('Basin', 2));
    expect(await one.onDevice()).toBe(0);
    one.kill();
    const two = await page(server, file);
    expect(two.words()).toBe('Saved · 1 change set aside');
    two.kill();
  });

  test('can be tried again once the reason is gone, or let go of', async () => {
    const server = new FakeServer(JOB);
    const file = freshFile();
    const one = await page(server, file);
    server.refuse = () => 'Not today.';
    await one.edit(node('Basin'));
    await one.edit(other('Ditch'));
    server.refuse = () => undefined;
    const [first, second] = one.store.getState().job.aside;
    if (!first || !second) throw new Error('nothing aside');
    one.actions.tryAgain(first);
    one.actions.letGo(second);
    await one.outbox.run();
    await one.settled();
    expect(one.words()).toBe('Saved');
    expect(nameOn(server)).toBe('Basin');
    expect(server.held.has(`node:${OTHER_NODE}`)).toBe(false);
    expect((await one.device.read(JOB)).aside).toEqual([]);
    one.kill();
  });

  test('where the job itself is refused, all of it stays on the device', async () => {
    const server = new FakeServer(JOB);
    const one = await page(server, freshFile());
    const { changes } = server.api;
    (server.api as { changes: unknown }).changes = () => Promise.reject(new Refused(403, 'Not from this machine.'));
    await one.edit(node('Basin'));
    expect(one.words()).toMatch(/Not saved: Not from this machine/);
    expect(one.store.getState().job.pending).toHaveLength(1);
    (server.api as { changes: unknown }).changes = changes;
    await one.outbox.run();
    expect(one.words()).toBe('Saved');
    one.kill();
  });
});

describe('one outbox for all jobs', () => {
  test('what was typed in a job goes out while another is open', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    const api = together(server, yard);
    const file = freshFile();
    const one = await page(server, file, api);
    yard.up = server.up = false;
    await one.edit(node('Basin'));
    await one.outbox.open(YARD);
    one.store.dispatch(planEdited({ edits: [{ op: 'put', item: other('Yard') }], batch: uuid(), way: 'do' }));
    yard.up = server.up = true;
    await one.outbox.run();
    expect(nameOn(server)).toBe('Basin');
    expect((await one.device.waiting()).size).toBe(0);
    one.kill();
  });

  test('one job that the server will not have holds up no other, and no conflict of one does', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    const file = freshFile();
    const one = await page(server, file, together(server, yard));
    await one.edit(node('Basin'));
    server.up = yard.up = false;
    await one.edit(node('Mine'));
    await one.outbox.open(YARD);
    await one.outbox.open(LANE);
    server.up = yard.up = true;
    server.other(node('Theirs'));
    await one.device.keepMade({ id: YARD, name: 'Yard', sequence: 0, changedAt: '' }, [waiting(other('Yard'))]);
    await one.outbox.run();
    expect(yard.held.get(`node:${OTHER_NODE}`)?.item).toEqual(other('Yard'));
    // The conflict is asked once its job is open.
    expect([...(await one.device.waiting()).keys()]).toEqual([JOB]);
    await one.outbox.open(JOB);
    expect(one.store.getState().job.conflicts).toHaveLength(1);
    one.kill();
  });

  test('a job made without signal is there at once, and arrives whole, once, though the answer was lost', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    yard.there = false;
    const file = freshFile();
    const one = await page(server, file, together(server, yard));
    server.up = yard.up = false;
    await one.device.keepMade({ id: YARD, name: 'Yard', sequence: 0, changedAt: '' }, [waiting(other('Yard'))]);
    await one.outbox.open(YARD);
    expect(one.store.getState().job).toMatchObject({ opening: 'open', name: 'Yard' });
    expect(one.plan().node[OTHER_NODE]).toEqual(other('Yard'));
    one.kill();
    server.up = yard.up = true;
    yard.loseMade = true;
    const two = await page(server, file, together(server, yard));
    await two.outbox.run();
    await two.outbox.run();
    expect(yard.made).toBe(1);
    expect(yard.held.get(`node:${OTHER_NODE}`)?.item).toEqual(other('Yard'));
    expect((await two.device.waiting()).size).toBe(0);
    two.kill();
  });
});

test('what others did is heard, removals too', async () => {
  const server = new FakeServer(JOB);
  const one = await page(server, freshFile());
  await one.edit(node('Basin'));
  const two = await page(server, freshFile());
  expect(two.plan().node[NODE]).toEqual(node('Basin'));
  two.store.dispatch(planEdited({ edits: [{ op: 'remove', kind: 'node', id: NODE }], batch: uuid(), way: 'do' }));
  await two.outbox.run();
  await new Promise((resolve) => setTimeout(resolve, 20));
  await two.outbox.run();
  await one.outbox.run();
  expect(one.plan().node[NODE]).toBeUndefined();
  one.kill();
  two.kill();
});

test('a device that cannot keep says so, and the edit goes to the server all the same', async () => {
  const server = new FakeServer(JOB);
  const one = await page(server, freshFile());
  jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  server.up = false;
  await one.edit(node('Basin'));
  expect(one.words()).toMatch(/Not kept: .* Leave this page open/);
  server.up = true;
  await one.outbox.run();
  expect(one.words()).toBe('Saved');
  expect(nameOn(server)).toBe('Basin');
  one.kill();
});

test('a device that kept a plan of version 1 brings it forward, waiting edits and all', async () => {
  const file = freshFile();
  const old = await openDB(firstOf(file), 1, {
    upgrade(db) {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('held').createIndex('job', 'job');
      db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('settings');
    },
  });
  const before = { kind: 'node', id: NODE, name: 'Ditch', form: 'daylight', water: 28 };
  const after = { ...before, water: 29 };
  await old.put('jobs', { id: JOB, name: 'Yard', sequence: 1, changedAt: new Date(0).toISOString() });
  await old.put('held', { job: JOB, kind: 'node', id: NODE, revision: 1, item: before }, [JOB, `node:${NODE}`]);
  await old.add('pending', {
    job: JOB,
    id: uuid(),
    changes: [{ op: 'put', item: after, base: 1 }],
    step: [{ address: { kind: 'node', id: NODE }, before, after }],
  });
  old.close();
  const server = new FakeServer(JOB);
  server.other({ kind: 'node', id: NODE, name: 'Ditch', form: 'daylight', water: { high: 28 } });
  const one = await page(server, file);
  await one.outbox.run();
  expect(one.words()).toBe('Saved');
  expect(server.held.get(`node:${NODE}`)?.item).toMatchObject({ water: { high: 29 } });
  one.kill();
});

test('undo and redo reach back over a reload', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const one = await page(server, file);
  await one.edit(node('Basin'));
  await one.edit(node('Yard basin'));
  one.actions.undo();
  await one.settled();
  await one.outbox.run();
  one.kill();
  const two = await page(server, file);
  expect(two.plan().node[NODE]).toEqual(node('Basin'));
  two.actions.redo();
  expect(two.plan().node[NODE]).toEqual(node('Yard basin'));
  two.actions.undo();
  two.actions.undo();
  expect(two.plan().node[NODE]).toBeUndefined();
  await two.outbox.run();
  await two.settled();
  expect(server.item(`node:${NODE}`)).toBeNull();
  two.kill();
});

describe('a reading taken back', () => {
  test('while it still waits on the device leaves no trace, there or on the server; redoing it sends it once', async () => {
    const server = new FakeServer(JOB);
    const one = await page(server, freshFile());
    server.up = false;
    const first = shot(1.2);
    await one.edit(first);
    await one.edit(shot(1.3, { supersedes: first.id }));
    expect(await one.onDevice()).toBe(2);
    one.actions.undo();
    await one.settled();
    expect(Object.values(one.plan().shot)).toEqual([first]);
    expect(await one.onDevice()).toBe(1);
    one.actions.undo();
    await one.settled();
    expect(Object.values(one.plan().shot)).toEqual([]);
    expect(await one.onDevice()).toBe(0);
    one.actions.redo();
    await one.settled();
    expect(Object.values(one.plan().shot)).toEqual([first]);
    server.up = true;
    await one.outbox.run();
    expect(one.words()).toBe('Saved');
    expect(server.taken.map(({ changes }) => changes.length)).toEqual([1]);
    one.kill();
  });

  test('once it was sent is a record of its own, and brings the reading before it back into force', async () => {
    const server = new FakeServer(JOB);
    const one = await page(server, freshFile());
    const first = shot(1.2);
    const second = shot(1.3, { supersedes: first.id });
    await one.edit(first);
    await one.edit(second);
    one.actions.undo();
    await one.settled();
    await one.outbox.run();
    const shots = [...server.held.values()].map(({ item }) => item);
    expect(shots).toHaveLength(3);
    expect(shots).toContainEqual(expect.objectContaining({ recalls: second.id }));
    expect(inForce(Object.values(one.plan().shot)).standing.map(({ id }) => id)).toEqual([first.id]);
    one.kill();
  });

  test('that was being sent when the line broke may have arrived, and so is not taken back without a trace', async () => {
    const server = new FakeServer(JOB);
    const one = await page(server, freshFile());
    server.loseAnswer = true;
    const first = shot(1.2);
    await one.edit(first);
    one.actions.undo();
    await one.settled();
    await one.outbox.run();
    await one.settled();
    await one.outbox.run();
    expect(server.taken).toHaveLength(2);
    expect(inForce(Object.values(one.plan().shot)).standing).toEqual([]);
    one.kill();
  });
});

test('what waits on a device since version 2 is brought forward, and arrives', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const old = await openDB(firstOf(file), 2, {
    upgrade(db) {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('held').createIndex('job', 'job');
      db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('settings');
    },
  });
  const [line, low, high] = [uuid(), uuid(), uuid()];
  const run = {
    kind: 'run',
    id: NODE,
    line,
    name: 'Run 1',
    lower: low,
    upper: high,
    length: { from: 'typed', value: 9 },
    vehicles: false,
  };
  const grade = { kind: 'runGrade', id: NODE, low: 28, drop: 0.1 };
  await old.put('jobs', { id: JOB, name: 'Yard', sequence: 1, changedAt: '' });
  await old.put('held', { job: JOB, kind: 'run', id: NODE, revision: 1, item: run }, [JOB, `run:${NODE}`]);
  await old.add('pending', {
    job: JOB,
    id: uuid(),
    changes: [{ op: 'put', item: grade, base: 0 }],
    step: [{ address: { kind: 'runGrade', id: NODE }, after: grade }],
  });
  old.close();
  server.up = false;
  const one = await page(server, file);
  expect(one.plan().run[NODE]).toMatchObject({ a: low, b: high, flow: 'to-a' });
  expect(one.plan().runGrade[NODE]).toEqual({ kind: 'runGrade', id: NODE, a: 28, stepA: 0.1 });
  server.up = true;
  await one.outbox.run();
  expect(server.held.get(`runGrade:${NODE}`)?.item).toEqual({ kind: 'runGrade', id: NODE, a: 28, stepA: 0.1 });
  one.kill();
});
