import type { Job, Pending, Uuid } from '@alveus/plan';
import type { KnownJob } from '../../store/frame/jobs';
import { deletedForgotten, jobDeleted, jobPut } from '../../store/frame/jobs';
import { noticed } from '../../store/frame/notice';
import { fetchJobs } from '../../store/frame/server';
import type { FrameStore } from '../../store/frame/store';
import { newId } from '../ids';
import type { Device } from './device';
import type { JobsApi } from './jobsApi';
import { numbered } from './numbered';

/** What is in a new job from the start. */
export interface Contents {
  readonly batches: readonly Pending[];
  /** Sends it, where there is no device to send it from. */
  readonly send: (job: Uuid) => Promise<void>;
}

const EMPTY: Contents = { batches: [], send: () => Promise.resolve() };

/**
 * What a person does to jobs as a whole. Each says in a sentence where it could not be done.
 * @param send has what waits on the device sent
 */
export function jobActionsOn(store: FrameStore, api: JobsApi, device: Device | undefined, send: () => Promise<void>) {
  const tried = async (work: () => Promise<void>): Promise<boolean> => {
    try {
      await work();
      return true;
    } catch (error) {
      store.dispatch(noticed(messageOf(error)));
      return false;
    }
  };

  /** The server has it so; what else is there since is asked for. */
  const changed = (now: ReturnType<typeof jobPut | typeof jobDeleted>): void => {
    store.dispatch(now);
    void store.dispatch(fetchJobs('changed'));
  };

  return {
    /** A name that tells a new job apart from those there are. */
    free: (name: string): string => numbered(name, store.getState().jobs.list),

    say: (text: string): void => void store.dispatch(noticed(text)),

    /**
     * A new job: it is on this device at once, and goes to the server from there. Where the browser keeps nothing it is
     * made on the server, whole or not at all.
     * @returns the id of the new job, or undefined where it could not be made
     */
    async create(name: string, contents: Contents = EMPTY): Promise<Uuid | undefined> {
      const job: KnownJob = { id: newId(), name, sequence: 0, changedAt: new Date().toISOString(), made: true };
      const kept = await device?.keepMade(job, contents.batches).then(
        () => true,
        () => false,
      );
      if (kept) {
        store.dispatch(jobPut(job));
        void send().catch(() => undefined);
        return job.id;
      }
      const made = await tried(async () => {
        const created = await api.createJob(job.id, name);
        try {
          await contents.send(job.id);
        } catch (error) {
          // Half a plan is worse than none.
          await api.deleteJob(job.id).catch(() => undefined);
          throw error;
        }
        changed(jobPut(created));
      });
      return made ? job.id : undefined;
    },

    rename: (id: Uuid, name: string): Promise<boolean> =>
      tried(async () => {
        changed(jobPut(await api.renameJob(id, name)));
      }),

    remove: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        await api.deleteJob(id);
        changed(jobDeleted(id));
      }),

    /** Those that were deleted and can be brought back; undefined where the server does not say. */
    async deleted(): Promise<readonly Job[] | undefined> {
      let found: readonly Job[] | undefined;
      await tried(async () => {
        found = await api.deletedJobs();
      });
      return found;
    },

    restore: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        changed(jobPut(await api.restoreJob(id)));
        store.dispatch(deletedForgotten());
      }),
  };
}

export type JobActions = ReturnType<typeof jobActionsOn>;

function messageOf(error: unknown): string {
  const message = (error as { message?: unknown } | null)?.message;
  return typeof message === 'string' ? message : 'That did not work.';
}
