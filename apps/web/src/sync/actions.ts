import type { Address, Edit, Moved, Plan } from '@alveus/plan';
import { itemAt, kindOf, nameOf, undo } from '@alveus/plan';
import { noticed } from '../store/frame/notice';
import { editRecalled, planEdited } from '../store/job';
import type { Store } from '../store/store';
import { newId } from './ids';

/** What a person does to the open plan. Each says in a sentence where it could not be done. */
export function actionsOn(store: Store) {
  const say = (text: string): void => void store.dispatch(noticed(text));

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
  };
}

export type Actions = ReturnType<typeof actionsOn>;

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
