import type { Address, Edit, Moved, Plan, Uuid } from '@alveus/plan';
import { itemAt, itemsOf, kindOf, LIMITS, nameOf, undo } from '@alveus/plan';
import { editRecalled, jobNamed, noticed, planEdited } from '../store/job';
import { deletedForgotten, jobDeleted, jobPut } from '../store/jobs';
import { server } from '../store/server';
import type { Store } from '../store/store';
import type { Api } from './api';
import { newId } from './ids';

/** What a person does that reaches beyond the screen. Each answers with a sentence where it could not be done. */
export function actionsOn(store: Store, api: Api) {
  const say = (text: string): void => void store.dispatch(noticed(text));
  const tried = async (work: () => Promise<void>): Promise<boolean> => {
    try {
      await work();
      return true;
    } catch (error) {
      say(messageOf(error));
      return false;
    }
  };

  const edit = (edits: readonly Edit[]): void => {
    if (edits.length > 0) store.dispatch(planEdited({ edits, batch: newId(), way: 'do' }));
  };

  const back = (way: 'undo' | 'redo'): void => {
    const { past, future, plan, pending, untried } = store.getState().job;
    const step = way === 'undo' ? past[past.length - 1] : future[future.length - 1];
    if (!step) return;
    const last = pending[pending.length - 1];
    if (last && last.step === step && untried.has(last.id)) {
      store.dispatch(editRecalled({ batch: last.id, way }));
      return;
    }
    const undoing = undo(plan, step, newId, way);
    if (!undoing.ok) say(refusal(undoing.moved, plan, way));
    else if (undoing.edits.length > 0) store.dispatch(planEdited({ edits: undoing.edits, batch: newId(), way }));
  };

  return {
    edit,
    undo: () => back('undo'),
    redo: () => back('redo'),

    /** @returns the id of the new job, or undefined where it could not be made */
    async createJob(name: string, plan?: Plan): Promise<Uuid | undefined> {
      const id = newId();
      const made = await tried(async () => {
        const job = await api.createJob(id, name);
        const items = plan ? itemsOf(plan) : [];
        try {
          for (let from = 0; from < items.length; from += LIMITS.batchChanges / 5) {
            const changes = items
              .slice(from, from + LIMITS.batchChanges / 5)
              .map((item) => ({ op: 'put' as const, item, base: 0 }));
            await api.send(id, { id: newId(), changes });
          }
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

    renameJob: (id: Uuid, name: string): Promise<boolean> =>
      tried(async () => {
        const job = await store.dispatch(server.endpoints.renameJob.initiate({ id, name })).unwrap();
        store.dispatch(jobPut(job));
        store.dispatch(jobNamed({ id, name: job.name }));
      }),

    deleteJob: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        await store.dispatch(server.endpoints.deleteJob.initiate(id)).unwrap();
        store.dispatch(jobDeleted(id));
      }),

    restoreJob: (id: Uuid): Promise<boolean> =>
      tried(async () => {
        store.dispatch(jobPut(await store.dispatch(server.endpoints.restoreJob.initiate(id)).unwrap()));
        store.dispatch(deletedForgotten());
      }),
  };
}

function messageOf(error: unknown): string {
  const message = (error as { message?: unknown } | null)?.message;
  return typeof message === 'string' ? message : 'That did not work.';
}

/** Why a step cannot be taken back, by the names people know the things by. */
function refusal(moved: readonly Moved[], plan: Plan, way: 'undo' | 'redo'): string {
  const named = ({ kind, id }: Address): string => {
    const item = itemAt(plan, { kind, id });
    return item ? nameOf(item, (of, its) => itemAt(plan, { kind: of, id: its })) : `a ${kindOf(kind).words.one}`;
  };
  const done = way === 'undo' ? 'undone' : 'redone';
  const resting = moved.find(({ by }) => by !== undefined);
  if (resting?.by) return `It cannot be ${done}: ${named(resting.by)} hangs on ${named(resting.address)} by now.`;
  const names = [...new Set(moved.map(({ address }) => named(address)))].slice(0, 3).join(', ');
  return `Somebody has changed this since, so it cannot be ${done}: ${names}.`;
}

export type Actions = ReturnType<typeof actionsOn>;
