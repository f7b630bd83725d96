import type { Address, RejectedBatch, Edit, Moved, Plan } from '@alveus/plan';
import { reappliedEdits, itemAt, kindOf, KINDS, LIMITS, nameOf, problemOf, undo } from '@alveus/plan';
import { noticed } from '../store/frame/notice';
import { editRecalled, planEdited } from '../store/job';
import type { Store } from '../store/store';
import { newId } from './ids';
import type { Outbox } from './outbox';

/** What a person does to the open plan. Each says in a sentence where it could not be done. */
export function actionsOn(store: Store, outbox: Pick<Outbox, 'dropRejected'>) {
  const say = (text: string): void => void store.dispatch(noticed(text));

  /** Takes an edit that every server takes, or says why not: one that none takes would wait for ever. */
  const take = (edits: readonly Edit[], way: 'do' | 'undo' | 'redo'): boolean => {
    if (edits.length === 0) return true;
    const wrong = wrongWith(edits, store.getState().job.plan);
    if (wrong === undefined) store.dispatch(planEdited({ edits, batch: newId(), way }));
    else say(`Not saved. ${sentence(wrong)}`);
    return wrong === undefined;
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
    else take(undoing.edits, way);
  };

  return {
    say,
    edit: (edits: readonly Edit[]): void => void take(edits, 'do'),
    undo: () => back('undo'),
    redo: () => back('redo'),

    /** Does again, to the plan as it is now, what the server refused then. */
    tryAgain: (rejected: RejectedBatch): void => {
      if (take(reappliedEdits(store.getState().job.plan, rejected.step), 'do')) void outbox.dropRejected(rejected.id);
    },
    /** What the server refused is let go of. */
    letGo: (rejected: RejectedBatch): void => void outbox.dropRejected(rejected.id),
  };
}

export type Actions = ReturnType<typeof actionsOn>;

/** So few are never too long to be sent. */
const FEW = 8;
/** Bytes that a character may take. */
const BYTES = 3;

const countOf = (plan: Plan): number => KINDS.reduce((sum, kind) => sum + Object.keys(plan[kind]).length, 0);

function wrongWith(edits: readonly Edit[], plan: Plan): string | undefined {
  if (edits.length > LIMITS.batchChanges)
    return `It would change ${edits.length} items at once; the maximum is ${LIMITS.batchChanges}`;
  if (edits.length > FEW && JSON.stringify(edits).length > LIMITS.requestBytes / BYTES)
    return 'Too much to change at once; do it in parts';
  const more = edits.filter((edit) => edit.op === 'put' && !itemAt(plan, edit.item)).length;
  if (more > 0 && more + countOf(plan) > LIMITS.planItems)
    return `A plan holds at most ${LIMITS.planItems} items; split the job in two`;
  for (const edit of edits) {
    const wrong = edit.op === 'put' && problemOf(edit.item, (kind, id) => itemAt(plan, { kind, id }));
    if (wrong) return wrong;
  }
  return undefined;
}

const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** Why a step cannot be taken back, by the names people know the things by. */
function refusal(moved: readonly Moved[], plan: Plan, way: 'undo' | 'redo'): string {
  const named = ({ kind, id }: Address): string => {
    const item = itemAt(plan, { kind, id });
    return item ? nameOf(item, (of, its) => itemAt(plan, { kind: of, id: its })) : `a ${kindOf(kind).words.one}`;
  };
  const done = way === 'undo' ? 'undone' : 'redone';
  const resting = moved.find(({ by }) => by !== undefined);
  if (resting?.by) return `It cannot be ${done}: ${named(resting.by)} depends on ${named(resting.address)} now.`;
  const names = [...new Set(moved.map(({ address }) => named(address)))].slice(0, 3).join(', ');
  return `Somebody has changed this since, so it cannot be ${done}: ${names}.`;
}
