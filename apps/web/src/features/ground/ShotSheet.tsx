import type { Evaluation } from '@alveus/core';
import { nextOrder } from '@alveus/core';
import { cutText, Shot, strikeOut } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useState } from 'react';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectRun } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, usePrint, Words } from '../../ui/measured';
import { useSheetForm } from '../../ui/form';
import { targetWords } from '../parts/targets';
import { correction, fromA, likelyTarget, turningsOf, upwards } from './shot';
import { ShotFields } from './ShotFields';

interface ShotSheetProps {
  setup: Uuid;
  /** The shot that is put right; it stays in the book, and what hangs on it follows the new one. */
  corrects: Uuid | undefined;
  onClose: () => void;
}

/** A reading of the rod. */
export function ShotSheet({ setup, corrects, onClose }: ShotSheetProps) {
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const { plan, runs, lineage } = evaluation;
  const here = useAppSelector(selectRun);
  const system = useAppSelector((state) => state.settings.system);
  const print = usePrint();
  const wrong = corrects === undefined ? undefined : plan.shot[corrects];
  const [start] = useState(() =>
    wrong ? correction(wrong, { target: upwards(wrong.target, evaluation) }) : begun(setup, evaluation, here),
  );
  const form = useSheetForm<Shot>(Shot, start);
  /** Fields begin anew with each shot. */
  const [round, setRound] = useState(0);

  const save = (again: boolean): void =>
    form.keep((shot) => {
      const order = wrong?.order ?? nextOrder(plan);
      const item = { ...shot, order, target: fromA(shot.target, runs), note: cutText(shot.note, 200) };
      edit([{ op: 'put', item }]);
      if (!again) return onClose();
      form.restart(following(shot, evaluation, here));
      setRound(round + 1);
    });
  const strike = (): void => {
    if (wrong) edit([{ op: 'put', item: strikeOut(wrong, newId()) }]);
    onClose();
  };
  return (
    <Sheet
      title={
        wrong
          ? `Correct: ${targetWords(wrong.target, plan, system, lineage)}`
          : `Shot from ${plan.setup[setup]?.name ?? 'the setup'}`
      }
      onClose={onClose}
      foot={
        <>
          {wrong ? (
            <Button kind="danger" onPress={strike}>
              Strike it out
            </Button>
          ) : (
            <Button onPress={() => save(true)} disabled={!form.ready}>
              Save, add another
            </Button>
          )}
          <Button kind="main" onPress={() => save(false)} disabled={!form.ready}>
            {wrong ? 'Save correction' : 'Save shot'}
          </Button>
        </>
      }
    >
      {wrong ? (
        <Words>{`First entered as ${print(wrong.reading.value, 'elevation')}. It stays in the book; everything that depends on it uses the new reading.`}</Words>
      ) : null}
      <ShotFields key={round} form={form} here={here} onSubmit={() => save(false)} />
    </Sheet>
  );
}

type Here = ReturnType<typeof selectRun>;

/** A new shot: back to what is known first, then ahead. What the rod will read is left out. */
function begun(setup: Uuid, { plan, book, runs }: Evaluation, here: Here): Shot {
  const result = book.setups.find((entry) => entry.setup.id === setup);
  const own = Object.values(plan.shot).some((shot) => shot.setup === setup);
  const back = !result?.shots.some((shot) => shot.sight === 'back');
  const carried = turningsOf(plan).length > 0 && !own && book.setups.length > 1;
  const sight = back ? 'back' : 'fore';
  const on = back ? (carried ? 'turning' : 'benchmark') : here ? 'run' : 'turning';
  const target = likelyTarget(on, { plan, book, runs, here, sight });
  return {
    kind: 'shot',
    id: newId(),
    setup,
    order: 0,
    sight,
    target,
    reading: { by: 'rod' },
    note: '',
  } as unknown as Shot;
}

/** The next one, on the same sort of thing where that can be. */
function following(before: Shot, { plan, book, runs }: Evaluation, here: Here): Shot {
  const sight = 'fore';
  const { target } = before;
  const same = target.on === 'run' ? { on: 'run' as const, run: target.run } : target;
  const next =
    target.on === 'benchmark' || target.on === 'turning'
      ? likelyTarget(here ? 'run' : 'turning', { plan, book, runs, here, sight })
      : same;
  return {
    ...before,
    id: newId(),
    sight,
    target: next,
    reading: { by: before.reading.by },
    note: '',
  } as unknown as Shot;
}
