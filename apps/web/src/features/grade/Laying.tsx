import { fallsOf, print } from '@alveus/core';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import type { RootState } from '../../store';
import { useAppSelector } from '../../store';
import { selectPlace } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { FigureGrid, Words } from '../../ui';
import { LiveWords } from '../parts/live';

/** What the run at the station is laid by: what the laser is dialled to, and how far it falls over what is in hand. */
export const Laying = memo(function Laying() {
  const known = useAppSelector((state) => selectPlace(state)?.run.pipe !== undefined);
  if (!known) return null;
  return (
    <FigureGrid columns={2} label="Laid by">
      <Cell label={dialLabel} of={dial} />
      <Cell label={overOf(0)} of={fallOf(0)} />
      <Cell label={overOf(1)} of={fallOf(1)} />
      <Cell label={overOf(2)} of={fallOf(2)} />
    </FigureGrid>
  );
});

function Cell({ label, of }: { label: (state: RootState) => string; of: (state: RootState) => string }) {
  const tones = useTones();
  return (
    <View style={[styles.cell, { borderColor: tones.line }]}>
      <Words size="small" tone="muted" lines={2}>
        <LiveWords words={label} />
      </Words>
      <Words strong size="large">
        <LiveWords words={of} />
      </Words>
    </View>
  );
}

const OPEN = '—';

/** Upward is what a laser in the low end is dialled to; from the high end it is the same, down. */
const dialLabel = (state: RootState): string =>
  (selectPlace(state)?.run.grade.slope ?? 0) < 0 ? 'Laser: down from the low end' : 'Laser: up from the low end';

function dial(state: RootState): string {
  const slope = selectPlace(state)?.run.grade.slope;
  return slope === undefined ? OPEN : print(Math.abs(slope), 'slope', state.settings.system, { finer: 1 });
}

function falls(state: RootState) {
  const run = selectPlace(state)?.run;
  const { slope } = run?.grade ?? {};
  return slope === undefined || !run?.pipe ? undefined : fallsOf(slope, run.pipe.stick, state.settings.system);
}

const overs = [0, 1, 2].map((which) => (state: RootState): string => {
  const stick = selectPlace(state)?.run.pipe?.stick ?? 0;
  const { over } = fallsOf(0, stick, state.settings.system)[which as 0 | 1 | 2];
  const length = print(over, 'distance', state.settings.system);
  return which === 0 ? `Fall in a stick of ${length}` : `Fall in ${length}`;
});
const drops = [0, 1, 2].map((which) => (state: RootState): string => {
  const { system, fraction } = state.settings;
  const fall = falls(state)?.[which as 0 | 1 | 2].fall;
  return fall === undefined ? OPEN : print(fall, 'thickness', system, { fraction });
});
type Words3 = (state: RootState) => string;
const overOf = (which: number): Words3 => overs[which] as Words3;
const fallOf = (which: number): Words3 => drops[which] as Words3;

const styles = StyleSheet.create({
  cell: { paddingHorizontal: 10, paddingVertical: 6, borderRightWidth: 1, borderBottomWidth: 1, flexGrow: 1 },
});
