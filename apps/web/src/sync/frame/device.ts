import type { Held, Item, Job, Pending, Uuid } from '@alveus/plan';
import { VERSION } from '@alveus/plan/version';
import type { DBSchema, IDBPDatabase, IDBPTransaction, StoreNames } from 'idb';
import { openDB } from 'idb';
import type { Settings } from '../../store/frame/settings';
import { planCode } from './planCode';

/**
 * What this device keeps, in IndexedDB: jobs as last heard from the server, and edits that wait to be sent.
 * A write has happened once its promise is done; only then may the screen say "kept".
 */
interface Kept extends DBSchema {
  jobs: { key: Uuid; value: Job };
  held: { key: [job: Uuid, key: string]; value: Held & { job: Uuid }; indexes: { job: Uuid } };
  /** In the order of their numbers. */
  pending: { key: number; value: Pending & { job: Uuid }; indexes: { job: Uuid } };
  settings: { key: string; value: Settings };
}

export type Device = ReturnType<typeof deviceOn>;

export async function openDevice(name = 'alveus'): Promise<Device> {
  const database = await openDB<Kept>(name, VERSION, {
    upgrade(db, before, _after, tx) {
      if (before > 0) {
        // The change of version waits for what is written within it; all of it is brought forward, or none.
        bringForward(tx, before).catch(() => tx.abort());
        return;
      }
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('held').createIndex('job', 'job');
      db.createObjectStore('pending', { autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('settings');
    },
  });
  return deviceOn(database);
}

/** What was kept in an older version of the plan format, as the newest has it. This database's versions are the format's. */
async function bringForward(
  tx: IDBPTransaction<Kept, StoreNames<Kept>[], 'versionchange'>,
  from: number,
): Promise<void> {
  const { upgradeItem, upgradeWaiting } = planCode();
  for (let cursor = await tx.objectStore('held').openCursor(); cursor; cursor = await cursor.continue()) {
    const { item } = cursor.value;
    if (item) await cursor.update({ ...cursor.value, item: upgradeItem({ ...item }, from) as unknown as Item });
  }
  for (let cursor = await tx.objectStore('pending').openCursor(); cursor; cursor = await cursor.continue()) {
    await cursor.update(upgradeWaiting(cursor.value, from));
  }
}

export interface KeptJob {
  readonly job: Job | undefined;
  readonly held: Held[];
  readonly pending: Pending[];
}

function deviceOn(db: IDBPDatabase<Kept>) {
  return {
    jobs: (): Promise<Job[]> => db.getAll('jobs'),

    async keepJobs(jobs: readonly Job[]): Promise<void> {
      const tx = db.transaction('jobs', 'readwrite');
      // The sequence kept for a job says how far its plan is held here, not how far the server is.
      const known = new Map((await tx.store.getAll()).map((job) => [job.id, job.sequence]));
      await tx.store.clear();
      for (const job of jobs) await tx.store.put({ ...job, sequence: known.get(job.id) ?? 0 });
      await tx.done;
    },

    async read(job: Uuid): Promise<KeptJob> {
      const tx = db.transaction(['jobs', 'held', 'pending']);
      const [about, held, pending] = await Promise.all([
        tx.objectStore('jobs').get(job),
        tx.objectStore('held').index('job').getAll(job),
        tx.objectStore('pending').index('job').getAll(job),
      ]);
      return {
        job: about,
        held: held.map(({ job: _job, ...rest }) => rest),
        pending: pending.map(({ job: _job, ...rest }) => rest),
      };
    },

    async keepPending(job: Uuid, batch: Pending): Promise<void> {
      await db.add('pending', { ...batch, job });
    },

    /** A batch that was taken back before it was ever sent. */
    async dropPending(job: Uuid, batch: Uuid): Promise<void> {
      const tx = db.transaction('pending', 'readwrite', { durability: 'strict' });
      for (let cursor = await tx.store.index('job').openCursor(job); cursor; cursor = await cursor.continue()) {
        if (cursor.value.id === batch) await cursor.delete();
      }
      await tx.done;
    },

    /** What the server said, the batch it answered gone from the queue with it. */
    async keepHeard(job: Job, changes: readonly Held[], answered: Uuid | undefined): Promise<void> {
      const tx = db.transaction(['jobs', 'held', 'pending'], 'readwrite', { durability: 'strict' });
      await tx.objectStore('jobs').put(job);
      const { keyOf } = planCode();
      for (const change of changes) {
        const key: [Uuid, string] = [job.id, keyOf(change)];
        const known = await tx.objectStore('held').get(key);
        if (!known || known.revision < change.revision)
          await tx.objectStore('held').put({ ...change, job: job.id }, key);
      }
      if (answered !== undefined) {
        for (
          let cursor = await tx.objectStore('pending').index('job').openCursor(job.id);
          cursor;
          cursor = await cursor.continue()
        ) {
          if (cursor.value.id === answered) await cursor.delete();
        }
      }
      await tx.done;
    },

    /** All waiting edits of a job made anew, at once. */
    async replacePending(job: Uuid, pending: readonly Pending[]): Promise<void> {
      const tx = db.transaction('pending', 'readwrite', { durability: 'strict' });
      for (let cursor = await tx.store.index('job').openCursor(job); cursor; cursor = await cursor.continue())
        await cursor.delete();
      for (const batch of pending) await tx.store.add({ ...batch, job });
      await tx.done;
    },

    settings: (): Promise<Settings | undefined> => db.get('settings', 'device'),
    keepSettings: async (settings: Settings): Promise<void> => void (await db.put('settings', settings, 'device')),
    close: (): void => db.close(),
  };
}
