import { Name, SOIL_CLASSES, UTILITIES } from '@alveus/plan';
import type { Crossing, TestPit, Uuid } from '@alveus/plan';
import { INCH } from '@alveus/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { UTILITY_MARKS } from '../drawing/utilities';
import { Field, MeasureInput, notNegative, positive } from '../parts/MeasureInput';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { Words } from '../parts/Words';
import { selectEvaluation, selectPlace, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';

/** Fields that are not understood, by name: a form is ready when there are none. */
function useBad(start: readonly string[]) {
  const [bad, setBad] = useState<ReadonlySet<string>>(new Set(start));
  const judge = (field: string) => (ok: boolean): void => setBad((before) => new Set(ok ? [...before].filter((one) => one !== field) : [...before, field]));
  return { ready: bad.size === 0, judge };
}

/** A utility across a run or beside it. */
export function CrossingSheet({ id, run: asked, onClose }: { id: Uuid | undefined; run: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const place = useAppSelector(selectPlace);
  const chosen = useAppSelector((state) => state.view.sketch);
  const known = id === undefined ? undefined : plan.crossing[id];
  const at = chosen && 'run' in chosen && chosen.run === asked ? chosen.at : place?.run.id === asked ? place.station.at : (runs.get(asked)?.length ?? 0) / 2;
  const [item, setItem] = useState<Crossing>(
    known ?? {
      kind: 'crossing',
      id: newId(),
      run: asked,
      name: 'Gas main',
      utility: 'gas',
      size: 4 * INCH,
      lies: { how: 'across', at: Math.round(at * 100) / 100 },
      level: { by: 'depth', of: 'top', value: 0 },
      measured: false,
      markedBy: '',
      markedOn: '',
    },
  );
  const { ready, judge } = useBad(known ? [] : ['level']);
  const { run } = item;
  const length = runs.get(run)?.length ?? 0;
  const set = (part: Partial<Crossing>): void => setItem((before) => ({ ...before, ...part }));
  const along = (value: number): string | undefined => (value >= 0 && value <= length ? undefined : 'Must lie along the run.');
  const named = Name.safeParse(item.name);
  const dated = /^(\d{4}-\d{2}-\d{2})?$/.test(item.markedOn);
  const backwards = item.lies.how === 'beside' && item.lies.to <= item.lies.from;
  const save = (): void => {
    if (!ready || !named.success || !dated || backwards) return;
    edit([{ op: 'put', item: { ...item, name: named.data, markedBy: item.markedBy.trim().slice(0, 80) } }]);
    onClose();
  };
  const { lies, level } = item;
  return (
    <Sheet
      title={known ? known.name : `Utility at ${plan.run[run]?.name ?? 'the run'}`}
      onClose={onClose}
      foot={
        <>
          {known ? (
            <Button
              kind="danger"
              icon="trash"
              onPress={() => {
                edit([{ op: 'remove', kind: 'crossing', id: known.id }]);
                onClose();
              }}
            >
              Remove
            </Button>
          ) : null}
          <Button kind="main" onPress={save} disabled={!ready || !named.success || !dated || backwards}>
            Keep it
          </Button>
        </>
      }
    >
      <Choice label="What it carries" options={UTILITIES.map((value) => ({ value, label: `${UTILITY_MARKS[value].letter} · ${UTILITY_MARKS[value].word}` }))} value={item.utility} onChange={(utility) => set({ utility })} />
      <Field label="Name" value={item.name} onChange={(name) => set({ name })} error={named.success ? undefined : 'Type a name.'} />
      {runs.size > 1 ? <Choice label="At which run" options={[...runs.values()].map((one) => ({ value: one.id, label: one.run.name }))} value={run} onChange={(next) => set({ run: next })} /> : null}
      <Choice
        label="It lies"
        options={[
          { value: 'across', label: 'Across the run' },
          { value: 'beside', label: 'Beside it' },
        ]}
        value={lies.how}
        onChange={(how) => set({ lies: how === 'across' ? { how, at: lies.how === 'beside' ? lies.from : lies.at } : { how, from: 0, to: length, off: 1.5 } })}
      />
      {lies.how === 'across' ? (
        <MeasureInput key="at" label="Distance up the run" quantity="distance" value={lies.at} onChange={(value) => value !== undefined && set({ lies: { how: 'across', at: value } })} onValid={judge('at')} check={along} />
      ) : (
        <View style={styles.row}>
          <MeasureInput key="from" label="From" quantity="distance" value={lies.from} onChange={(from) => from !== undefined && set({ lies: { ...lies, from } })} onValid={judge('from')} check={along} />
          <MeasureInput key="to" label="To" quantity="distance" value={lies.to} onChange={(to) => to !== undefined && set({ lies: { ...lies, to } })} onValid={judge('to')} check={along} />
          <MeasureInput key="off" label="Off, centre to centre" quantity="distance" value={lies.off} onChange={(off) => off !== undefined && set({ lies: { ...lies, off } })} onValid={judge('off')} check={positive} />
        </View>
      )}
      {backwards ? <Words tone="stop">It must end further up than it begins.</Words> : null}
      <MeasureInput label="Its outside diameter" quantity="thickness" value={item.size} onChange={(size) => size !== undefined && set({ size })} onValid={judge('size')} check={positive} />
      <Choice
        label="Its level is told as"
        options={[
          { value: 'depth', label: 'Depth under ground' },
          { value: 'elevation', label: 'Elevation' },
        ]}
        value={level.by}
        onChange={(by) => {
          set({ level: { ...level, by } });
          judge('level')(false);
        }}
      />
      <Choice
        label="Of its"
        options={[
          { value: 'top', label: 'Top' },
          { value: 'centre', label: 'Centre' },
        ]}
        value={level.of}
        onChange={(of) => set({ level: { ...level, of } })}
      />
      <MeasureInput
        key={level.by}
        label={level.by === 'depth' ? 'Depth' : 'Elevation of it'}
        quantity={level.by === 'depth' ? 'depth' : 'elevation'}
        value={known && level.by === known.level.by ? level.value : level.value === 0 ? undefined : level.value}
        onChange={(value) => value !== undefined && set({ level: { ...level, value } })}
        onValid={judge('level')}
        check={level.by === 'depth' ? notNegative : undefined}
      />
      <Choice
        label="How it is known"
        options={[
          { value: 'assumed', label: 'Assumed from the marks' },
          { value: 'measured', label: 'Dug to and measured' },
        ]}
        value={item.measured ? 'measured' : 'assumed'}
        onChange={(value) => set({ measured: value === 'measured' })}
      />
      <View style={styles.row}>
        <Field label="Marked by" value={item.markedBy} onChange={(markedBy) => set({ markedBy })} />
        <Field label="Marked on" value={item.markedOn} onChange={(markedOn) => set({ markedOn })} error={dated ? undefined : 'A day such as 2026-11-24.'} hint="2026-11-24" />
      </View>
    </Sheet>
  );
}

/** A hole dug to see. */
export function PitSheet({ id, onClose }: { id: Uuid | undefined; onClose: () => void }) {
  const { edit } = useActions();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const place = useAppSelector(selectPlace);
  const known = id === undefined ? undefined : plan.testPit[id];
  const [item, setItem] = useState<TestPit>(
    known ?? {
      kind: 'testPit',
      id: newId(),
      name: `Pit ${Object.keys(plan.testPit).length + 1}`,
      ...(place ? { place: { run: place.run.id, at: Math.round(place.station.at * 100) / 100 } } : {}),
      depth: 1.5,
      description: '',
    },
  );
  const { ready, judge } = useBad([]);
  const set = (part: Partial<TestPit>): void => setItem((before) => ({ ...before, ...part }));
  const without = (field: 'limiting' | 'groundwater' | 'soil' | 'place'): void => setItem(({ [field]: _before, ...rest }) => rest as TestPit);
  const named = Name.safeParse(item.name);
  const save = (): void => {
    if (!ready || !named.success) return;
    edit([{ op: 'put', item: { ...item, name: named.data, description: item.description.trim().slice(0, 400) } }]);
    onClose();
  };
  return (
    <Sheet
      title={known ? known.name : 'New test pit'}
      onClose={onClose}
      foot={
        <>
          {known ? (
            <Button
              kind="danger"
              icon="trash"
              onPress={() => {
                edit([{ op: 'remove', kind: 'testPit', id: known.id }]);
                onClose();
              }}
            >
              Remove
            </Button>
          ) : null}
          <Button kind="main" onPress={save} disabled={!ready || !named.success}>
            Keep it
          </Button>
        </>
      }
    >
      <Field label="Name" value={item.name} onChange={(name) => set({ name })} error={named.success ? undefined : 'Type a name.'} />
      <Choice
        label="Dug at"
        options={[...[...runs.values()].map((run) => ({ value: run.id, label: run.run.name })), { value: '', label: 'Elsewhere' }]}
        value={item.place?.run ?? ''}
        onChange={(run) => (run === '' ? without('place') : set({ place: { run, at: item.place?.at ?? 0 } }))}
      />
      {item.place ? <MeasureInput label="Distance up the run" quantity="distance" value={item.place.at} onChange={(at) => at !== undefined && item.place && set({ place: { ...item.place, at } })} onValid={judge('at')} check={notNegative} /> : null}
      <MeasureInput label="Depth of the pit" quantity="depth" value={item.depth} onChange={(depth) => depth !== undefined && set({ depth })} onValid={judge('depth')} check={positive} />
      <Field label="What was seen" value={item.description} onChange={(description) => set({ description })} hint="Topsoil 8 in, silty clay, stones" />
      <Choice label="Soil class, if a competent person said" options={[...SOIL_CLASSES.map((value) => ({ value: value as string, label: value })), { value: '', label: 'Not said' }]} value={item.soil ?? ''} onChange={(soil) => (soil === '' ? without('soil') : set({ soil: soil as TestPit['soil'] }))} />
      <MeasureInput label="Depth to what limits, if met" quantity="depth" value={item.limiting?.depth} optional onChange={(depth) => (depth === undefined ? without('limiting') : set({ limiting: { depth, what: item.limiting?.what ?? 'clay pan' } }))} onValid={judge('limiting')} check={notNegative} />
      {item.limiting ? <Field label="What it is" value={item.limiting.what} onChange={(what) => item.limiting && set({ limiting: { ...item.limiting, what } })} hint="rock, clay pan" /> : null}
      <MeasureInput label="Depth to groundwater, if met" quantity="depth" value={item.groundwater} optional onChange={(groundwater) => (groundwater === undefined ? without('groundwater') : set({ groundwater }))} onValid={judge('groundwater')} check={notNegative} />
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 10, flexWrap: 'wrap' } });
