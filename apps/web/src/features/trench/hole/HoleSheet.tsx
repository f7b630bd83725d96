import type { Evaluation, NodeEnd } from '@alveus/core';
import { LADDER_FROM, SETBACK } from '@alveus/core';
import { holeFor } from '@alveus/core/shared';
import type { Uuid } from '@alveus/plan';
import { formOf, Hole } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import type { HolePipe } from '../../../drawing/hole';
import { HoleSection } from '../../../drawing/hole';
import { useAppSelector } from '../../../store';
import { selectEvaluation } from '../../../store/results';
import { useActions } from '../../../sync/SyncProvider';
import { Button, DoneFoot, List, Row, Sheet, usePrint, useUnits, Words } from '../../../ui/measured';
import { useSay } from '../../parts/useSay';
import { Fills } from './Fills';
import type { Put } from './HoleMeasure';
import { Shaft } from './Shaft';
import { Sides } from './Sides';
import { Size } from './Size';
import { useFresh } from './useFresh';

/** The hole at a node: what stands in it, the room round it, what goes under and round it. */
export function HoleSheet({ node: id, onClose }: { node: Uuid; onClose: () => void }) {
  const print = usePrint();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const [problem, setProblem] = useState<string>();
  const fresh = useFresh('stone');
  const node = plan.node[id];
  const hole = plan.hole[id];
  if (!node) {
    return (
      <Sheet title="Hole" onClose={onClose}>
        <Words>This has been removed.</Words>
      </Sheet>
    );
  }
  if (!hole) {
    return (
      <Sheet title={`The hole at ${node.name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
        <Words>
          {`No hole for ${node.name} yet: its trenches run up to it. Set its hole, and the trenches begin at the side of the hole, so that nothing is dug twice.`}
        </Words>
        <Button
          icon="plus"
          kind="main"
          onPress={() => {
            const { material, more } = fresh();
            edit([...more, { op: 'put', item: holeFor(node.form, id, material) }]);
          }}
        >
          {`Set a hole for a ${formOf(node.form).word.toLowerCase()}`}
        </Button>
      </Sheet>
    );
  }
  const put: Put = (next, more = []) => {
    const parsed = Hole.safeParse(next);
    const issue = parsed.error?.issues[0];
    setProblem(issue && `${issue.path.join(' ')}: ${issue.message}.`);
    if (parsed.success) edit([...more, { op: 'put', item: parsed.data }]);
  };
  const remove = (): void => {
    onClose();
    edit([{ op: 'remove', kind: 'hole', id }]);
  };
  return (
    <Sheet title={`The hole at ${node.name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} onRemove={remove} />}>
      {problem ? (
        <View role="alert">
          <Words tone="stop">{`Not saved: ${problem}`}</Words>
        </View>
      ) : null}
      <Figures id={id} />
      <Findings id={id} />
      <Size hole={hole} form={node.form} put={put} />
      <Fills hole={hole} put={put} />
      <Shaft hole={hole} put={put} />
      <Sides hole={hole} put={put} />
      <Words size="small" tone="muted">
        {`A bucket digs no circle: the hole is square, and its trenches begin at its sides. Keep spoil ${print(SETBACK, 'distance')} back, use a ladder from ${print(LADDER_FROM, 'distance')}, keep out from under a lifted load, and never enter a tank.`}
      </Words>
    </Sheet>
  );
}

/** What stands against it. */
function Findings({ id }: { id: Uuid }) {
  const say = useSay();
  const found = useAppSelector((state) => selectEvaluation(state).findings.hole.get(id)) ?? [];
  if (found.length === 0) return null;
  return (
    <List label="Problems with this hole">
      {found.map((finding) => (
        <Row key={finding.id} title={say(finding.what)} note={say(finding.why)} noteLines="all" />
      ))}
    </List>
  );
}

function Figures({ id }: { id: Uuid }) {
  const print = usePrint();
  const { system } = useUnits();
  const evaluation = useAppSelector(selectEvaluation);
  const result = evaluation.holes.get(id);
  if (!result?.amounts || result.depth === undefined || result.bottom === undefined)
    return <Words tone="muted">The depth shows once the ground and the inverts here are known.</Words>;
  const { amounts, depth, bottom, body } = result;
  const ground = evaluation.nodes.get(id)?.ground;
  const native = amounts.layers.reduce((sum, { material, volume }) => sum + (material === 'native' ? volume : 0), 0);
  const bought = amounts.layers.reduce((sum, { material, volume }) => sum + (material === 'native' ? 0 : volume), 0);
  return (
    <>
      <HoleSection
        result={result}
        pipes={pipesAt(evaluation, id, bottom)}
        plan={evaluation.plan}
        height={280}
        system={system}
      />
      <Words>
        {`Bottom at ${print(bottom, 'elevation')}, ${print(depth, 'depth')} deep: ${print(amounts.excavation, 'volume')} dug, ${print(bought, 'volume')} of bought material, ${print(native, 'volume')} of native backfill.`}
      </Words>
      {body && ground !== undefined ? (
        <Words>
          {`The top of the structure is at ${print(body.top, 'elevation')}, ${
            ground >= body.top ? `${print(ground - body.top, 'thickness')} below the ground` : 'above the ground'
          }, and it holds ${print(body.liquid, 'depth')} of liquid.`}
        </Words>
      ) : null}
    </>
  );
}

/** What comes in and goes out, over the bottom of the hole. */
function pipesAt({ nodes, runs }: Evaluation, id: Uuid, bottom: number): HolePipe[] {
  const node = nodes.get(id);
  const of = (ends: readonly NodeEnd[], goes: HolePipe['goes']): HolePipe[] =>
    ends.flatMap(({ run, invert }) => {
      const pipe = runs.get(run)?.pipe;
      if (!pipe || invert === undefined) return [];
      return [{ goes, low: invert - pipe.wall - bottom, outside: pipe.outside, wall: pipe.wall }];
    });
  return [...of(node?.arriving ?? [], 'in'), ...of(node?.leaving ?? [], 'out')];
}
