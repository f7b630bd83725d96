import { FOOT, printDeep, resolution } from '@alveus/core';
import type { AgainstGround } from '@alveus/core/compare/ground';
import { againstGround } from '@alveus/core/compare/ground';
import type { Shallow } from '@alveus/core/shallow';
import { branchShallow } from '@alveus/core/shallow';
import type { LineShape, Route } from '@alveus/core';
import { partAt } from '@alveus/core';
import { useMemo } from 'react';
import { sheetOpened, stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted, selectLine, selectRoute } from '../../store/results';
import { Button, DoneFoot, Heading, List, Row, Sheet, usePrint, useUnits, Words } from '../../ui/measured';
import { useSay } from '../parts/useSay';

/** How what is shown lies against the ground; and, of a branch, how shallow it can be kept. */
export function AgainstSheet({ onClose }: { onClose: () => void }) {
  const evaluation = useAppSelector(selectCommitted);
  const route = useAppSelector(selectRoute);
  const line = useAppSelector(selectLine);
  const lies = useMemo(() => route && againstGround(evaluation, route), [evaluation, route]);
  return (
    <Sheet title="Depth along the line" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {route && lies ? (
        <Lies route={route} lies={lies} onClose={onClose} />
      ) : (
        <Words tone="muted">Nothing to show yet: type the ground along it and set its grade.</Words>
      )}
      {line ? <Branch line={line} /> : null}
    </Sheet>
  );
}

function Lies({ route, lies, onClose }: { route: Route; lies: AgainstGround; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const { system, fraction } = useUnits();
  const plan = useAppSelector((state) => state.job.plan);
  const { start, end, falls, deepest, tooDeep, missing } = lies;
  const chainage = (along: number): string => {
    const part = partAt(route, along);
    return print((part?.line.line.startChainage ?? 0) + along - (part?.from ?? 0), 'chainage');
  };
  const deeper = falls.bottom - falls.ground;
  const per = system === 'metric' ? 10 : 100 * FOOT;
  const go = (along: number): void => {
    dispatch(stationMoved(along));
    onClose();
  };
  const over = start.least === undefined ? undefined : start.cover - start.least;
  return (
    <>
      <Words>
        {`It starts ${printDeep(start.depth, system, { fraction })} at ${plan.node[start.node]?.name ?? 'its head'}, ${start.cover < 0 ? `with the pipe ${print(start.cover, 'depth')}` : `with ${print(start.cover, 'depth')} over the pipe`}.`}
        {over === undefined || start.least === undefined
          ? ''
          : over >= 0
            ? ` The rules require ${print(start.least, 'depth')} there: it could start ${print(over, 'depth')} shallower.`
            : ` The rules require ${print(start.least, 'depth')} there: ${print(-over, 'depth')} more.`}
      </Words>
      <Words>
        {`Down from there the ground ${falls.ground < 0 ? 'rises' : 'falls'} ${print(Math.abs(falls.ground), 'slope')} and the trench bottom falls ${print(falls.bottom, 'slope')}: ${
          Math.abs(deeper) * per < 0.003
            ? 'the depth stays the same'
            : `it gets ${print(Math.abs(deeper) * per, 'depth')} ${deeper > 0 ? 'deeper' : 'shallower'} every ${print(per, 'distance')}`
        }. At its low end it is ${printDeep(end.depth, system, { fraction })}.`}
      </Words>
      <List label="Where it is deep">
        <Row
          title={`Deepest: ${print(deepest.depth, 'depth')}`}
          note={`at ${chainage(deepest.along)}`}
          onPress={() => go(deepest.along)}
          does="Go to it"
        />
        {tooDeep.stretches.map(({ from, to, depth }) => (
          <Row
            key={from}
            title={`Too deep from ${chainage(from)} to ${chainage(to)}`}
            note={`${print(tooDeep.from, 'depth')} or more, up to ${print(depth, 'depth')}: worker protection must be set`}
            noteLines="all"
            onPress={() => go((from + to) / 2)}
            does="Go to it"
          />
        ))}
      </List>
      {tooDeep.stretches.length === 0 ? (
        <Words tone="settled">{`Nowhere ${print(tooDeep.from, 'depth')} or deeper.`}</Words>
      ) : null}
      {missing > 0 ? (
        <Words tone="muted">{`Ground or grade is missing over ${print(missing, 'distance')}.`}</Words>
      ) : null}
    </>
  );
}

/** A branch kept up, its fall taken by a drop where it joins. */
function Branch({ line }: { line: LineShape }) {
  const evaluation = useAppSelector(selectCommitted);
  const { system, fraction } = useUnits();
  const step = resolution('elevation', system, fraction);
  const shallow = useMemo(() => branchShallow(evaluation, line.id, step), [evaluation, line.id, step]);
  return shallow ? <ShallowBranch line={line} shallow={shallow} /> : null;
}

function ShallowBranch({ line, shallow }: { line: LineShape; shallow: Shallow }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const say = useSay();
  const plan = useAppSelector((state) => state.job.plan);
  const { node, roomy, by, drop, edits, held } = shallow;
  const joins = plan.node[node]?.name ?? 'its trunk';
  const coming =
    Math.abs(drop.now) < 0.001
      ? 'level with the outgoing pipe'
      : `${print(Math.abs(drop.now), 'thickness')} ${drop.now > 0 ? 'above' : 'below'} the outgoing pipe`;
  const holds = held ? ` One step more breaks a limit: ${say(held.what)}` : '';
  return (
    <>
      <Heading>{`Keep ${line.line.name} shallow`}</Heading>
      {edits.length === 0 ? (
        <Words>{`It enters ${joins} ${coming}, and can go no higher.${holds}`}</Words>
      ) : (
        <>
          <Words>
            {`It enters ${joins} ${coming}. It can go ${print(by, 'depth')} higher at the same slopes, and drop ${print(drop.then, 'distance')} there: that much less to dig all along it.${holds}`}
          </Words>
          <Words size="small" tone="muted">
            {roomy
              ? 'A long drop wears out a bare box: use a drop pipe, or put stone on its floor. The local rule may require one.'
              : 'There is no box here: the pipe comes down at its end by two 45° bends, which go on the order.'}
          </Words>
          <Button
            icon="up"
            onPress={() =>
              dispatch(
                sheetOpened({ sheet: 'try', words: `Keep ${line.line.name} shallow, with a drop at ${joins}`, edits }),
              )
            }
          >
            Keep it shallow
          </Button>
        </>
      )}
    </>
  );
}
