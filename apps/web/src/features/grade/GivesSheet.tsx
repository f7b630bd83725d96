import type { Way } from '@alveus/core';
import { evaluate, waysToMove } from '@alveus/core';
import { applyEdits } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { draftSet, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, usePrint, Words } from '../../ui/measured';

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
  const words = (way: Way): string => {
    switch (way.gives.what) {
      case 'alone':
        return 'This invert moves; what hangs on it follows';
      case 'slope':
        return `The slope of ${name} becomes ${print(way.gives.slope, 'slope')}`;
      case 'drop':
        return `The drop here becomes ${print(way.gives.drop, 'thickness')}`;
      case 'anchor':
        return `The ${way.gives.end} invert of ${plan.run[way.gives.run]?.name ?? 'a run'} moves to ${print(way.gives.elevation, 'elevation')}`;
    }
  };
  const moved = (way: Way): number => {
    const after = evaluate(applyEdits(plan, way.edits), before);
    return [...after.grade.runs].filter(([id, now]) => {
      const then = before.grade.runs.get(id);
      return (
        then &&
        (Math.abs((then.low ?? 0) - (now.low ?? 0)) > 1e-6 || Math.abs((then.high ?? 0) - (now.high ?? 0)) > 1e-6)
      );
    }).length;
  };
  return (
    <Sheet title="What gives way?" onClose={leave} foot={<Button onPress={leave}>Leave it as it was</Button>}>
      <Words>
        {`The ${end} invert of ${name} goes ${at === undefined ? '' : `from ${print(at, 'elevation')} `}to ${print(to, 'elevation')}. Other facts are fixed, so one of them has to follow.`}
      </Words>
      {ways.map((way, index) => {
        const count = moved(way);
        return (
          <Button
            key={index}
            kind={index === 0 ? 'main' : 'plain'}
            onPress={() => {
              edit(way.edits);
              onClose();
            }}
          >
            {`${words(way)} (${count} ${count === 1 ? 'run' : 'runs'} moved)`}
          </Button>
        );
      })}
    </Sheet>
  );
}
