import type { Item } from '@alveus/plan';
import { inForce } from '@alveus/plan';
import { conflictChosen, planEdited } from '../src/store/job';
import type { Device } from '../src/sync/frame/device';
import { FakeServer, together, uuid } from './support/fakeServer';
import { JOB, NODE, YARD, node, nameOn, freshFile, page } from './support/page';

/** The queue between the screen and the server, with a device that keeps and a server that comes and goes. */

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
  expect(first.words()).toBe('On this device · 2 to send');
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
  const tab = await page(server, freshFile());
  server.loseAnswer = true;
  await tab.edit(node('Basin'));
  await tab.outbox.run();
  expect(tab.words()).toBe('Saved');
  expect(server.taken).toHaveLength(1);
  tab.kill();
});

test('somebody else’s edit of another field goes together with mine', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  await tab.edit(node('Basin', 1));
  server.up = false;
  await tab.edit(node('Mine', 1));
  server.up = true;
  server.other(node('Basin', 7));
  await tab.outbox.run();
  expect(server.held.get(`node:${NODE}`)?.item).toEqual(node('Mine', 7));
  expect(tab.plan().node[NODE]).toEqual(node('Mine', 7));
  expect(tab.words()).toBe('Saved');
  tab.kill();
});

test.each([
  ['mine', 'Mine'],
  ['theirs', 'Theirs'],
] as const)('one field changed by both waits for a choice; %s holds after', async (choice, name) => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const tab = await page(server, file);
  await tab.edit(node('Basin'));
  server.up = false;
  await tab.edit(node('Mine'));
  server.up = true;
  server.other(node('Theirs'));
  await tab.outbox.run();
  const [conflict] = tab.store.getState().job.conflicts;
  expect([conflict?.mine, conflict?.theirs]).toEqual([node('Mine'), node('Theirs')]);
  expect(tab.words()).toMatch(/needs your decision/);
  // Undecided, it outlives the page.
  tab.kill();
  const two = await page(server, file);
  expect(two.store.getState().job.conflicts).toHaveLength(1);
  two.store.dispatch(conflictChosen({ key: `node:${NODE}`, choice }));
  await two.outbox.settle();
  expect(nameOn(server)).toBe(name);
  expect((two.plan().node[NODE] as { name: string }).name).toBe(name);
  expect(two.words()).toBe('Saved');
  two.kill();
});

test('what is typed while a conflict is open is what it shows, and what was decided before it is asked anew', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  await tab.edit(node('Basin'));
  server.up = false;
  await tab.edit(node('Mine'));
  server.up = true;
  server.other(node('Theirs'));
  await tab.outbox.run();
  await tab.edit(node('Mine, later'));
  const shown = () => tab.store.getState().job.conflicts.map(({ mine, theirs }) => [mine, theirs]);
  expect(shown()).toEqual([[node('Mine, later'), node('Theirs')]]);
  tab.store.dispatch(conflictChosen({ key: `node:${NODE}`, choice: 'theirs' }));
  await tab.edit(node('Mine, last'));
  await tab.outbox.settle();
  expect(shown()).toEqual([[node('Mine, last'), node('Theirs')]]);
  expect(nameOn(server)).toBe('Theirs');
  tab.store.dispatch(conflictChosen({ key: `node:${NODE}`, choice: 'mine' }));
  await tab.outbox.settle();
  expect(nameOn(server)).toBe('Mine, last');
  tab.kill();
});

test('what no server would take is not taken, and is said by the names people know', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  const material = {
    kind: 'material',
    id: uuid(),
    name: 'Crushed stone',
    class: 'stone',
    density: 1_600,
    waste: 0.05,
    loose: 1.1,
  } as Item;
  tab.actions.edit([{ op: 'put', item: material }]);
  tab.actions.edit([{ op: 'put', item: { ...material, density: 1_600 * 1_187 } as Item }]);
  expect(tab.store.getState().notice).toMatch(/^Not saved. The material “Crushed stone”, density/);
  expect(tab.plan().material[material.id]).toEqual(material);
  await tab.outbox.run();
  await tab.settled();
  expect(tab.words()).toBe('Saved');
  // What is taken back by a step is checked as well, and what comes after is not held up.
  tab.actions.edit([{ op: 'put', item: node('Basin') }]);
  await tab.outbox.run();
  expect(nameOn(server)).toBe('Basin');
});

test('what others did is heard, removals too', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  await tab.edit(node('Basin'));
  const two = await page(server, freshFile());
  expect(two.plan().node[NODE]).toEqual(node('Basin'));
  two.store.dispatch(planEdited({ edits: [{ op: 'remove', kind: 'node', id: NODE }], batch: uuid(), way: 'do' }));
  await two.outbox.run();
  await two.settled();
  await two.outbox.run();
  await tab.outbox.run();
  expect(tab.plan().node[NODE]).toBeUndefined();
  tab.kill();
  two.kill();
});

test('a device that cannot keep says so, and the edit goes to the server all the same', async () => {
  const server = new FakeServer(JOB);
  const tab = await page(server, freshFile());
  jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  server.up = false;
  await tab.edit(node('Basin'));
  expect(tab.words()).toMatch(/Not saved: .* Leave this page open/);
  server.up = true;
  await tab.outbox.run();
  expect(tab.words()).toBe('Saved');
  expect(nameOn(server)).toBe('Basin');
  tab.kill();
});

test('undo and redo reach back over a reload', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const tab = await page(server, file);
  await tab.edit(node('Basin'));
  await tab.edit(node('Yard basin'));
  tab.actions.undo();
  await tab.settled();
  await tab.outbox.run();
  tab.kill();
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
    const tab = await page(server, freshFile());
    server.up = false;
    const first = shot(1.2);
    await tab.edit(first);
    await tab.edit(shot(1.3, { supersedes: first.id }));
    expect(await tab.onDevice()).toBe(2);
    tab.actions.undo();
    await tab.settled();
    expect(Object.values(tab.plan().shot)).toEqual([first]);
    expect(await tab.onDevice()).toBe(1);
    tab.actions.undo();
    await tab.settled();
    expect(Object.values(tab.plan().shot)).toEqual([]);
    expect(await tab.onDevice()).toBe(0);
    tab.actions.redo();
    await tab.settled();
    expect(Object.values(tab.plan().shot)).toEqual([first]);
    server.up = true;
    await tab.outbox.run();
    expect(tab.words()).toBe('Saved');
    expect(server.taken.map(({ changes }) => changes.length)).toEqual([1]);
    tab.kill();
  });

  test('once it was sent is a record of its own, and brings the reading before it back into force', async () => {
    const server = new FakeServer(JOB);
    const tab = await page(server, freshFile());
    const first = shot(1.2);
    const second = shot(1.3, { supersedes: first.id });
    await tab.edit(first);
    await tab.edit(second);
    tab.actions.undo();
    await tab.settled();
    await tab.outbox.run();
    const shots = [...server.held.values()].map(({ item }) => item);
    expect(shots).toHaveLength(3);
    expect(shots).toContainEqual(expect.objectContaining({ recalls: second.id }));
    expect(inForce(Object.values(tab.plan().shot)).standing.map(({ id }) => id)).toEqual([first.id]);
    tab.kill();
  });

  test('that was being sent when the line broke may have arrived, and so is not taken back without a trace', async () => {
    const server = new FakeServer(JOB);
    const tab = await page(server, freshFile());
    server.loseAnswer = true;
    const first = shot(1.2);
    await tab.edit(first);
    tab.actions.undo();
    await tab.settled();
    await tab.outbox.run();
    await tab.settled();
    await tab.outbox.run();
    expect(server.taken).toHaveLength(2);
    expect(inForce(Object.values(tab.plan().shot)).standing).toEqual([]);
    tab.kill();
  });
});

describe('while what waits is being made anew', () => {
  /** The device takes its time over what is made anew. @returns whether it has begun, and how it ends */
  const slowly = (device: Device): { begun: () => boolean; go: () => void } => {
    const { replacePending } = device;
    let [go, begun] = [(): void => undefined, false];
    const waits = new Promise<void>((resolve) => (go = resolve));
    jest.spyOn(device, 'replacePending').mockImplementation(async (...given) => {
      await replacePending(...given);
      begun = true;
      await waits;
    });
    return { begun: () => begun, go: () => go() };
  };
  const until = async (there: () => boolean): Promise<void> => {
    while (!there()) await new Promise((resolve) => setTimeout(resolve, 2));
  };

  test('what is typed then comes after it, and is not lost', async () => {
    const server = new FakeServer(JOB);
    const tab = await page(server, freshFile());
    await tab.edit(node('Basin', 1));
    server.up = false;
    await tab.edit(node('Basin', 2));
    server.up = true;
    server.other(node('Theirs', 1));
    const { begun, go } = slowly(tab.device);
    const round = tab.outbox.run();
    await until(begun);
    const now = tab.plan().node[NODE] as Item;
    tab.store.dispatch(
      planEdited({ edits: [{ op: 'put', item: { ...now, water: { high: 3 } } as Item }], batch: uuid(), way: 'do' }),
    );
    go();
    await round;
    await tab.outbox.run();
    await tab.settled();
    expect(tab.words()).toBe('Saved');
    expect(server.item(`node:${NODE}`)).toEqual(node('Theirs', 3));
    expect(tab.plan().node[NODE]).toEqual(node('Theirs', 3));
  });

  test('a job that is opened then gets none of it', async () => {
    const server = new FakeServer(JOB);
    const yard = new FakeServer(YARD);
    const tab = await page(server, freshFile(), together(server, yard));
    await tab.edit(node('Basin', 1));
    server.up = false;
    await tab.edit(node('Basin', 2));
    server.up = true;
    server.other(node('Theirs', 1));
    const { begun, go } = slowly(tab.device);
    void tab.outbox.run();
    await until(begun);
    const opening = tab.outbox.open(YARD);
    await new Promise((resolve) => setTimeout(resolve, 20));
    go();
    await opening;
    await tab.outbox.run();
    expect(tab.store.getState().job).toMatchObject({ id: YARD, pending: [] });
    expect(Object.keys(tab.plan().node)).toEqual([]);
    await tab.outbox.run();
    expect(server.item(`node:${NODE}`)).toEqual(node('Theirs', 2));
  });
});
