import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import type { RootState } from '../../store';
import { selectPlace } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { FigureGrid, Words } from '../../ui';
import { LiveFigure } from '../parts/Figure';
import { LiveText, LiveWords } from '../parts/live';
import { BOTTOM, chainage, COVER, DEPTH, GROUND, INVERT, WIDTH } from '../parts/stationFigures';

/** The levels where the station line stands. */
export const StationFigures = memo(function StationFigures() {
  const tones = useTones();
  return (
    <View>
      <View style={[styles.head, { backgroundColor: tones.waterSoft }]}>
        <Words strong size="large">
          <LiveText of={chainage} quantity="chainage" />
        </Words>
        <Words lines={1} style={styles.name}>
          <LiveWords words={runName} />
        </Words>
      </View>
      <FigureGrid columns={3} label="Levels at the station">
        <LiveFigure label="Trench depth" quantity="depth" {...DEPTH} />
        <LiveFigure label="Invert" quantity="elevation" {...INVERT} />
        <LiveFigure label="Trench bottom" quantity="elevation" {...BOTTOM} />
        <LiveFigure label="Cover" quantity="depth" {...COVER} />
        <LiveFigure label="Ground" quantity="elevation" {...GROUND} />
        <LiveFigure label="Trench width" quantity="thickness" {...WIDTH} />
      </FigureGrid>
    </View>
  );
});

const runName = (state: RootState): string => selectPlace(state)?.run.run.name ?? '';

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'baseline', gap: 12, paddingHorizontal: 12, paddingVertical: 6 },
  name: { flex: 1 },
});
