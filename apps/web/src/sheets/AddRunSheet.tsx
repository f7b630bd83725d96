import { extendLine, print } from '@alveus/core';
import { useState } from 'react';
import { Sheet } from '../parts/Sheet';
import { Button } from '../parts/Tap';
import { Words } from '../parts/Words';
import { selectLine, stationMoved, useAppDispatch, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';
import { RunFields, useRunDraft } from './RunFields';

/** The next length of pipe, up from where the line ends now. */
export function AddRunSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const line = useAppSelector(selectLine);
  const { system } = useAppSelector((state) => state.settings);
  const run = useRunDraft();
  const [round, setRound] = useState(0);
  if (!line) return null;
  const number = line.order.runs.length + 1;
  const end = line.order.runs[line.order.runs.length - 1]?.upper ?? '';

  const save = (again: boolean): void => {
    if (!run.ready) return;
    edit(extendLine(plan, line.id, run.start(number), newId).edits);
    dispatch(stationMoved(line.order.length + (run.draft.length ?? 0) / 2));
    if (!again) return onClose();
    run.clear();
    setRound(round + 1);
  };

  return (
    <Sheet
      title={`Run ${number}, up from ${plan.node[end]?.name ?? 'the top'}`}
      onClose={onClose}
      foot={
        <>
          <Button onPress={() => save(true)} disabled={!run.ready}>
            Add, and another
          </Button>
          <Button kind="main" onPress={() => save(false)} disabled={!run.ready}>
            Add the run
          </Button>
        </>
      }
    >
      <RunFields key={round} run={run} number={number} />
      <Words size="small" tone="muted">{`The line is ${print(line.order.length, 'distance', system)} long so far.`}</Words>
    </Sheet>
  );
}
