import type { Reached, Way } from '@alveus/core';
import { invertFor, stationAt, waysToReach } from '@alveus/core';
import type { UpRun, Uuid } from '@alveus/plan';
import { Elevation } from '@alveus/plan';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, MeasureField, Sheet, usePrint, Words } from '../../ui/measured';
import { runsMoved, wayWords } from './ways';

const WORDS: Readonly<Record<Reached, string>> = {
  depth: 'Trench depth',
  invert: 'Invert',
  bottom: 'Trench bottom',
  cover: 'Cover',
};

interface ReachSheetProps {
  run: Uuid;
  at: UpRun;
  which: Reached;
  onClose: () => void;
}

/** A level at a station is typed, and what is to give way for it is chosen. */
export function ReachSheet({ run: id, at, which, onClose }: ReachSheetProps) {
  const { edit } = useActions();
  const print = usePrint();
  const before = useAppSelector(selectCommitted);
  const run = before.runs.get(id);
  const is = run && stationAt(run.grade, run.ground, run.envelope, at)[which];
  const [wanted, setWanted] = useState<number>();
  const offered = useMemo(() => {
    const invert = run && wanted !== undefined ? invertFor(run, at, which, wanted) : undefined;
    if (invert === undefined) return undefined;
    return waysToReach(before, id, at, invert).map((way) => ({ way, tells: runsMoved(way, before) }));
  }, [before, run, id, at, which, wanted]);
  const take = (way: Way): void => {
    edit(way.edits);
    onClose();
  };
  if (!run || is === undefined) {
    return (
      <Sheet title={WORDS[which]} onClose={onClose}>
        <Words>Not known here yet: first type the inverts or slopes of the run, and its ground.</Words>
      </Sheet>
    );
  }
  const only = offered?.length === 1 ? offered[0] : undefined;
  const level = which === 'invert' || which === 'bottom';
  return (
    <Sheet title={`${WORDS[which]} here`} onClose={onClose} onEnter={only ? () => take(only.way) : undefined}>
      <MeasureField
        label={WORDS[which]}
        quantity={level ? 'elevation' : 'depth'}
        limit={Elevation}
        value={wanted ?? is}
        onChange={setWanted}
        hint={`${print(at, 'distance')} up ${run.run.name}. Now ${print(is, level ? 'elevation' : 'depth')}.`}
        focus
      />
      {offered === undefined ? (
        <Words tone="muted">What can give way shows as you type.</Words>
      ) : offered.length === 0 ? (
        <Words tone="fix">Nothing can give way by itself: other figures of this line hold it.</Words>
      ) : (
        <>
          <Words strong>Which one gives way?</Words>
          {offered.map(({ way, tells }, index) => (
            <Button key={index} kind={index === 0 ? 'main' : 'plain'} onPress={() => take(way)}>
              {`${wayWords(way, before.plan, run.run.name, print)} (${tells})`}
            </Button>
          ))}
        </>
      )}
    </Sheet>
  );
}
