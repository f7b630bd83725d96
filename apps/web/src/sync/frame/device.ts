import type { RejectedBatch, ServerItem, Pending, Uuid } from '@alveus/plan';
import type { KnownJob } from '../../store/frame/jobs';
import type { Settings } from '../../store/frame/settings';
import type { Database, Steps } from './database';
import { openDatabase, REJECTED, SERVER_ITEMS, takeOver } from './database';
import { leaveSettings, settingsLeft, takeLastWords } from './lastWords';
import { planCode } from './planCode';

/**
 * What this device keeps: jobs as last heard from the server, edits that wait to be sent, and what was refused.
 * A write has happened once its promise is done; only then may the screen say "kept".
 */
export type Device = ReturnType<typeof deviceOn>;

/**
 * @param name of the database; tests have their own
 * @param first of the first app's, whose things are taken over
 * @param onNewer a newer app took the storage: nothing is kept from here on
 */
export async function openDevice(
  name = 'alveus-device',
  first = 'alveus',
  onNewer: () => void = () => undefined,
): Promise<Device> {
  const database = await openDatabase(name, onNewer);
  // What cannot be taken over stays where it is, and is tried again at the next start.
  await takeOver(database, first).catch(() => undefined);
  const device = deviceOn(database);
  await takeLastWords(device.keepUnlessThere).catch(() => undefined);
  return device;
}

export interface StoredJob {
  readonly job: KnownJob | undefined;
  readonly held: ServerItem[];
  readonly pending: Pending[];
  readonly rejected: RejectedBatch[];
  readonly steps: Steps | undefined;
}

/** How much of a job waits, and how much was refused. */
export interface Waiting {
  readonly pending: number;
  readonly rejected: number;
}

const deviceOn = (db: Database) => ({
  ...jobListOn(db),
  ...jobCopyOn(db),
  ...queuesOn(db),
  ...settingsOn(db),
  close: (): void => db.close(),
});

/** The list of jobs, and what became of each. */
const jobListOn = (db: Database) => ({
  jobs: (): Promise<KnownJob[]> => db.getAll('jobs'),

  /**
   * The server's list, and what it has not heard of yet.
   * @returns jobs whose plan is here and that are not in the list: deleted, or lost
   */
  async keepJobs(jobs: readonly KnownJob[]): Promise<KnownJob[]> {
    const tx = db.transaction(['jobs', 'pending'], 'readwrite');
    const rows = tx.objectStore('jobs');
    const before = await rows.getAll();
    const waiting = await jobsIn(tx.objectStore('pending'));
    // The sequence kept for a job says how far its plan is held here, not how far the server is.
    const byId = new Map(before.map((job) => [job.id, job]));
    const listed = new Set(jobs.map(({ id }) => id));
    await rows.clear();
    for (const job of jobs) {
      const { sequence = 0, points } = byId.get(job.id) ?? {};
      await rows.put({ ...job, sequence, ...(points ? { points } : {}) });
    }
    const unlisted = before.filter(
      ({ id, made, sequence, points = [] }) =>
        !listed.has(id) && (made || sequence + points.length > 0 || waiting.has(id)),
    );
    for (const job of unlisted) await rows.put(job);
    await tx.done;
    return unlisted.filter(({ made }) => !made);
  },

  /** A job that the server had and knows nothing of now. */
  async keepLost(job: Uuid): Promise<void> {
    const tx = db.transaction('jobs', 'readwrite');
    const stored = await tx.store.get(job);
    if (stored) await tx.store.put({ ...stored, lost: true });
    await tx.done;
  },

  /** Lets go of a job that was deleted, unless something of it waits here. */
  async forget(job: Uuid): Promise<void> {
    const tx = db.transaction(['jobs', SERVER_ITEMS, 'pending', REJECTED, 'steps'], 'readwrite');
    for (const store of ['pending', REJECTED] as const)
      if ((await tx.objectStore(store).index('job').count(job)) > 0) return tx.done;
    await clearJob(tx.objectStore(SERVER_ITEMS), job);
    await tx.objectStore('steps').delete(job);
    await tx.objectStore('jobs').delete(job);
    await tx.done;
  },

  /** A job made here, with what is in it from the start. */
  async keepMade(job: KnownJob, pending: readonly Pending[]): Promise<void> {
    const tx = db.transaction(['jobs', 'pending'], 'readwrite', { durability: 'strict' });
    await tx.objectStore('jobs').put({ ...job, made: true });
    for (const batch of pending) await tx.objectStore('pending').add({ ...batch, job: job.id });
    await tx.done;
  },

  /** The server has heard of a job that was made here. */
  async madeKnown(job: Uuid): Promise<void> {
    const tx = db.transaction('jobs', 'readwrite', { durability: 'strict' });
    const { made: _made, ...stored } = (await tx.store.get(job)) ?? {};
    if ('id' in stored) await tx.store.put(stored);
    await tx.done;
  },
});

/** The local copy of a job: what was heard of it, all at once in each transaction. */
const jobCopyOn = (db: Database) => ({
  async read(job: Uuid): Promise<StoredJob> {
    const tx = db.transaction(['jobs', SERVER_ITEMS, 'pending', REJECTED, 'steps']);
    const [about, held, pending, rejected, steps] = await Promise.all([
      tx.objectStore('jobs').get(job),
      tx.objectStore(SERVER_ITEMS).index('job').getAll(job),
      tx.objectStore('pending').index('job').getAll(job),
      tx.objectStore(REJECTED).index('job').getAll(job),
      tx.objectStore('steps').get(job),
    ]);
    return {
      job: about,
      held: held.map((row) => readAnew(own(row))),
      pending: pending.map(own),
      rejected: rejected.map(own),
      steps,
    };
  },

  /** What the server said, the batch it answered gone from the queue with it. */
  async keepHeard(job: KnownJob, changes: readonly ServerItem[], answered: Uuid | undefined): Promise<void> {
    const tx = db.transaction(['jobs', SERVER_ITEMS, 'pending'], 'readwrite', { durability: 'strict' });
    await tx.objectStore('jobs').put(job);
    const { keyOf } = planCode();
    for (const change of changes) {
      const key: [Uuid, string] = [job.id, keyOf(change)];
      const row = await tx.objectStore(SERVER_ITEMS).get(key);
      if (!row || row.revision < change.revision)
        await tx.objectStore(SERVER_ITEMS).put({ ...change, job: job.id }, key);
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

  /** A job as the server has it since it was put back to an earlier day; what waits and what was rejected with it. */
  async keepRejoined(
    job: KnownJob,
    held: readonly ServerItem[],
    pending: readonly Pending[],
    rejected: readonly RejectedBatch[],
  ): Promise<void> {
    const tx = db.transaction(['jobs', SERVER_ITEMS, 'pending', REJECTED], 'readwrite', { durability: 'strict' });
    const { keyOf } = planCode();
    await tx.objectStore('jobs').put(job);
    await clearJob(tx.objectStore(SERVER_ITEMS), job.id);
    for (const item of held) await tx.objectStore(SERVER_ITEMS).put({ ...item, job: job.id }, [job.id, keyOf(item)]);
    await clearJob(tx.objectStore('pending'), job.id);
    for (const batch of pending) await tx.objectStore('pending').add({ ...batch, job: job.id });
    for (const batch of rejected) await tx.objectStore(REJECTED).add({ ...batch, job: job.id });
    await tx.done;
  },

  keepSteps: async (job: Uuid, steps: Steps): Promise<void> => void (await db.put('steps', steps, job)),
});

/** What waits to be sent, in its order, and what was rejected. */
const queuesOn = (db: Database) => ({
  /** Of every job of which something waits, was refused, or is not known to the server. */
  async waiting(): Promise<Map<Uuid, Waiting>> {
    const tx = db.transaction(['jobs', 'pending', REJECTED]);
    const all = new Map<Uuid, Waiting>();
    const add = (job: Uuid, what: keyof Waiting): void => {
      const before = all.get(job) ?? { pending: 0, rejected: 0 };
      all.set(job, { ...before, [what]: before[what] + 1 });
    };
    for (const { id, made } of await tx.objectStore('jobs').getAll()) if (made) add(id, 'pending');
    for (const [store, what] of [
      ['pending', 'pending'],
      [REJECTED, 'rejected'],
    ] as const) {
      const rows = tx.objectStore(store).index('job');
      for (let cursor = await rows.openKeyCursor(); cursor; cursor = await cursor.continue()) add(cursor.key, what);
    }
    return all;
  },

  async keepPending(job: Uuid, batch: Pending): Promise<void> {
    await db.add('pending', { ...batch, job });
  },

  async keepUnlessThere(job: Uuid, batch: Pending): Promise<void> {
    const tx = db.transaction('pending', 'readwrite', { durability: 'strict' });
    const there = await tx.store.index('job').getAll(job);
    if (!there.some(({ id }) => id === batch.id)) await tx.store.add({ ...batch, job });
    await tx.done;
  },

  /** A batch that was taken back before it was ever sent. */
  async dropPending(job: Uuid, batch: Uuid): Promise<void> {
    const tx = db.transaction('pending', 'readwrite', { durability: 'strict' });
    for (let cursor = await tx.store.index('job').openCursor(job); cursor; cursor = await cursor.continue()) {
      if (cursor.value.id === batch) await cursor.delete();
    }
    await tx.done;
  },

  /** All waiting edits of a job rebased, at once. */
  async replacePending(job: Uuid, pending: readonly Pending[]): Promise<void> {
    const tx = db.transaction('pending', 'readwrite', { durability: 'strict' });
    await clearJob(tx.store, job);
    for (const batch of pending) await tx.store.add({ ...batch, job });
    await tx.done;
  },

  /** What was rejected, and what still waits, at once. */
  async keepRejected(job: Uuid, rejected: readonly RejectedBatch[], pending: readonly Pending[]): Promise<void> {
    const tx = db.transaction(['pending', REJECTED], 'readwrite', { durability: 'strict' });
    const waits = tx.objectStore('pending');
    await clearJob(waits, job);
    for (const batch of pending) await waits.add({ ...batch, job });
    for (const batch of rejected) await tx.objectStore(REJECTED).add({ ...batch, job });
    await tx.done;
  },

  /** Somebody decided. */
  async dropRejected(job: Uuid, id: Uuid): Promise<void> {
    const tx = db.transaction(REJECTED, 'readwrite', { durability: 'strict' });
    for (let cursor = await tx.store.index('job').openCursor(job); cursor; cursor = await cursor.continue())
      if (cursor.value.id === id) await cursor.delete();
    await tx.done;
  },
});

const settingsOn = (db: Database) => ({
  settings: async (): Promise<Settings | undefined> => settingsLeft() ?? db.get('settings', 'device'),
  keepSettings: async (settings: Settings): Promise<void> => {
    const kept = leaveSettings(settings);
    const tx = db.transaction('settings', 'readwrite');
    void tx.store.put(settings, 'device');
    // At once, and not when the page next has time: it may be left in that moment.
    tx.commit();
    await tx.done;
    kept();
  },
});

/** What could not be read when it was heard may be known to the app by now. */
function readAnew(row: ServerItem): ServerItem {
  const { foreign, ...rest } = row;
  return foreign ? { ...rest, ...planCode().readItem(foreign) } : row;
}

/** The jobs under which something is filed in a store. */
async function jobsIn(store: {
  index(name: 'job'): { openKeyCursor(from: null, way: 'nextunique'): Promise<KeyCursor | null> };
}): Promise<Set<Uuid>> {
  const jobs = new Set<Uuid>();
  const rows = store.index('job');
  for (let row = await rows.openKeyCursor(null, 'nextunique'); row; row = await row.continue()) jobs.add(row.key);
  return jobs;
}

interface KeyCursor {
  readonly key: Uuid;
  continue(): Promise<KeyCursor | null>;
}

/** What is filed under a job in a store. */
interface Filed {
  index(name: 'job'): {
    openCursor(job: Uuid): Promise<{ delete(): Promise<void>; continue(): Promise<unknown> } | null>;
  };
}

async function clearJob(store: Filed, job: Uuid): Promise<void> {
  const rows = store.index('job');
  for (let cursor = await rows.openCursor(job); cursor; cursor = (await cursor.continue()) as typeof cursor)
    await cursor.delete();
}

/** A row without the job that it is filed under. */
const own = <Row extends { job: Uuid }>({ job: _job, ...rest }: Row): Omit<Row, 'job'> => rest;
