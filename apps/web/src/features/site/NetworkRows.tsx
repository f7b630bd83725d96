import type { Uuid } from '@alveus/plan';
import { memo } from 'react';
import { sketchChosen, useAppDispatch, useAppSelector } from '../../store';
import { selectRested } from '../../store/results';
import { IconButton, Row, usePrint } from '../../ui/measured';

/** Every run and node as a row, for those who do not tap pictures. */

export const RunRow = memo(function RunRow({ id }: { id: Uuid }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const run = useAppSelector((state) => selectRested(state).runs.get(id));
  const line = useAppSelector((state) => state.job.plan.line[run?.run.line ?? '']?.name ?? '');
  if (!run) return null;
  const from = run.run.length.from === 'plan' ? 'on the sketch' : 'typed';
  return (
    <Row
      loose
      title={run.run.name}
      note={`${line} · ${print(run.length, 'distance')} ${from}`}
      onPress={() => dispatch(sketchChosen({ run: id, at: run.length / 2 }))}
      does="Select on the sketch"
    />
  );
});

export const NodeRow = memo(function NodeRow({ id, onPlace }: { id: Uuid; onPlace: (node: Uuid) => void }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const node = useAppSelector((state) => state.job.plan.node[id]);
  const spot = useAppSelector((state) => state.job.plan.nodePlace[id]);
  if (!node) return null;
  return (
    <Row
      loose
      title={node.name}
      note={spot ? `${print(spot.east, 'distance')} east, ${print(spot.north, 'distance')} north` : 'not placed'}
      onPress={() => dispatch(sketchChosen({ node: id }))}
      does="Select on the sketch"
      after={<IconButton name="site" label={`Tap the place of ${node.name}`} onPress={() => onPlace(id)} />}
    />
  );
});
