import type { Aside, Held, Item, Job, Pending, Step, Uuid } from '@alveus/plan';
import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';
import type { KnownJob } from '../../store/frame/jobs';
import type { Settings } from '../../store/frame/settings';
import { planCode } from './planCode';

/** The database in which a device keeps things, and how what an older app kept comes into it. */

export interface Kept extends DBSchema {
  jobs: { key: Uuid; value: KnownJob };
  held: { key: [job: Uuid, key: string]; value: Held & { job: Uuid }; indexes: { job: Uuid } };
  /** In the order of their numbers. */
  pending: { key: number; value: Pending & { job: Uuid }; indexes: { job: Uuid } };
  /** What the server refused, until somebody decides. */
  aside: { key: number; value: Aside & { job: Uuid }; indexes: { job: Uuid } };
  /** What can be undone and redone in a job. */
  steps: { key: Uuid; value: Steps };
  settings: { key: string; value: Settings };
}

export interface Steps {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export type Database = IDBPDatabase<Kept>;

/** Its own version, which is not the plan format's: the stores of it. */
const STORES = 1;

/** @param onNewer a newer app wants to change the stores: this page lets go of them, and keeps nothing from here on */
export async function openDatabase(name: string, onNewer: () => void): Promise<Database> {
  const database: Database = await openDB<Kept>(name, STORES, {
    upgrade(db) {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('held').createIndex('job', 'job');
      db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('aside', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('steps');
      db.createObjectStore('settings');
    },
    blocking() {
      database.close();
      onNewer();
    },
  });
  return database;
}

/** The database of the first app, which held on to it whoever wanted to change it. Its versions were the plan format's. */
type First = Pick<Kept, 'jobs' | 'held' | 'pending' | 'settings'> & DBSchema;

/**
 * Takes over what the first app kept. A page of it may still be open, and go on with what it has in memory: what it
 * puts there later comes at the next start. What waits is taken by the ids of its batches, which the server takes
 * once, whoever sends them.
 */
export async function takeOver(database: Database, name: string): Promise<void> {
  const all = await indexedDB.databases();
  const there = all.find((one) => one.name === name);
  if (!there) return;
  const first = await openDB<First>(name);
  try {
    // Made by looking at it, or by a start that was cut off.
    if (!first.objectStoreNames.contains('pending')) return;
    const [jobs, held, keys, pending, settings] = await Promise.all([
      first.getAll('jobs'),
      first.getAll('held'),
      first.getAllKeys('pending'),
      first.getAll('pending'),
      first.get('settings', 'device'),
    ]);
    if (jobs.length === 0 && held.length === 0 && pending.length === 0) return;
    await putAll(database, first.version, { jobs, held, pending, settings });
    // Only once it is here for good.
    const tx = first.transaction(['jobs', 'held', 'pending'], 'readwrite');
    await tx.objectStore('jobs').clear();
    await tx.objectStore('held').clear();
    for (const key of keys) await tx.objectStore('pending').delete(key);
    await tx.done;
  } finally {
    first.close();
  }
}

interface Taken {
  readonly jobs: readonly Job[];
  readonly held: readonly (Held & { job: Uuid })[];
  readonly pending: readonly (Pending & { job: Uuid })[];
  readonly settings: Settings | undefined;
}

/** @param from the version of the plan format that it was kept in */
async function putAll(database: Database, from: number, { jobs, held, pending, settings }: Taken): Promise<void> {
  const { keyOf, upgradeItem, upgradeWaiting } = planCode();
  const tx = database.transaction(['jobs', 'held', 'pending', 'settings'], 'readwrite', { durability: 'strict' });
  const here = await tx.objectStore('jobs').getAllKeys();
  for (const job of jobs) if (!here.includes(job.id)) await tx.objectStore('jobs').put(job);
  for (const one of held) {
    const key: [Uuid, string] = [one.job, keyOf(one)];
    const known = await tx.objectStore('held').get(key);
    if (known && known.revision >= one.revision) continue;
    const item = one.item && (upgradeItem({ ...one.item }, from) as unknown as Item);
    await tx.objectStore('held').put({ ...one, item }, key);
  }
  const waiting = new Set((await tx.objectStore('pending').getAll()).map(({ id }) => id));
  for (const batch of pending)
    if (!waiting.has(batch.id)) await tx.objectStore('pending').add(upgradeWaiting(batch, from));
  if (settings && !(await tx.objectStore('settings').get('device')))
    await tx.objectStore('settings').put(settings, 'device');
  await tx.done;
}
