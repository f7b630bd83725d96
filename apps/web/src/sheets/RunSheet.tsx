import { CATALOGUE, drawnLength, nodeLevel, print, removeRun, runLength } from '@alveus/core';
import type { Edit, GroundBreak, ItemOf, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { MeasureInput, PlanMeasure, positive } from '../parts/MeasureInput';
import { NameField } from '../parts/NameField';
import { Sheet } from '../parts/Sheet';
import { Button, Choice, IconTap } from '../parts/Tap';
import { FORM_WORDS } from '../parts/words';
import { Words } from '../parts/Words';
import { selectEvaluation, sheetOpened, useAppDispatch, useAppSelector } from '../store';
import { useActions } from '../sync/SyncProvider';
import { newId } from '../sync/ids';

/** A run's own facts, the ground along it and the nodes at its ends. What is typed holds at once; undo takes it back. */
export function RunSheet({ id, onClose }: { id: Uuid; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const run = plan.run[id];
  if (!run) {
    return (
      <Sheet title="Run" onClose={onClose}>
        <Words>This run has been removed.</Words>
      </Sheet>
    );
  }
  const put = (item: ItemOf<'run'>): void => edit([{ op: 'put', item }]);
  return (
    <Sheet
      title={run.name}
      onClose={onClose}
      foot={
        <>
          <Button
            kind="danger"
            icon="trash"
            onPress={() => {
              onClose();
              edit(removeRun(plan, id));
            }}
          >
            Remove
          </Button>
          <Button kind="main" onPress={onClose}>
            Done
          </Button>
        </>
      }
    >
      <NameField key={run.name} value={run.name} onChange={(name) => put({ ...run, name })} />
      <LengthField run={run} />
      <GroundAlong run={run} />
      <NodeRow id={run.lower} end="Lower" onOpen={() => dispatch(sheetOpened({ sheet: 'node', node: run.lower }))} />
      <NodeRow id={run.upper} end="Upper" onOpen={() => dispatch(sheetOpened({ sheet: 'node', node: run.upper }))} />
      <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'wye', run: run.id, at: undefined }))}>
        Put a wye in
      </Button>
      <DropField run={run} />
      <PipeChoice run={run} />
      <Choice
        label="What passes over it"
        options={[
          { value: 'foot', label: 'Feet only' },
          { value: 'vehicles', label: 'Vehicles' },
        ]}
        value={run.vehicles ? 'vehicles' : 'foot'}
        onChange={(value) => put({ ...run, vehicles: value === 'vehicles' })}
      />
    </Sheet>
  );
}

/** Typed, or taken from where the nodes lie on the sketch. */
function LengthField({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const length = runLength(plan, run);
  const drawn = drawnLength(plan, run);
  const put = (next: ItemOf<'run'>['length']): void => edit([{ op: 'put', item: { ...run, length: next } }]);
  return (
    <>
      {drawn === undefined && run.length.from === 'typed' ? null : (
        <Choice
          label="Length"
          options={[
            { value: 'typed', label: 'Typed' },
            { value: 'plan', label: 'From the sketch' },
          ]}
          value={run.length.from}
          onChange={(from) => put(from === 'plan' ? { from } : { from, value: length ?? drawn ?? 1 })}
        />
      )}
      {run.length.from === 'typed' ? (
        <PlanMeasure label="Length, level" quantity="distance" value={run.length.value} onChange={(value) => value !== undefined && put({ from: 'typed', value })} check={positive} />
      ) : (
        <Words>{length === undefined ? 'Not known: its nodes are not both on the sketch.' : `${print(length, 'distance', system, { fraction })} on the sketch`}</Words>
      )}
    </>
  );
}

function GroundAlong({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const [at, setAt] = useState<number>();
  const [elevation, setElevation] = useState<number>();
  const [round, setRound] = useState(0);
  const [bad, setBad] = useState({ at: true, elevation: true });
  const breaks = plan.runGround[run.id]?.breaks ?? [];
  const shot = useAppSelector(selectEvaluation).shots.runs.get(run.id) ?? [];
  const length = runLength(plan, run) ?? 0;
  const save = (next: readonly GroundBreak[]): void => edit([{ op: 'put', item: { kind: 'runGround', id: run.id, breaks: [...next], ...(length > 0 ? { over: length } : {}) } }]);
  const place = (value: number): string | undefined => {
    if (value <= 0) return 'Must lie past the lower node.';
    if (value >= length) return `Must lie before the upper end, at ${print(length, 'distance', system, { fraction })}.`;
    if (breaks.some((one) => Math.abs(one.at - value) < 1e-6)) return 'There is a ground point at this distance already; remove it first.';
    return undefined;
  };
  const add = (): void => {
    if (bad.at || bad.elevation || at === undefined || elevation === undefined) return;
    save([...breaks, { at, elevation }].sort((a, b) => a.at - b.at));
    setAt(undefined);
    setElevation(undefined);
    setBad({ at: true, elevation: true });
    setRound(round + 1);
  };
  return (
    <View style={styles.group} role="group" aria-label="Ground along the run">
      <Words strong>Ground along the run</Words>
      {breaks.map((one) => (
        <View key={one.at} style={styles.break}>
          <Words style={styles.flex} size="large">
            {`${print(one.at, 'distance', system, { fraction })} up: ${print(one.elevation, 'elevation', system, { fraction })}`}
          </Words>
          <IconTap name="trash" label={`Remove the ground point at ${print(one.at, 'distance', system, { fraction })}`} onPress={() => save(breaks.filter((other) => other !== one))} />
        </View>
      ))}
      {shot.map((one) => (
        <Words key={one.shot} tone="muted">{`${print(one.at, 'distance', system, { fraction })} up: ${print(one.elevation, 'elevation', system, { fraction })}, shot`}</Words>
      ))}
      <View style={styles.row}>
        <MeasureInput key={`at${round}`} label="Distance up" quantity="distance" value={at} onChange={setAt} onValid={(ok) => setBad((b) => ({ ...b, at: !ok }))} check={place} />
        <MeasureInput key={`elevation${round}`} label="Ground" quantity="elevation" value={elevation} onChange={setElevation} onValid={(ok) => setBad((b) => ({ ...b, elevation: !ok }))} onSubmit={add} />
      </View>
      <Button icon="plus" onPress={add} disabled={bad.at || bad.elevation}>
        Add ground point
      </Button>
    </View>
  );
}

function NodeRow({ id, end, onOpen }: { id: Uuid; end: string; onOpen: () => void }) {
  const plan = useAppSelector((state) => state.job.plan);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const node = plan.node[id];
  const { shots } = useAppSelector(selectEvaluation);
  const level = nodeLevel(plan, shots, id);
  const ground = level?.elevation;
  return (
    <View style={styles.break}>
      <View style={styles.flex}>
        <Words strong>{`${end} end: ${node?.name ?? 'removed'}`}</Words>
        <Words size="small" tone="muted">
          {`${node ? FORM_WORDS[node.form] : ''} · ${ground === undefined ? 'ground not known' : `ground ${print(ground, 'elevation', system, { fraction })}, ${shots.nodes.get(id) === level ? 'shot' : 'typed'}`}`}
        </Words>
      </View>
      <Button icon="edit" onPress={onOpen}>
        Open
      </Button>
    </View>
  );
}

function DropField({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const below = Object.values(plan.run).some((other) => other.upper === run.lower);
  const grade = plan.runGrade[run.id];
  if (!below) return null;
  return (
    <PlanMeasure
      label="Drop through the lower node"
      quantity="thickness"
      value={grade?.drop}
      optional
      onChange={(drop) => {
        const { drop: _before, ...rest } = grade ?? { kind: 'runGrade' as const, id: run.id };
        edit([{ op: 'put', item: drop === undefined ? rest : { ...rest, drop } }]);
      }}
      hint="From this run’s invert down to the next; empty means it follows, and is none where nothing else says so"
    />
  );
}

function PipeChoice({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const [all, setAll] = useState(false);
  const inUse = plan.pipe[run.pipe ?? plan.line[run.line]?.pipe ?? ''];
  const choose = (name: string): void => {
    const known = Object.values(plan.pipe).find((pipe) => pipe.name === name);
    const model = CATALOGUE.find((pipe) => pipe.name === name);
    const edits: Edit[] = [];
    const id = known?.id ?? newId();
    if (!known && model) edits.push({ op: 'put', item: { kind: 'pipe', id, ...model } });
    const { pipe: _before, ...rest } = run;
    edits.push({ op: 'put', item: plan.line[run.line]?.pipe === id ? rest : { ...rest, pipe: id } });
    edit(edits);
    setAll(false);
  };
  if (all) {
    return <Choice label="Pipe by standard" options={CATALOGUE.map(({ name }) => ({ value: name, label: name }))} value={inUse?.name} onChange={choose} />;
  }
  return (
    <View style={styles.group}>
      <View style={styles.break}>
        <View style={styles.flex}>
          <Words strong>{inUse?.name ?? 'No pipe'}</Words>
          <Words size="small" tone="muted">
            {inUse?.standard ?? ''}
          </Words>
        </View>
        <Button onPress={() => setAll(true)}>Other pipe</Button>
      </View>
      {inUse ? <PipeSizes pipe={inUse} /> : null}
    </View>
  );
}

/** Sizes differ by maker, above all outside diameters; they can be typed, and hold wherever this pipe is used. */
function PipeSizes({ pipe }: { pipe: ItemOf<'pipe'> }) {
  const { edit } = useActions();
  const put = (item: ItemOf<'pipe'>): void => edit([{ op: 'put', item }]);
  return (
    <>
      <View style={styles.row}>
        <PlanMeasure label="Outside" quantity="fine" value={pipe.outside} onChange={(outside) => outside !== undefined && put({ ...pipe, outside })} check={(value) => (value > 2 * pipe.wall ? positive(value) : 'Must be more than two walls.')} />
        <PlanMeasure label="Wall" quantity="fine" value={pipe.wall} onChange={(wall) => wall !== undefined && put({ ...pipe, wall })} check={(value) => (2 * value < pipe.outside ? positive(value) : 'Leaves no inside.')} />
      </View>
      <View style={styles.row}>
        <PlanMeasure label="Stick" quantity="distance" value={pipe.stick} onChange={(stick) => stick !== undefined && put({ ...pipe, stick })} check={positive} />
        <PlanMeasure label="Manning n" quantity="plain" value={pipe.manning} onChange={(manning) => manning !== undefined && put({ ...pipe, manning })} check={(value) => (value >= 0.005 && value <= 0.1 ? undefined : 'From 0.005 to 0.1; smooth plastic is about 0.010.')} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  group: { gap: 10 },
  row: { flexDirection: 'row', gap: 10 },
  break: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  flex: { flex: 1 },
});
