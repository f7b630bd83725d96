import { FOOT, INCH } from '@alveus/core';
import { AlongRun, Crossing, cutText, Elevation, nameAfter, Thickness, UTILITIES } from '@alveus/plan';
import type { Utility, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { UTILITY_MARKS, UTILITY_NAMES } from '../../drawing/utilities';
import type { RootState } from '../../store';
import { itemUsed, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Choice, KeepFoot, Sheet, Tap, Words } from '../../ui';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, FormText, useSheetForm } from '../../ui/form';
import { toldFromA, toldUp } from '../parts/along';
import { useRunChoices } from '../parts/choices';
import { UtilityLetter } from './UtilityLetter';

interface CrossingSheetProps {
  /** Undefined for one that is to be marked now. */
  crossing: Uuid | undefined;
  run: Uuid;
  onClose: () => void;
}

/** A utility across a run or beside it. Places are told and typed as they are read up the run; the plan keeps them from end a. */
export function CrossingSheet({ crossing: id, run, onClose }: CrossingSheetProps) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { plan } = useAppSelector(selectEvaluation);
  const at = useAppSelector((state) => whereAt(state, run));
  const [round, setRound] = useState(0);
  const known = id === undefined ? undefined : plan.crossing[id];
  const form = useSheetForm<Crossing>(
    Crossing,
    known
      ? toldUp(known, plan)
      : {
          kind: 'crossing',
          id: newId(),
          run,
          name: UTILITY_NAMES.gas,
          utility: 'gas',
          size: 4 * INCH,
          lies: { how: 'across', at: Math.round(at * 100) / 100 },
          // How high it lies nobody knows before it is typed.
          level: { by: 'depth', of: 'top' },
          measured: false,
          markedBy: '',
          markedOn: '',
        },
  );
  /** Where another follows, it is of the kind that was tapped. */
  const save = (next?: Utility): void =>
    form.keep((item) => {
      edit([{ op: 'put', item: toldFromA({ ...item, markedBy: cutText(item.markedBy, 80) }, plan) }]);
      dispatch(itemUsed(item.run));
      if (next === undefined) return onClose();
      const { value: _value, ...level } = item.level;
      form.restart({ ...ofKind(item, next), id: newId(), level } as Crossing);
      setRound(round + 1);
    });
  const remove = (): void => {
    if (known) edit([{ op: 'remove', kind: 'crossing', id: known.id }]);
    onClose();
  };
  return (
    <Sheet
      title={known ? known.name : `${form.values.name} at ${plan.run[form.values.run]?.name ?? 'the run'}`}
      onClose={onClose}
      onEnter={form.ready ? () => save(known ? undefined : form.values.utility) : undefined}
      foot={
        <>
          {known ? null : <Another ready={form.ready} onAnother={save} />}
          <KeepFoot ready={form.ready} onKeep={() => save()} onRemove={known && remove} />
        </>
      }
    >
      <Where key={round} form={form} fresh={!known} />
      <HowHigh form={form} />
      <What form={form} />
      <Marks form={form} />
    </Sheet>
  );
}

/** What is marked by a colour of its own. */
const MARKED = UTILITIES.filter((utility) => utility !== 'other');

/** The next of the marks: a tap on its letter saves this one first. */
function Another({ ready, onAnother }: { ready: boolean; onAnother: (utility: Utility) => void }) {
  return (
    <View role="group" aria-label="Save, then add" style={styles.another}>
      <Words size="small" tone="muted">
        Save, then add:
      </Words>
      <View style={styles.letters}>
        {MARKED.map((utility) => (
          <Tap
            key={utility}
            label={`Save, then add: ${UTILITY_MARKS[utility].word}`}
            onPress={() => onAnother(utility)}
            disabled={!ready}
            style={styles.letter}
          >
            <UtilityLetter utility={utility} faint={!ready} />
          </Tap>
        ))}
      </View>
    </View>
  );
}

/** The same of another kind: a name that nobody chose follows. */
const ofKind = (crossing: Crossing, utility: Utility): Crossing => ({
  ...crossing,
  utility,
  name: nameAfter(crossing.name, crossing.utility, utility, (of) => UTILITY_NAMES[of]),
});

/** Where along a run somebody means: tapped on the sketch, at the station line, or its middle. */
function whereAt(state: RootState, run: Uuid): number {
  const { sketch } = state.view;
  if (sketch && 'run' in sketch && sketch.run === run) return sketch.at;
  const place = selectPlace(state);
  return place?.run.id === run ? place.station.at : (selectEvaluation(state).runs.get(run)?.length ?? 0) / 2;
}

interface Part {
  form: SheetForm<Crossing>;
}

function What({ form: { control, values, set } }: Part) {
  return (
    <>
      <FormChoice
        control={control}
        name="utility"
        label="What it carries"
        options={UTILITIES.map((value) => ({
          value,
          label: `${UTILITY_MARKS[value].letter} · ${UTILITY_MARKS[value].word}`,
        }))}
        onChange={(utility) => {
          set('name', ofKind(values, utility).name);
          set('utility', utility);
        }}
      />
      <FormText control={control} name="name" label="Name" />
      <FormMeasure control={control} name="size" label="Outside diameter" quantity="thickness" limit={Thickness} />
    </>
  );
}

function Where({ form: { control, values, set }, fresh }: Part & { fresh: boolean }) {
  const runs = useRunChoices();
  const length = useAppSelector((state) => selectEvaluation(state).runs.get(values.run)?.length ?? 0);
  const along = (value: number): string | undefined => (value <= length ? undefined : 'Must be along the run.');
  const { lies } = values;
  const place = { control, quantity: 'distance', limit: AlongRun, check: along } as const;
  return (
    <>
      {runs.options.length > 1 ? <FormPicker control={control} name="run" label="On which run" {...runs} /> : null}
      <FormChoice
        control={control}
        name="lies.how"
        label="Position"
        options={[
          { value: 'across', label: 'Across the run' },
          { value: 'beside', label: 'Beside it' },
        ]}
        onChange={(how) =>
          set(
            'lies',
            how === 'across'
              ? { how, at: lies.how === 'beside' ? lies.from : lies.at }
              : { how, from: 0, to: length, off: 5 * FOOT },
          )
        }
      />
      {lies.how === 'across' ? (
        <FormMeasure key="at" {...place} name="lies.at" label="Distance up the run" focus={fresh} />
      ) : (
        <View style={styles.row}>
          <FormMeasure key="from" {...place} name="lies.from" label="From" />
          <FormMeasure key="to" {...place} name="lies.to" label="To" />
          <FormMeasure
            key="off"
            control={control}
            name="lies.off"
            label="Offset, center to center"
            quantity="distance"
            limit={Thickness}
          />
        </View>
      )}
      {lies.how === 'beside' ? (
        <Choice
          label="Which side of the pipe, looking up the run"
          value={lies.side ?? 'open'}
          options={[
            { value: 'left', label: 'Left' },
            { value: 'right', label: 'Right' },
            { value: 'open', label: 'Not known' },
          ]}
          onChange={(side) => {
            const { side: _before, ...rest } = lies;
            set('lies', side === 'open' ? rest : { ...rest, side });
          }}
        />
      ) : null}
      {lies.how === 'beside' && lies.to <= lies.from ? (
        <Words tone="stop">It must end farther up than it begins.</Words>
      ) : null}
    </>
  );
}

function HowHigh({ form: { control, values, set } }: Part) {
  const { level } = values;
  return (
    <>
      <FormChoice
        control={control}
        name="level.by"
        label="Depth entered as"
        options={[
          { value: 'depth', label: 'Depth under ground' },
          { value: 'elevation', label: 'Elevation' },
        ]}
        onChange={(by) => {
          // A depth is no elevation: what was typed for one says nothing of the other.
          set('level.by', by);
          set('level.value', undefined as never);
        }}
      />
      <FormChoice
        control={control}
        name="level.of"
        label="Measured to its"
        options={[
          { value: 'top', label: 'Top' },
          { value: 'centre', label: 'Center' },
        ]}
      />
      <FormMeasure
        key={level.by}
        control={control}
        name="level.value"
        label={level.by === 'depth' ? 'Depth' : 'Its elevation'}
        quantity={level.by === 'depth' ? 'depth' : 'elevation'}
        limit={Elevation}
        check={(value) => (level.by === 'depth' && value < 0 ? 'Must not be negative.' : undefined)}
      />
    </>
  );
}

function Marks({ form: { control, values, set } }: Part) {
  return (
    <>
      <Choice
        label="How it is known"
        value={values.measured ? 'measured' : 'assumed'}
        options={[
          { value: 'assumed', label: 'Assumed from the marks' },
          { value: 'measured', label: 'Dug up and measured' },
        ]}
        onChange={(value) => set('measured', value === 'measured')}
      />
      <View style={styles.row}>
        <FormText control={control} name="markedBy" label="Marked by" />
        <FormText control={control} name="markedOn" label="Marked on" type="date" />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 10, flexWrap: 'wrap' },
  another: { flexGrow: 1, maxWidth: '100%' },
  letters: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between' },
  letter: { width: 48, height: 48, alignItems: 'center', justifyContent: 'center' },
});
