import type { Evaluation, NodeEnd } from '@alveus/core';
import { MATERIALS } from '@alveus/core';
import { holeFor } from '@alveus/core/shared';
import type { Edit, ItemOf, LayerMaterial, Uuid } from '@alveus/plan';
import { FillLayer, Frame, Hole, PROTECTIONS, ThickLayer } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import type { HolePipe } from '../../drawing/hole';
import { HoleSection } from '../../drawing/hole';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import type { MeasureFieldProps } from '../../ui/measured';
import { Button, Choice, DoneFoot, List, PlanMeasure, Row, Sheet, usePrint, useUnits, Words } from '../../ui/measured';
import { FORM_WORDS, PROTECTION_WORDS } from '../parts/words';
import { useSay } from '../parts/useSay';
import { replaced, without } from '../trench/lists';
import { LayerBox } from '../trench/LayerBox';

type HoleItem = ItemOf<'hole'>;
type Put = (next: HoleItem, more?: readonly Edit[]) => void;

interface HoleMeasureProps extends Omit<MeasureFieldProps, 'onChange' | 'check' | 'when' | 'onValid'> {
  /** The hole with a value; undefined where one must be there and is not. */
  make: (value: number | undefined) => HoleItem | undefined;
  put: Put;
}

/** A measure of the hole: what cannot be is told at its field, and what stood before holds. */
function HoleMeasure({ make, put, ...field }: HoleMeasureProps) {
  return (
    <PlanMeasure
      {...field}
      check={(value) => {
        const made = make(value);
        return made && Hole.safeParse(made).error?.issues[0]?.message;
      }}
      onChange={(value) => {
        const made = make(value);
        if (made) put(made);
      }}
    />
  );
}

const [ROUND, BOX] = Hole.shape.plan.options;

/** The hole at a node: what stands in it, the room round it, what goes under and round it. */
export function HoleSheet({ node: id, onClose }: { node: Uuid; onClose: () => void }) {
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
          {`Nothing is dug for ${node.name} itself yet: its trenches run up to it. Tell its hole, and the trenches begin at the hole’s side, so that nothing is dug twice.`}
        </Words>
        <Button
          icon="plus"
          kind="main"
          onPress={() => {
            const { material, more } = fresh();
            edit([...more, { op: 'put', item: holeFor(node.form, id, material) }]);
          }}
        >
          {`A hole as for a ${FORM_WORDS[node.form].toLowerCase()}`}
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
  return (
    <Sheet
      title={`The hole at ${node.name}`}
      onClose={onClose}
      foot={
        <>
          <Button
            kind="danger"
            icon="trash"
            onPress={() => {
              onClose();
              edit([{ op: 'remove', kind: 'hole', id }]);
            }}
          >
            Remove
          </Button>
          <DoneFoot onDone={onClose} />
        </>
      }
    >
      {problem ? (
        <View role="alert">
          <Words tone="stop">{`Not taken: ${problem}`}</Words>
        </View>
      ) : null}
      <Figures id={id} />
      <Findings id={id} />
      <Size hole={hole} put={put} />
      <Fills hole={hole} put={put} />
      <Shaft hole={hole} put={put} />
      <Choice
        label="Its sides"
        options={[
          { value: 'upright', label: 'Upright' },
          { value: 'sloped', label: 'Sloped' },
        ]}
        value={hole.side?.by === 'sloped' ? 'sloped' : 'upright'}
        onChange={(by) => {
          const { side: _before, ...rest } = hole;
          put(by === 'upright' ? rest : { ...rest, side: { by: 'sloped', out: 1, over: 0 } });
        }}
      />
      {hole.side?.by === 'sloped' ? (
        <PlanMeasure
          label="Sides: out for one up"
          quantity="plain"
          value={hole.side.out}
          onChange={(out) => {
            if (out !== undefined && hole.side?.by === 'sloped') put({ ...hole, side: { ...hole.side, out } });
          }}
        />
      ) : null}
      <Choice
        label="How people in it are protected"
        options={PROTECTIONS.map((value) => ({ value, label: PROTECTION_WORDS[value] }))}
        value={hole.protection}
        onChange={(protection) => {
          const { protection: before, ...rest } = hole;
          put(before === protection ? rest : { ...rest, protection });
        }}
      />
      <Words size="small" tone="muted">
        A bucket digs no circle: the hole is square. Its trenches begin where its side stands. Keep spoil 2 ft back, a
        ladder from 4 ft on; nobody stands under what is lifted in, and nobody goes into a tank.
      </Words>
    </Sheet>
  );
}

/** A material of the library that is brought into the job where it is not there yet. */
function useFresh(key: keyof typeof MATERIALS): () => { material: Uuid; more: readonly Edit[] } {
  const materials = useAppSelector((state) => state.job.plan.material);
  return () => {
    const known = Object.values(materials).find(({ name }) => name === MATERIALS[key].name);
    if (known) return { material: known.id, more: [] };
    const item: ItemOf<'material'> = { kind: 'material', id: newId(), ...MATERIALS[key] };
    return { material: item.id, more: [{ op: 'put', item }] };
  };
}

/** What stands against it. */
function Findings({ id }: { id: Uuid }) {
  const say = useSay();
  const found = useAppSelector((state) => selectEvaluation(state).findings.hole.get(id)) ?? [];
  if (found.length === 0) return null;
  return (
    <List label="Against this hole">
      {found.map((one) => (
        <Row key={one.id} title={say(one.what)} note={say(one.why)} noteLines="all" />
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
    return <Words tone="muted">Its depth is known once the ground and the inverts here are.</Words>;
  const { amounts, depth, bottom } = result;
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
        {`Bottom at ${print(bottom, 'elevation')}, ${print(depth, 'depth')} deep: ${print(amounts.excavation, 'volume')} dug, ${print(bought, 'volume')} of bought material, ${print(native, 'volume')} of native put back.`}
      </Words>
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

function Size({ hole, put }: { hole: HoleItem; put: Put }) {
  const { plan } = hole;
  return (
    <>
      <Choice
        label="What stands in it, from above"
        options={[
          { value: 'round', label: 'Round' },
          { value: 'box', label: 'A box' },
        ]}
        value={plan.by}
        onChange={(by) => {
          const across = plan.across;
          put({ ...hole, plan: by === 'round' ? { by, across } : { by, along: across, across } });
        }}
      />
      {plan.by === 'box' ? (
        <HoleMeasure
          put={put}
          label="Outside, along the pipe that leaves it"
          quantity="depth"
          value={plan.along}
          limit={BOX.shape.along}
          make={(along) => (along === undefined ? undefined : { ...hole, plan: { ...plan, along } })}
        />
      ) : null}
      <HoleMeasure
        put={put}
        label={plan.by === 'box' ? 'Outside, across' : 'Outside, across the circle'}
        quantity="depth"
        value={plan.across}
        limit={ROUND.shape.across}
        make={(across) => (across === undefined ? undefined : { ...hole, plan: { ...plan, across } })}
      />
      <HoleMeasure
        put={put}
        label="Height, outside"
        quantity="depth"
        value={hole.tall}
        limit={Hole.shape.tall}
        make={(tall) => (tall === undefined ? undefined : { ...hole, tall })}
      />
      <HoleMeasure
        put={put}
        label="Its floor, from the inside to its underside"
        quantity="thickness"
        value={hole.floor}
        limit={Hole.shape.floor}
        make={(floor) => (floor === undefined ? undefined : { ...hole, floor })}
      />
      <HoleMeasure
        put={put}
        label="Room round it, each side"
        quantity="thickness"
        value={hole.room}
        limit={Hole.shape.room}
        make={(room) => (room === undefined ? undefined : { ...hole, room })}
        hint="6 in where the local rule allows; a foot for the straps"
      />
    </>
  );
}

/** Under it, and round it from there up. */
function Fills({ hole, put }: { hole: HoleItem; put: Put }) {
  const stone = useFresh('stone');
  const last = hole.around[hole.around.length - 1];
  return (
    <>
      {hole.around
        .map((layer, index) => (
          <LayerBox
            key={`around ${index}`}
            title={`Round it ${index + 1}`}
            material={layer.material}
            onMaterial={(material: LayerMaterial, more) =>
              put({ ...hole, around: replaced(hole.around, index, { ...layer, material }) }, more)
            }
            onRemove={() => put({ ...hole, around: without(hole.around, index) })}
          >
            <HoleMeasure
              put={put}
              label="Up to, over its underside"
              quantity="depth"
              value={layer.over}
              limit={FillLayer.shape.over}
              make={(over) =>
                over === undefined ? undefined : { ...hole, around: replaced(hole.around, index, { ...layer, over }) }
              }
            />
          </LayerBox>
        ))
        .reverse()}
      <Button
        icon="plus"
        onPress={() => {
          const { material, more } = stone();
          const over = (last?.over ?? 0) + 0.3;
          put({ ...hole, around: [...hole.around, { material, over }] }, more);
        }}
      >
        Fill round it
      </Button>
      {hole.below
        .map((layer, index) => (
          <LayerBox
            key={`below ${index}`}
            title={`Under it ${index + 1}`}
            material={layer.material}
            onMaterial={(material: LayerMaterial, more) =>
              put({ ...hole, below: replaced(hole.below, index, { ...layer, material }) }, more)
            }
            onRemove={() => put({ ...hole, below: without(hole.below, index) })}
          >
            <HoleMeasure
              put={put}
              label="Thickness"
              quantity="thickness"
              value={layer.thickness}
              limit={ThickLayer.shape.thickness}
              make={(thickness) =>
                thickness === undefined
                  ? undefined
                  : { ...hole, below: replaced(hole.below, index, { ...layer, thickness }) }
              }
            />
          </LayerBox>
        ))
        .reverse()}
      <Button
        icon="plus"
        onPress={() => {
          const { material, more } = stone();
          put({ ...hole, below: [{ material, thickness: 0.1 }, ...hole.below] }, more);
        }}
      >
        Layer under it
      </Button>
    </>
  );
}

/** Its risers, and the frame on its own concrete. */
function Shaft({ hole, put }: { hole: HoleItem; put: Put }) {
  const concrete = useFresh('concrete');
  const { frame } = hole;
  return (
    <>
      <HoleMeasure
        put={put}
        label="Risers, outside"
        quantity="thickness"
        value={hole.riser}
        limit={Hole.shape.riser}
        optional
        make={(riser) => {
          const { riser: _before, ...rest } = hole;
          return riser === undefined ? rest : { ...rest, riser };
        }}
        hint="From its top up to the rim; empty where there are none"
      />
      {frame ? (
        <>
          {(
            [
              ['across', 'Concrete of the frame, outside'],
              ['thick', 'How thick it is'],
              ['clear', 'Clear of the shaft, all round'],
            ] as const
          ).map(([field, label]) => (
            <HoleMeasure
              put={put}
              key={field}
              label={label}
              quantity="thickness"
              value={frame[field]}
              limit={Frame.shape[field]}
              make={(next) => (next === undefined ? undefined : { ...hole, frame: { ...frame, [field]: next } })}
            />
          ))}
          <Button
            icon="trash"
            onPress={() => {
              const { frame: _before, ...rest } = hole;
              put(rest);
            }}
          >
            No frame
          </Button>
        </>
      ) : (
        <Button
          icon="plus"
          onPress={() => {
            const { material, more } = concrete();
            const shaft = hole.riser ?? hole.plan.across;
            put({ ...hole, frame: { material, across: shaft + 0.5, thick: 0.2, clear: 0.025 } }, more);
          }}
        >
          Frame on its own concrete
        </Button>
      )}
    </>
  );
}
