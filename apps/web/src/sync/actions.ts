import type { Edit, Plan, Uuid } from '@alveus/plan';
import { itemsOf, LIMITS, undo } from '@alveus/plan';
import { deletedForgotten, jobDeleted, jobNamed, jobPut, jobsListed, noticed, planEdited } from '../store';
import type { Store } from '../store/store';
import type { Api } from './api';
import type { Device } from './device';
import { newId } from './ids';

/** What a person does that reaches beyond the screen. Each answers with a sentence where it could not be done. */
export function actionsOn(store: Store, api: Api, device: Device | undefined) {
  const say = (text: string): void => void store.dispatch(noticed(text));
  const tried = async (work: () => Promise<void>): Promise<boolean> => {
    try {
      await work();
      return true;
    } catch (error) {
      say(error instanceof Error ? error.message : 'That did not work.');
      return false;
    }
  };

  const edit = (edits: readonly Edit[]): void => {
    if (edits.length > 0) store.dispatch(planEdited({ edits, batch: newId(), way: 'do' }));
  };

  const back = (way: 'undo' | 'redo'): void => {
    const { past, future, plan } = store.getState().job;
    const step = way === 'undo' ? past[past.length - 1] : future[future.length - 1];
    if (!step) return;
    const undoing = undo(plan, step, newId);
    if (!undoing.ok) {
      say(`Somebody has changed this since, so it cannot be ${way === 'undo' ? 'undone' : 'redone'}: ${undoing.moved.map(({ address }) => address.kind).join(', ')}.`);
      return;
    }
    if (undoing.edits.length > 0) store.dispatch(planEdited({ edits: undoing.edits, batch: newId(), way }));
  };

  return {
    edit,
    undo: () => back('undo'),
    redo: () => back('redo'),

    async listJobs(): Promise<void> {
      const remembered = await device?.jobs().catch(() => []);
      if (store.getState().jobs.state === 'loading' && remembered && remembered.length > 0) {
        store.dispatch(jobsListed({ list: remembered.sort((a, b) => (a.changedAt < b.changedAt ? 1 : -1)), state: 'remembered' }));
      }
      try {
        const list = await api.jobs();
        store.dispatch(jobsListed({ list, state: 'fresh' }));
        await device?.keepJobs(list);
      } catch {
        store.dispatch(jobsListed({ list: store.getState().jobs.list as never, state: 'remembered' }));
      }
    },

    /** @returns the id of the new job, or undefined where it could not be made */
    async createJob(name: string, plan?: Plan): Promise<Uuid | undefined> {
      const id = newId();
      const made = await tried(async () => {
        const job = await api.createJob(id, name);
        const items = plan ? itemsOf(plan) : [];
        try {
          for (let from = 0; from < items.length; from += LIMITS.batchChanges / 5) {
            const changes = items.slice(from, from + LIMITS.batchChanges / 5).map((item) => ({ op: 'put' as const, item, base: 0 }));
            await api.send(id, { id: newId(), changes });
          }
        } catch (error) {
          // Half a plan is worse than none.
          await api.deleteJob(id).catch(() => undefined);
          throw error;
        }
        store.dispatch(jobPut(job));
      });
      return made ? id : undefined;
    },

    renameJob: (id: Uuid, name: string): Promise<boolean> =>
      tried(async () => {
        const job = await api.renameJob(id, name);
        store.dispatch(jobPut(job));
        store.dispatch(jobNamed({ id, name: job.name }));
      }),

    deleteJob: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        await api.deleteJob(id);
        store.dispatch(jobDeleted(id));
      }),

    restoreJob: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        store.dispatch(jobPut(await api.restoreJob(id)));
        store.dispatch(deletedForgotten());
      }),
  };
}
export type Actions = ReturnType<typeof actionsOn>;
