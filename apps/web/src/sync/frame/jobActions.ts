import type { Uuid } from '@alveus/plan';
import { deletedForgotten, jobDeleted, jobPut } from '../../store/frame/jobs';
import { noticed } from '../../store/frame/notice';
import { server } from '../../store/frame/server';
import type { FrameStore } from '../../store/frame/store';
import { newId } from '../ids';
import type { JobsApi } from './jobsApi';

/** What a person does to jobs as a whole. Each says in a sentence where it could not be done. */
export function jobActionsOn(store: FrameStore, api: JobsApi) {
  const tried = async (work: () => Promise<void>): Promise<boolean> => {
    try {
      await work();
      return true;
    } catch (error) {
      store.dispatch(noticed(messageOf(error)));
      return false;
    }
  };

  return {
    say: (text: string): void => void store.dispatch(noticed(text)),

    /**
     * @param fill puts what belongs into the new job; where it cannot, there is no new job
     * @returns the id of the new job, or undefined where it could not be made
     */
    async create(name: string, fill?: (id: Uuid) => Promise<void>): Promise<Uuid | undefined> {
      const id = newId();
      const made = await tried(async () => {
        const job = await api.createJob(id, name);
        try {
          await fill?.(id);
        } catch (error) {
          // Half a plan is worse than none.
          await api.deleteJob(id).catch(() => undefined);
          throw error;
        }
        store.dispatch(jobPut(job));
        store.dispatch(server.util.invalidateTags(['jobs']));
      });
      return made ? id : undefined;
    },

    rename: (id: Uuid, name: string): Promise<boolean> =>
      tried(async () => {
        store.dispatch(jobPut(await store.dispatch(server.endpoints.renameJob.initiate({ id, name })).unwrap()));
      }),

    remove: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        await store.dispatch(server.endpoints.deleteJob.initiate(id)).unwrap();
        store.dispatch(jobDeleted(id));
      }),

    restore: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        store.dispatch(jobPut(await store.dispatch(server.endpoints.restoreJob.initiate(id)).unwrap()));
        store.dispatch(deletedForgotten());
      }),
  };
}

export type JobActions = ReturnType<typeof jobActionsOn>;

function messageOf(error: unknown): string {
  const message = (error as { message?: unknown } | null)?.message;
  return typeof message === 'string' ? message : 'That did not work.';
}
