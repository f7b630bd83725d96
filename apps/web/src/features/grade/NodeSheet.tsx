import type { NodeEnd, Quantity, StandsBehind } from '@alveus/core';
import { standsBehind } from '@alveus/core';
import { asForm, Elevation, formOf, Node, NODE_FORMS, upperOf } from '@alveus/plan';
import type { Edit, ItemOf, Uuid } from '@alveus/plan';
import { View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectRested } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import {
  Button,
  Choice,
  DoneFoot,
  NameField,
  Picker,
  PlanMeasure,
  Row,
  Sheet,
  usePrint,
  Words,
} from '../../ui/measured';
import { joinRuns } from '../parts/splitting';
import { formOptions } from '../parts/pictures';

const WATER_WORDS = { normal: 'Usual water outside, if any', high: 'Highest water outside, if any' } as const;

function withWater(
  { water, ...node }: ItemOf<'node'>,
  level: keyof typeof WATER_WORDS,
  value: number | undefined,
): ItemOf<'node'> {
  const { [level]: _before, ...others } = water ?? {};
  const next = value === undefined ? others : { ...others, [level]: value };
  return Object.keys(next).length > 0 ? { ...node, water: next } : node;
}

/** Ground that was shot here: which shot, and whether it or the typed one is used. */
function ShotGround({ node }: { node: Uuid }) {
  const { edit } = useActions();
  const { plan, shots } = useAppSelector(selectEvaluation);
  const print = usePrint();
  const shot = shots.nodes.get(node);
  const typed = plan.nodeGround[node];
  if (!shot) return null;
  const setup = plan.setup[plan.shot[shot.shot]?.setup ?? '']?.name ?? 'a setup';
  return (
    <>
      <Words>{`Shot from ${setup}: ${print(shot.elevation, 'elevation')}${typed ? '' : '; this is used'}`}</Words>
      {typed ? (
        <Choice
          label="Which one holds"
          options={[
            { value: 'shot', label: 'Use the shot' },
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

/** Every pipe that comes in or goes out: its invert, to be typed, and how far it falls in; and how deep it is in all. */
function Inverts({ node }: { node: Uuid }) {
  const dispatch = useAppDispatch();
  const here = useAppSelector((state) => selectEvaluation(state).nodes.get(node));
  const runs = useAppSelector((state) => selectEvaluation(state).runs);
  const print = usePrint();
  if (!here || here.arriving.length + here.leaving.length === 0) return null;
  const row = ({ run, name, invert, drop }: NodeEnd, goes: boolean) => (
    <Row
      key={run}
      title={`${goes ? 'Out' : 'In'} · ${name}`}
      note={[
        invert === undefined ? 'invert open' : `invert ${print(invert, 'elevation')}`,
        drop === undefined ? '' : `drop ${print(drop, 'thickness')}`,
        runs.get(run)?.pipe?.name ?? 'no pipe',
      ]
        .filter(Boolean)
        .join(' · ')}
      onPress={() => dispatch(sheetOpened({ sheet: 'fact', run, which: goes ? 'high' : 'low' }))}
      does="Type its invert"
    />
  );
  const highestFirst = (a: NodeEnd, b: NodeEnd): number => (b.invert ?? 0) - (a.invert ?? 0);
  const { rim, bottom, depth } = here;
  const depths = [
    depth === undefined ? '' : `Rim down to the lowest invert: ${print(depth, 'depth')}.`,
    bottom === undefined || bottom === here.invert
      ? ''
      : `Bottom inside: ${print(bottom, 'elevation')}${rim === undefined ? '' : `, ${print(rim - bottom, 'depth')} below the rim`}.`,
  ].filter(Boolean);
  return (
    <View>
      <View role="list" aria-label="Pipes here">
        {[...here.arriving].sort(highestFirst).map((end) => row(end, false))}
        {[...here.leaving].sort(highestFirst).map((end) => row(end, true))}
      </View>
      {depths.length > 0 ? (
        <Words size="small" tone="muted">
          {depths.join(' ')}
        </Words>
      ) : null}
    </View>
  );
}

/** Where its grate or cover lies, and how a line comes into a box that was there. */
function Top({ node, outlet }: { node: ItemOf<'node'>; outlet: boolean }) {
  const { edit } = useActions();
  const put = (changed: ItemOf<'node'>): void => edit([{ op: 'put', item: changed }]);
  return (
    <>
      {formOf(node.form).top || node.rim !== undefined ? (
        <PlanMeasure
          label="Top of the grate or cover"
          quantity="elevation"
          limit={Elevation}
          value={node.rim}
          optional
          onChange={(rim) => {
            const { rim: _before, ...rest } = node;
            put(rim === undefined ? rest : { ...rest, rim });
          }}
          hint="Empty where it is level with the ground"
        />
      ) : null}
      {outlet && formOf(node.form).compared?.some(({ entry }) => entry) ? (
        <Choice
          label="The line enters"
          options={[
            { value: 'wall', label: 'Through its wall' },
            { value: 'grate', label: 'Over the grate' },
          ]}
          value={node.entry ?? 'wall'}
          onChange={(entry) => {
            const { entry: _before, ...rest } = node;
            put(entry === 'wall' ? rest : { ...rest, entry });
          }}
        />
      ) : null}
    </>
  );
}

/** What stands full behind an end when rain has stopped. */
function Behind({ node }: { node: Uuid }) {
  const print = usePrint();
  const behind = standsBehind(useAppSelector(selectRested), node);
  if (!behind) return null;
  return (
    <Words>
      {`When the rain stops, water stands behind it up to ${print(behind.level, 'elevation')}: ${print(behind.wet, 'distance')} of pipe wet, ${print(behind.full, 'distance')} of it full, ${print(behind.volume, 'liquid')}. ${soaking(behind, print)}`}
    </Words>
  );
}

/** Where what stands goes. */
function soaking({ volume, soaks }: StandsBehind, print: (value: number, quantity: Quantity) => string): string {
  if (soaks <= 0) return 'None of it soaks away through the pipe: it stays until it dries, freezes and leaves silt.';
  if (soaks >= volume * (1 - 1e-9)) return 'It soaks away through the wall of the pipe, as fast as the soil takes it.';
  return `${print(soaks, 'liquid')} of it soaks away through the wall of the pipe; the rest stays until it dries.`;
}

/** How far a box goes down under its lowest invert. */
function Sump({ node }: { node: ItemOf<'node'> }) {
  const { edit } = useActions();
  const print = usePrint();
  const { sump: usual } = formOf(node.form);
  if (usual === undefined && node.sump === undefined) return null;
  return (
    <PlanMeasure
      label="Sump depth, below the lowest invert"
      quantity="thickness"
      limit={Node.shape.sump}
      value={node.sump}
      optional
      onChange={(sump) => {
        const { sump: _before, ...rest } = node;
        edit([{ op: 'put', item: sump === undefined ? rest : { ...rest, sump } }]);
      }}
      hint={
        usual
          ? `Usually ${print(usual, 'thickness')}; empty for that`
          : 'Silt settles there and stays out of the pipe; empty where there is none'
      }
    />
  );
}

/** Two runs that meet here made one: offered where it can be done, saying what it would move. */
function JoinRuns({ node, onDone }: { node: Uuid; onDone: () => void }) {
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const print = usePrint();
  const meeting = Object.values(evaluation.plan.run).filter((run) => run.a === node || run.b === node);
  const join = meeting.length === 2 ? joinRuns(evaluation, node, newId) : undefined;
  if (!join) return null;
  if (!join.ok) {
    return (
      <Words size="small" tone="muted">
        {`They cannot be joined. ${join.message}`}
      </Words>
    );
  }
  const moves = Math.abs(join.moves) > 1e-6 ? print(Math.abs(join.moves), 'thickness') : undefined;
  return (
    <>
      <Button
        icon="branch"
        onPress={() => {
          onDone();
          edit(join.edits);
        }}
      >
        Join the two runs
      </Button>
      <Words size="small" tone="muted">
        {moves === undefined
          ? 'This point is removed; the pipe, the ground and everything along it stay where they are.'
          : `This point is removed, and the pipe here moves ${join.moves > 0 ? 'up' : 'down'} by ${moves}: the two runs are not on one grade.`}
      </Words>
    </>
  );
}

const FORM_OPTIONS = formOptions(NODE_FORMS);

/** Where water leaves: the water standing behind it, how ends compare, and the water outside. */
function Outlet({ node }: { node: Node }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { id } = node;
  return (
    <>
      <Behind node={id} />
      <Button icon="watch" onPress={() => dispatch(sheetOpened({ sheet: 'ends', node: id }))}>
        Compare ends
      </Button>
      {(['normal', 'high'] as const).map((level) => (
        <PlanMeasure
          key={level}
          label={WATER_WORDS[level]}
          quantity="elevation"
          limit={Elevation}
          value={node.water?.[level]}
          optional
          onChange={(value) => edit([{ op: 'put', item: withWater(node, level, value) }])}
        />
      ))}
    </>
  );
}

/** A point where runs meet or end: what it is, and the ground that every run there shares. */
export function NodeSheet({ node: id, onClose }: { node: Uuid; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const node = plan.node[id];
  if (!node) {
    return (
      <Sheet title="Structure" onClose={onClose}>
        <Words>This has been removed.</Words>
      </Sheet>
    );
  }
  const outlet = !Object.values(plan.run).some((run) => upperOf(run) === id);
  const ground = (elevation: number | undefined): void => {
    const change: Edit =
      elevation === undefined
        ? { op: 'remove', kind: 'nodeGround', id }
        : { op: 'put', item: { ...plan.nodeGround[id], kind: 'nodeGround', id, elevation } };
    if (elevation !== undefined || plan.nodeGround[id]) edit([change]);
  };
  return (
    <Sheet title={node.name} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <NameField
        key={node.name}
        value={node.name}
        onChange={(name) => edit([{ op: 'put', item: { ...node, name } }])}
      />
      <PlanMeasure
        label="Rim or ground elevation here"
        quantity="elevation"
        limit={Elevation}
        value={plan.nodeGround[id]?.elevation}
        onChange={ground}
        optional
      />
      <ShotGround node={id} />
      <Inverts node={id} />
      <Top node={node} outlet={outlet} />
      <Sump node={node} />
      {outlet ? <Outlet node={node} /> : null}
      <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'branch', node: id }))}>
        Up from here
      </Button>
      <Button icon="down" onPress={() => dispatch(sheetOpened({ sheet: 'down', node: id }))}>
        {formOf(node.form).ports ? 'Laterals from here' : 'Down from here'}
      </Button>
      <JoinRuns node={id} onDone={onClose} />
      <Picker
        label="What is here"
        options={FORM_OPTIONS}
        value={node.form}
        onChange={(form) =>
          edit([
            {
              op: 'put',
              item: asForm(node, form),
            },
          ])
        }
      />
    </Sheet>
  );
}
