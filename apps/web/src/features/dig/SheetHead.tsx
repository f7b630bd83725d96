import { StyleSheet, View } from 'react-native';
import { fallsOf, FOOT, INCH } from '@alveus/core';
import { Elevation } from '@alveus/plan';
import type { DigView } from '../../store';
import { digChanged, useAppDispatch, useAppSelector } from '../../store';
import { selectRun } from '../../store/results';
import { MeasureField, Picker, usePrint, useUnits, useWide, Words } from '../../ui/measured';
import { MARK_WORDS } from './words';
import { COLUMNS } from './PlaceRow';
import type { Dig } from './useDig';

/** How the sheet is told. */
export function SheetHead({ dig }: { dig: Dig }) {
  const wide = useWide();
  const dispatch = useAppDispatch();
  const { system } = useUnits();
  const { tells, step, stake } = useAppSelector((state) => state.view.dig);
  const metric = system === 'metric';
  const steps = metric ? ([2, 5, 10] as const) : ([5, 10, 25] as const);
  return (
    <View style={styles.all}>
      <View style={styles.pickers}>
        <View style={styles.picker}>
          <Picker<DigView['tells']>
            label="Show as"
            options={[
              { value: 'reading', label: 'Rod readings' },
              { value: 'ground', label: 'Down from ground' },
              { value: 'stake', label: 'Down from a stake' },
              { value: 'elevation', label: 'Elevations' },
            ]}
            value={tells}
            onChange={(next) => dispatch(digChanged({ tells: next }))}
          />
        </View>
        <View style={styles.picker}>
          <Picker
            label="Every"
            options={[
              ...steps.map((step) => ({ value: String(step), label: metric ? `${step} m` : `${step} ft` })),
              { value: 'stick', label: 'Stick of pipe' },
            ]}
            value={step === null ? 'stick' : String(Math.round(metric ? step : step / FOOT))}
            onChange={(value) =>
              dispatch(digChanged({ step: value === 'stick' ? null : Number(value) * (metric ? 1 : FOOT) }))
            }
          />
        </View>
      </View>
      {tells === 'stake' ? (
        <MeasureField
          label="Elevation of the stake top"
          quantity="elevation"
          value={stake ?? undefined}
          limit={Elevation}
          optional
          onChange={(value) => dispatch(digChanged({ stake: value ?? null }))}
          hint="Set it beside the trench, clear of the bucket"
        />
      ) : null}
      <Falls />
      {wide ? null : (
        <View style={styles.names}>
          <View style={styles.first} />
          {COLUMNS.map((mark) => (
            <View key={mark} style={styles.name}>
              <Words size="small" strong tone="muted">
                {MARK_WORDS[mark]}
              </Words>
            </View>
          ))}
        </View>
      )}
      {dig.places.length === 0 ? <Words tone="muted">This line has no run with a length yet.</Words> : null}
    </View>
  );
}

/** What is laid by without any reading. */
function Falls() {
  const print = usePrint();
  const { system } = useUnits();
  const run = useAppSelector(selectRun);
  const slope = run?.grade.slope;
  if (!run || slope === undefined) return null;
  const fine = (value: number): string => (Math.abs(value) < INCH ? print(value, 'fine') : print(value, 'thickness'));
  const [stick, short, long] = fallsOf(slope, run.pipe?.stick ?? 0, system);
  const falls = [...(run.pipe ? [stick] : []), short, long].map(
    ({ over, fall }) => `${fine(fall)} in ${print(over, 'distance')}`,
  );
  return (
    <Words size="small">{`${run.run.name} falls ${falls.join(' · ')}${run.pipe ? ', the first per stick' : ''}.`}</Words>
  );
}

const styles = StyleSheet.create({
  all: { paddingHorizontal: 12, paddingVertical: 8, gap: 10 },
  pickers: { flexDirection: 'row', gap: 10 },
  picker: { flex: 1 },
  names: { flexDirection: 'row', gap: 6, paddingTop: 4 },
  first: { flex: 1.1 },
  name: { flex: 1, alignItems: 'flex-end' },
});
