import { extendLine, fromBearing, fromRun, hangingOn, networkSpots, placeItem, print, removeLine, splitRun, startLine } from '@alveus/core';
import type { Spot } from '@alveus/core';
import { applyEdits, SERVICES } from '@alveus/plan';
import type { Edit, ItemOf, Service, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field, MeasureInput } from '../parts/MeasureInput';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { SERVICE_WORDS } from '../parts/words';
import { Words } from '../parts/Words';
import { lineChosen, selectEvaluation, selectLine, sheetOpened, sketchChosen, stationMoved, useAppDispatch, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';
import { RunFields, useRunDraft } from './RunFields';

interface Closing {
  onClose: () => void;
}

const inside = (least: number, most: number) => (value: number): string | undefined => (value >= least && value <= most ? undefined : `From ${least} to ${most}.`);

/** Where a node lies, typed: by coordinates, from another node, or along a run. */
export function PlaceSheet({ node, onClose }: { node: Uuid } & Closing) {
  const { edit } = useActions();
  const { plan, topology, runs } = useAppSelector(selectEvaluation);
  const spots = networkSpots(plan, topology);
  const now = plan.nodePlace[node];
  const others = Object.values(plan.node).filter((one) => one.id !== node && plan.nodePlace[one.id]);
  const drawn = [...runs.values()].filter(({ run }) => plan.nodePlace[run.lower] && plan.nodePlace[run.upper] && run.lower !== node && run.upper !== node);
  const [how, setHow] = useState<'coordinates' | 'bearing' | 'run'>('coordinates');
  const [east, setEast] = useState(now?.east);
  const [north, setNorth] = useState(now?.north);
  const [other, setOther] = useState(others[0]?.id ?? '');
  const [distance, setDistance] = useState<number>();
  const [bearing, setBearing] = useState<number>();
  const [run, setRun] = useState(drawn[0]?.id ?? '');
  const [at, setAt] = useState<number>();
  const [offset, setOffset] = useState<number | undefined>(0);

  const spot = ((): Spot | undefined => {
    if (how === 'coordinates') return east === undefined || north === undefined ? undefined : { east, north };
    if (how === 'bearing') {
      const from = plan.nodePlace[other];
      return from && distance !== undefined && bearing !== undefined ? fromBearing(from, distance, (bearing * Math.PI) / 180) : undefined;
    }
    const along = runs.get(run)?.run;
    const [lower, upper] = [along && spots.get(along.lower), along && spots.get(along.upper)];
    return lower && upper && at !== undefined && offset !== undefined ? fromRun(lower, upper, at, offset) : undefined;
  })();
  const save = (): void => {
    if (!spot) return;
    edit([{ op: 'put', item: placeItem(node, spot) }]);
    onClose();
  };
  return (
    <Sheet
      title={`Where ${plan.node[node]?.name ?? 'it'} lies`}
      onClose={onClose}
      foot={
        <>
          {now ? (
            <Button
              onPress={() => {
                edit([{ op: 'remove', kind: 'nodePlace', id: node }]);
                onClose();
              }}
            >
              Off the sketch
            </Button>
          ) : null}
          <Button kind="main" onPress={save} disabled={!spot}>
            Place it
          </Button>
        </>
      }
    >
      <Choice
        label="Told by"
        options={[
          { value: 'coordinates', label: 'Coordinates' },
          ...(others.length > 0 ? [{ value: 'bearing' as const, label: 'Distance and bearing' }] : []),
          ...(drawn.length > 0 ? [{ value: 'run' as const, label: 'Along a run' }] : []),
        ]}
        value={how}
        onChange={setHow}
      />
      {how === 'coordinates' ? (
        <View style={styles.row}>
          <MeasureInput label="East" quantity="distance" value={east} onChange={setEast} focus />
          <MeasureInput label="North" quantity="distance" value={north} onChange={setNorth} onSubmit={save} />
        </View>
      ) : null}
      {how === 'bearing' ? (
        <>
          <Choice label="From" options={others.map((one) => ({ value: one.id, label: one.name }))} value={other} onChange={setOther} />
          <View style={styles.row}>
            <MeasureInput label="Distance" quantity="distance" value={distance} onChange={setDistance} />
            <MeasureInput label="Bearing (degrees from north)" quantity="plain" value={bearing} onChange={setBearing} check={inside(-360, 360)} onSubmit={save} />
          </View>
        </>
      ) : null}
      {how === 'run' ? (
        <>
          <Choice label="Along" options={drawn.map(({ id, run: item }) => ({ value: id, label: item.name }))} value={run} onChange={setRun} />
          <View style={styles.row}>
            <MeasureInput label="Distance up it" quantity="distance" value={at} onChange={setAt} />
            <MeasureInput label="Offset to the right" quantity="distance" value={offset} onChange={setOffset} onSubmit={save} />
          </View>
        </>
      ) : null}
    </Sheet>
  );
}

/** A new length of pipe up from a node: its line goes on, or a branch begins there. */
export function BranchSheet({ node, onClose }: { node: Uuid } & Closing) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { plan, lines, topology } = useAppSelector(selectEvaluation);
  const ending = [...lines.values()].find((line) => line.order.runs[line.order.runs.length - 1]?.upper === node);
  const [goOn, setGoOn] = useState(ending !== undefined);
  const [service, setService] = useState<Service>(ending?.line.service ?? [...lines.values()][0]?.line.service ?? 'storm');
  const [name, setName] = useState('');
  const run = useRunDraft();
  const spots = networkSpots(plan, topology);

  const save = (): void => {
    if (!run.ready) return;
    const edits: Edit[] = [];
    let base = plan;
    let line = ending?.id;
    const called = name.trim().slice(0, 80) || `${SERVICE_WORDS[service]} branch`;
    if (!goOn || line === undefined) {
      const start = startLine(plan, { name: called, service, at: node }, newId);
      edits.push(...start.edits);
      base = applyEdits(plan, start.edits);
      line = start.line;
    }
    const number = (lines.get(line)?.order.runs.length ?? 0) + 1;
    const typed = run.start(number);
    // A branch of one run is called as its run is: there would else be a Run 1 on every line.
    const made = extendLine(base, line, number === 1 && run.draft.name.trim() === '' ? { ...typed, name: called } : typed, newId, node);
    edits.push(...made.edits);
    // On a sketch the new node is put where the schematic would lay it, to be moved from there.
    if (plan.nodePlace[node]) {
      const after = applyEdits(base, made.edits);
      const upper = after.run[made.run]?.upper ?? '';
      const spot = spots.get(node);
      const length = run.draft.length ?? 0;
      const turn = goOn ? 0 : Math.PI / 4;
      if (spot) edits.push({ op: 'put', item: placeItem(upper, onward(plan, node, spot, length, turn)) });
    }
    edit(edits);
    dispatch(lineChosen(line));
    dispatch(stationMoved(0));
    onClose();
  };
  return (
    <Sheet
      title={`Up from ${plan.node[node]?.name ?? 'the node'}`}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={save} disabled={!run.ready}>
          Add the run
        </Button>
      }
    >
      {ending ? (
        <Choice
          label="It is"
          options={[
            { value: 'on', label: `More of ${ending.line.name}` },
            { value: 'branch', label: 'A branch of its own' },
          ]}
          value={goOn ? 'on' : 'branch'}
          onChange={(value) => setGoOn(value === 'on')}
        />
      ) : null}
      {goOn && ending ? null : (
        <>
          <Choice label="What runs in it" options={SERVICES.map((value) => ({ value, label: SERVICE_WORDS[value] }))} value={service} onChange={setService} />
          <Field label="Name of the branch" value={name} onChange={setName} hint={`Left empty: ${SERVICE_WORDS[service]} branch`} />
        </>
      )}
      <RunFields run={run} number={1} />
    </Sheet>
  );
}

/** Straight on from the run that leaves the node, or turned off it. */
function onward(plan: ReturnType<typeof selectEvaluation>['plan'], node: Uuid, spot: Spot, length: number, turn: number): Spot {
  const leaving = Object.values(plan.run).find((run) => run.upper === node);
  const from = leaving && plan.nodePlace[leaving.lower];
  const heading = from ? Math.atan2(spot.north - from.north, spot.east - from.east) : Math.PI / 2;
  return { east: spot.east + length * Math.cos(heading + turn), north: spot.north + length * Math.sin(heading + turn) };
}

/** A wye put into a run: a node within it, where a branch can begin. */
export function WyeSheet({ run, at: tapped, onClose }: { run: Uuid; at: number | undefined } & Closing) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const result = runs.get(run);
  const [at, setAt] = useState<number | undefined>(tapped === undefined ? undefined : Math.round(tapped * 100) / 100);
  const [name, setName] = useState('Wye');
  const [form, setForm] = useState<'fitting' | 'manhole' | 'catch-basin' | 'cleanout'>('fitting');
  const length = result?.length ?? 0;
  const split = at === undefined ? undefined : splitRun(plan, run, at, result?.grade, { name: name.trim().slice(0, 80) || 'Wye', form }, newId);
  const save = (): void => {
    if (!split) return;
    edit(split.edits);
    dispatch(sketchChosen({ node: split.node }));
    dispatch(sheetOpened({ sheet: 'branch', node: split.node }));
  };
  return (
    <Sheet
      title={`A wye in ${plan.run[run]?.name ?? 'the run'}`}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={save} disabled={!split}>
          Put it in, and branch
        </Button>
      }
    >
      <Words>The run is parted there. Its slope, ground, section and amounts stay as they are.</Words>
      <MeasureInput label="Distance up the run" quantity="distance" value={at} onChange={setAt} check={(value) => (value > 0 && value < length ? undefined : `Must lie within the run, up to ${print(length, 'distance', system, { fraction })}.`)} focus onSubmit={save} />
      <Choice
        label="What is put in"
        options={[
          { value: 'fitting', label: 'Wye or tee' },
          { value: 'manhole', label: 'Manhole' },
          { value: 'catch-basin', label: 'Catch basin' },
          { value: 'cleanout', label: 'Cleanout' },
        ]}
        value={form}
        onChange={setForm}
      />
      <Words size="small" tone="muted">
        A wye where water comes fast or with debris, as from roofs and basins; a tee will do inside a French drain.
      </Words>
      <Field label="Name" value={name} onChange={setName} />
    </Sheet>
  );
}

/** A line goes with all that hangs on it; the sheet says what that is. */
export function DeleteLineSheet({ onClose }: Closing) {
  const { edit } = useActions();
  const { plan } = useAppSelector(selectEvaluation);
  const line = useAppSelector(selectLine);
  if (!line) return null;
  const others = hangingOn(plan, line.id).slice(1).map((id) => (plan.line[id] as ItemOf<'line'>).name);
  return (
    <Sheet
      title={`Delete ${line.line.name}?`}
      onClose={onClose}
      foot={
        <>
          <Button onPress={onClose}>Keep it</Button>
          <Button
            kind="danger"
            icon="trash"
            onPress={() => {
              edit(removeLine(plan, line.id));
              onClose();
            }}
          >
            Delete
          </Button>
        </>
      }
    >
      <Words>{others.length === 0 ? 'Nothing else hangs on it.' : `With it goes what hangs on it: ${others.join(', ')}.`}</Words>
      <Words tone="muted">Undo brings all of it back.</Words>
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 10, flexWrap: 'wrap' } });
