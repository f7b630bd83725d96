import { openDB } from 'idb';
import { DEFAULT_SETTINGS } from '../src/store/frame/settings';
import { openDevice } from '../src/sync/frame/device';
import { leaveSettings } from '../src/sync/frame/lastWords';
import { FakeServer, uuid } from './support/fakeServer';
import { JOB, NODE, freshFile, firstOf, page } from './support/page';

/** What the first app left on a device, in the versions of its time. */

/** Its database; the versions were the plan format's. */
const firstApp = (file: string, version: number) =>
  openDB(firstOf(file), version, {
    upgrade(db) {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('held').createIndex('job', 'job');
      db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('settings');
    },
  });

test('a device that kept a plan of version 1 brings it forward, waiting edits and all', async () => {
  const file = freshFile();
  const old = await firstApp(file, 1);
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
  const tab = await page(server, file);
  await tab.outbox.run();
  expect(tab.words()).toBe('Saved');
  expect(server.held.get(`node:${NODE}`)?.item).toMatchObject({ water: { high: 29 } });
  tab.kill();
});

test('what waits on a device since version 2 is brought forward, and arrives', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const old = await firstApp(file, 2);
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
  const tab = await page(server, file);
  expect(tab.plan().run[NODE]).toMatchObject({ a: low, b: high, flow: 'to-a' });
  expect(tab.plan().runGrade[NODE]).toEqual({ kind: 'runGrade', id: NODE, a: 28, stepA: 0.1 });
  server.up = true;
  await tab.outbox.run();
  expect(server.held.get(`runGrade:${NODE}`)?.item).toEqual({ kind: 'runGrade', id: NODE, a: 28, stepA: 0.1 });
  // It may have arrived before, so it was sent as it was then: the server brings it forward.
  expect(server.came).toMatchObject([{ format: 2, changes: [{ op: 'put', item: grade, base: 0 }] }]);
  tab.kill();
});

test('what this device kept before batches told their format is in the format of then; a newer app’s is let be', async () => {
  const server = new FakeServer(JOB);
  const file = freshFile();
  const before = await openDB(file, 1, {
    upgrade(db) {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('held').createIndex('job', 'job');
      db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('aside', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('steps');
      db.createObjectStore('settings');
    },
  });
  const item = { kind: 'node', id: NODE, name: 'Basin', form: 'manhole' };
  const step = [{ address: { kind: 'node', id: NODE }, before: undefined, after: item }];
  await before.put('jobs', { id: JOB, name: 'Yard', sequence: 0, changedAt: '' });
  await before.add('pending', { job: JOB, id: uuid(), changes: [{ op: 'put', item, base: 0 }], step });
  await before.put('steps', { past: [step], future: [] }, JOB);
  before.close();
  const tab = await page(server, file);
  expect(tab.words()).toBe('Saved');
  expect(server.came).toMatchObject([{ format: 3, changes: [{ op: 'put', item, base: 0 }] }]);
  expect(tab.store.getState().job.past).toEqual([step]);
  tab.kill();
  const newer = await openDB(file, 9_999);
  const onNewer = jest.fn();
  await expect(openDevice(file, `${file}-none`, onNewer)).rejects.toThrow();
  expect(onNewer).toHaveBeenCalled();
  newer.close();
});

test('settings that were chosen as the page went are there on the next, and those chosen later after them', async () => {
  const left = new Map<string, string>();
  const localStorage = {
    getItem: (key: string) => left.get(key) ?? null,
    setItem: (key: string, text: string) => void left.set(key, text),
    removeItem: (key: string) => void left.delete(key),
  };
  Object.assign(globalThis, { localStorage });
  const file = freshFile();
  const device = await openDevice(file, firstOf(file));
  const chosen = (theme: 'light' | 'dark') => ({ ...DEFAULT_SETTINGS, theme });
  await device.keepSettings(chosen('light'));
  expect(left.size).toBe(0);
  // The page goes before the database has them.
  const going = device.keepSettings(chosen('dark'));
  device.close();
  await going.catch(() => undefined);
  leaveSettings(chosen('dark'));
  const next = await openDevice(file, firstOf(file));
  expect(await next.settings()).toMatchObject({ theme: 'dark' });
  await next.keepSettings(chosen('light'));
  expect(left.size).toBe(0);
  expect(await next.settings()).toMatchObject({ theme: 'light' });
  localStorage.setItem('alveus-settings', '{"theme":');
  expect(await next.settings()).toMatchObject({ theme: 'light' });
  Reflect.deleteProperty(globalThis, 'localStorage');
  next.close();
});
