import { print } from '@alveus/core';
import { NODE_FORMS } from '@alveus/plan';
import type { Edit, ItemOf, Uuid } from '@alveus/plan';
import { PlanMeasure } from '../parts/MeasureInput';
import { NameField } from '../parts/NameField';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { FORM_WORDS } from '../parts/words';
import { Words } from '../parts/Words';
import { selectEvaluation, sheetOpened, useAppDispatch, useAppSelector } from '../store';
import { useActions } from '../sync/SyncProvider';

const WATER_WORDS = { normal: 'Usual water outside, if any', high: 'Highest water outside, if any' } as const;

function withWater({ water, ...node }: ItemOf<'node'>, level: keyof typeof WATER_WORDS, value: number | undefined): ItemOf<'node'> {
  const { [level]: _before, ...others } = water ?? {};
  const next = value === undefined ? others : { ...others, [level]: value };
  return Object.keys(next).length > 0 ? { ...node, water: next } : node;
}

/** Ground that was shot here: which shot, and whether it or the typed one is used. */
function ShotGround({ node }: { node: Uuid }) {
  const { edit } = useActions();
  const { plan, shots } = useAppSelector(selectEvaluation);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const shot = shots.nodes.get(node);
  const typed = plan.nodeGround[node];
  if (!shot) return null;
  const setup = plan.setup[plan.shot[shot.shot]?.setup ?? '']?.name ?? 'a setup';
  return (
    <>
      <Words>{`Shot from ${setup}: ${print(shot.elevation, 'elevation', system, { fraction })}${typed ? '' : '; this is used'}`}</Words>
      {typed ? (
        <Choice
          label="Which one holds"
          options={[
            { value: 'shot', label: 'The shot' },
            { value: 'typed', label: 'The typed one' },
          ]}
          value={typed.holds ? 'typed' : 'shot'}
          onChange={(value) => {
            const { holds: _before, ...rest } = typed;
            edit([{ op: 'put', item: value === 'typed' ? { ...rest, holds: true } : rest }]);
          }}
        />
      ) : null}
    </>
  );
}

/** A point where runs meet or end: what it is, and the ground that every run there shares. */
export function NodeSheet({ id, onClose }: { id: Uuid; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const node = plan.node[id];
  if (!node) {
    return (
      <Sheet title="Node" onClose={onClose}>
        <Words>This has been removed.</Words>
      </Sheet>
    );
  }
  const outlet = !Object.values(plan.run).some((run) => run.upper === id);
  const ground = (elevation: number | undefined): void => {
    const change: Edit = elevation === undefined ? { op: 'remove', kind: 'nodeGround', id } : { op: 'put', item: { ...plan.nodeGround[id], kind: 'nodeGround', id, elevation } };
    if (elevation !== undefined || plan.nodeGround[id]) edit([change]);
  };
  return (
    <Sheet
      title={node.name}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={onClose}>
          Done
        </Button>
      }
    >
      <NameField key={node.name} value={node.name} onChange={(name) => edit([{ op: 'put', item: { ...node, name } }])} />
      <PlanMeasure label="Ground here, typed" quantity="elevation" value={plan.nodeGround[id]?.elevation} onChange={ground} optional />
      <ShotGround node={id} />
      {outlet
        ? (['normal', 'high'] as const).map((level) => (
            <PlanMeasure key={level} label={WATER_WORDS[level]} quantity="elevation" value={node.water?.[level]} optional onChange={(value) => edit([{ op: 'put', item: withWater(node, level, value) }])} />
          ))
        : null}
      <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'branch', node: id }))}>
        Draw on from here
      </Button>
      <Choice label="What is here" options={NODE_FORMS.map((value) => ({ value, label: FORM_WORDS[value] }))} value={node.form} onChange={(form) => edit([{ op: 'put', item: { ...node, form } }])} />
    </Sheet>
  );
}
