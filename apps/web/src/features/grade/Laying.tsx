import type { Fall } from '@alveus/core';
import { fallsOf, print } from '@alveus/core';
import { memo, useCallback } from 'react';
import { StyleSheet, View } from 'react-native';
import type { RootState } from '../../store';
import { useAppSelector } from '../../store';
import { selectPlace } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { FigureGrid, Words } from '../../ui';
import { LiveWords } from '../parts/live';

/** What the run at the station is laid by: what the laser is dialled to, and how far it falls over what is in hand. */
export const Laying = memo(function Laying() {
  const hasPipe = useAppSelector((state) => selectPlace(state)?.run.pipe !== undefined);
  if (!hasPipe) return null;
  return (
    <FigureGrid columns={2} label="Laid by">
      <Dial />
      <FallOver which={0} />
      <FallOver which={1} />
      <FallOver which={2} />
    </FigureGrid>
  );
});

const OPEN = '—';
const slopeOf = (state: RootState): number | undefined => selectPlace(state)?.run.grade.slope;

/** Upward is what a laser in the low end is dialled to; from the high end it is the same, down. */
function Dial() {
  const down = useAppSelector((state) => (slopeOf(state) ?? 0) < 0);
  return <Cell label={down ? 'Laser: down from the low end' : 'Laser: up from the low end'} of={dialled} />;
}

function dialled(state: RootState): string {
  const slope = slopeOf(state);
  return slope === undefined ? OPEN : print(Math.abs(slope), 'slope', state.settings.system, { finer: 1 });
}

/** Over a stick, or over one of what is held against it. */
function FallOver({ which }: { which: 0 | 1 | 2 }) {
  const over = useAppSelector((state) => print(fallAt(state, which).over, 'distance', state.settings.system));
  const fallen = useCallback(
    (state: RootState): string => {
      if (slopeOf(state) === undefined) return OPEN;
      const { system, fraction } = state.settings;
      return print(fallAt(state, which).fall, 'thickness', system, { fraction });
    },
    [which],
  );
  return <Cell label={which === 0 ? `Fall in a stick of ${over}` : `Fall in ${over}`} of={fallen} />;
}

function fallAt(state: RootState, which: 0 | 1 | 2): Fall {
  const stick = selectPlace(state)?.run.pipe?.stick ?? 0;
  return fallsOf(slopeOf(state) ?? 0, stick, state.settings.system)[which];
}

function Cell({ label, of }: { label: string; of: (state: RootState) => string }) {
  const tones = useTones();
  return (
    <View style={[styles.cell, { borderColor: tones.line }]}>
      <Words size="small" tone="muted" lines={2}>
        {label}
      </Words>
      <Words strong size="large">
        <LiveWords words={of} />
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  cell: { paddingHorizontal: 10, paddingVertical: 6, borderRightWidth: 1, borderBottomWidth: 1, flexGrow: 1 },
});
