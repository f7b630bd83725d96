import type { RejectedBatch, Foreign, ServerItem, Job, Pending, Step, Uuid } from '@alveus/plan';
import { VERSION } from '@alveus/plan/version';
import type { DBSchema, IDBPDatabase, IDBPTransaction, StoreNames } from 'idb';
import { openDB } from 'idb';
import type { KnownJob } from '../../store/frame/jobs';
import type { Settings } from '../../store/frame/settings';
import { planCode } from './planCode';

/** The database in which a device keeps things, and how what an older app kept comes into it. */

/** Stores are called on disk as the first app called them, whatever the code says by now. */
export const SERVER_ITEMS = 'held';
export const REJECTED = 'aside';

export interface DeviceSchema extends DBSchema {
  jobs: { key: Uuid; value: KnownJob };
  [SERVER_ITEMS]: { key: [job: Uuid, key: string]; value: ServerItem & { job: Uuid }; indexes: { job: Uuid } };
  /** In the order of their numbers. */
  pending: { key: number; value: Pending & { job: Uuid }; indexes: { job: Uuid } };
  /** What the server refused, until somebody decides. */
  [REJECTED]: { key: number; value: RejectedBatch & { job: Uuid }; indexes: { job: Uuid } };
  /** What can be undone and redone in a job. */
  steps: { key: Uuid; value: Steps };
  settings: { key: string; value: Settings };
}

export interface Steps {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export type Database = IDBPDatabase<DeviceSchema>;

/**
 * The version of the stores. The database's own is made of it and of that of the plan format, so that whoever opens it
 * finds what is in it in the format that they know, or brings it forward; an older app is told that it is too old.
 */
const STORES = 2;
const versionOf = (stores: number, format: number): number => 100 * stores + format;
/** The first that was told by this database; its items are of that version of the format. */
const FIRST = { version: 1, format: 3 };

/**
 * @param onNewer a newer app wants to change the stores, or has: this page lets go of them, and keeps nothing from here on
 * @throws where a newer app has them
 */
export async function openDatabase(name: string, onNewer: () => void): Promise<Database> {
  try {
    const database: Database = await openDB<DeviceSchema>(name, versionOf(STORES, VERSION), {
      upgrade(db, old, _new, tx) {
        if (old === 0) makeStores(db);
        // Half of it forward would be worse than none: then all stays as it was.
        else bringForward(tx, old === FIRST.version ? FIRST.format : old % 100).catch(() => tx.abort());
      },
      blocking() {
        database.close();
        onNewer();
      },
    });
    return database;
  } catch (error) {
    if ((error as DOMException).name === 'VersionError') onNewer();
    throw error;
  }
}

function makeStores(db: Database): void {
  db.createObjectStore('jobs', { keyPath: 'id' });
  db.createObjectStore(SERVER_ITEMS).createIndex('job', 'job');
  db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
  db.createObjectStore(REJECTED, { autoIncrement: true }).createIndex('job', 'job');
  db.createObjectStore('steps');
  db.createObjectStore('settings');
}

/**
 * Everything in an older format as the newest has it, but for what is to be sent: that stays as it was first sent, in its
 * own format, since it may have arrived.
 */
async function bringForward(tx: Upgrading, from: number): Promise<void> {
  const { upgradeStep } = planCode();
  for (let row = await tx.objectStore(SERVER_ITEMS).openCursor(); row; row = await row.continue())
    await row.update(forwardHeld(row.value, from));
  for (let row = await tx.objectStore('pending').openCursor(); row; row = await row.continue())
    await row.update(forwardWaiting(row.value, from));
  for (let row = await tx.objectStore(REJECTED).openCursor(); row; row = await row.continue())
    await row.update({ ...row.value, step: upgradeStep(row.value.step, from) });
  for (let row = await tx.objectStore('steps').openCursor(); row; row = await row.continue()) {
    const { past, future } = row.value;
    const forward = (steps: readonly Step[]): Step[] => steps.map((step) => upgradeStep(step, from));
    await row.update({ past: forward(past), future: forward(future) });
  }
}

type Upgrading = IDBPTransaction<DeviceSchema, StoreNames<DeviceSchema>[], 'versionchange'>;

function forwardHeld<Row extends ServerItem>(row: Row, from: number): Row {
  const { readItem, upgradeItem } = planCode();
  const { foreign, ...rest } = row;
  const was = row.item ?? foreign;
  return was ? ({ ...rest, ...readItem(upgradeItem({ ...was }, from) as Foreign) } as Row) : row;
}

/** A batch that an older app left says nothing of its format: it was its own. */
function forwardWaiting<Row extends Pending>(row: Row, from: number): Row {
  const { format = from } = row as Partial<Pending>;
  return { ...row, format, step: planCode().upgradeStep(row.step, from) };
}

/** The database of the first app, which held on to it whoever wanted to change it. Its versions were the plan format's. */
type First = Pick<DeviceSchema, 'jobs' | 'held' | 'pending' | 'settings'> & DBSchema;

/**
 * Takes over what the first app kept. A page of it may still be open, and go on with what it has in memory: what it
 * puts there later comes at the next start. What waits is taken by the ids of its batches, which the server takes
 * once, whoever sends them.
 */
export async function takeOver(database: Database, name: string): Promise<void> {
  const all = await indexedDB.databases();
  const there = all.find((found) => found.name === name);
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
  readonly held: readonly (ServerItem & { job: Uuid })[];
  readonly pending: readonly (Pending & { job: Uuid })[];
  readonly settings: Settings | undefined;
}

/** @param from the version of the plan format that it was kept in */
async function putAll(database: Database, from: number, { jobs, held, pending, settings }: Taken): Promise<void> {
  const { keyOf } = planCode();
  const tx = database.transaction(['jobs', 'held', 'pending', 'settings'], 'readwrite', { durability: 'strict' });
  const here = await tx.objectStore('jobs').getAllKeys();
  for (const job of jobs) if (!here.includes(job.id)) await tx.objectStore('jobs').put(job);
  for (const row of held) {
    const key: [Uuid, string] = [row.job, keyOf(row)];
    const known = await tx.objectStore('held').get(key);
    if (known && known.revision >= row.revision) continue;
    await tx.objectStore('held').put(forwardHeld(row, from), key);
  }
  const waiting = new Set((await tx.objectStore('pending').getAll()).map(({ id }) => id));
  for (const batch of pending)
    if (!waiting.has(batch.id)) await tx.objectStore('pending').add(forwardWaiting(batch, from));
  if (settings && !(await tx.objectStore('settings').get('device')))
    await tx.objectStore('settings').put(settings, 'device');
  await tx.done;
}
