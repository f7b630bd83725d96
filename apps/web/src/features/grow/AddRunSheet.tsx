import { print } from '@alveus/core';
import { extendLine } from '@alveus/core/grow';
import { upperOf } from '@alveus/plan';
import { useState } from 'react';
import { wentTo, useAppDispatch, useAppSelector } from '../../store';
import { selectLine } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, Words } from '../../ui';
import { nextRun, RunFields, runStart, useRunForm } from './RunFields';

/** The next length of pipe, up from where the line ends now. */
export function AddRunSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const line = useAppSelector(selectLine);
  const system = useAppSelector((state) => state.settings.system);
  const form = useRunForm(line?.line.service ?? 'storm');
  const [round, setRound] = useState(0);
  if (!line) return null;
  const number = line.order.runs.length + 1;
  const last = line.order.runs[line.order.runs.length - 1];
  const end = last ? upperOf(last) : '';

  const save = (again: boolean): void =>
    form.keep((draft) => {
      edit(extendLine(plan, line.id, runStart(draft, number, plan, line.id), newId).edits);
      dispatch(wentTo({ line: line.id, along: line.order.length + draft.length / 2 }));
      if (!again) return onClose();
      nextRun(form, draft);
      setRound(round + 1);
    });

  return (
    <Sheet
      title={`Run ${number}, up from ${plan.node[end]?.name ?? 'the top'}`}
      onClose={onClose}
      onEnter={form.ready ? () => save(true) : undefined}
      foot={
        <>
          <Button onPress={() => save(true)} disabled={!form.ready}>
            Add, then another
          </Button>
          <Button kind="main" onPress={() => save(false)} disabled={!form.ready}>
            Add the run
          </Button>
        </>
      }
    >
      <RunFields key={round} form={form} service={line.line.service} />
      <Words
        size="small"
        tone="muted"
      >{`The line is ${print(line.order.length, 'distance', system)} long so far.`}</Words>
    </Sheet>
  );
}
