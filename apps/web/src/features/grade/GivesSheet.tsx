import { waysToMove } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { draftSet, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, usePrint, Words } from '../../ui/measured';
import { runsMoved, wayWords } from './ways';

/** An invert was dragged: which of the fixed facts gives way? */
export function GivesSheet({
  run,
  end,
  to,
  onClose,
}: {
  run: Uuid;
  end: 'low' | 'high';
  to: number;
  onClose: () => void;
}) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const print = usePrint();
  const before = useAppSelector(selectCommitted);
  const { plan } = before;
  const ways = waysToMove(plan, before.grade, run, end, to);
  const name = plan.run[run]?.name ?? 'the run';
  const at = before.grade.runs.get(run)?.[end];
  const leave = (): void => {
    dispatch(draftSet([]));
    onClose();
  };
  return (
    <Sheet title="Which one gives way?" onClose={leave} foot={<Button onPress={leave}>Leave as it was</Button>}>
      <Words>
        {`The ${end} invert of ${name} moves ${at === undefined ? '' : `from ${print(at, 'elevation')} `}to ${print(to, 'elevation')}. Other figures are locked, so one of them has to follow.`}
      </Words>
      {ways.map((way, index) => (
        <Button
          key={index}
          kind={index === 0 ? 'main' : 'plain'}
          onPress={() => {
            edit(way.edits);
            onClose();
          }}
        >
          {`${wayWords(way, plan, name, print)} (${runsMoved(way, before)})`}
        </Button>
      ))}
    </Sheet>
  );
}
