import type { Place } from '@alveus/core';
import { print } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { Figure, FigureGrid } from '../../parts/Figure';
import { Words } from '../../parts/Words';
import { useAppSelector } from '../../store';
import { useTones } from '../../theme/ThemeProvider';

/** The levels where the station line stands. */
export function StationFigures({ place }: { place: Place }) {
  const tones = useTones();
  const { system } = useAppSelector((state) => state.settings);
  const { run, station } = place;
  const ref = { run: run.id, at: station.at };
  return (
    <View>
      <View style={[styles.head, { backgroundColor: tones.waterSoft }]}>
        <Words strong size="large">
          {print(place.chainage, 'chainage', system)}
        </Words>
        <Words lines={1} style={styles.name}>
          {run.run.name}
        </Words>
      </View>
      <FigureGrid columns={3} label="Levels at the station">
        <Figure label="Trench depth" value={station.depth} quantity="depth" figure={{ figure: 'depth', ...ref }} />
        <Figure label="Invert" value={station.invert} quantity="elevation" figure={{ figure: 'invert', ...ref }} />
        <Figure label="Trench bottom" value={station.bottom} quantity="elevation" figure={{ figure: 'bottom', ...ref }} />
        <Figure label="Cover" value={station.cover} quantity="depth" figure={{ figure: 'cover', ...ref }} />
        <Figure label="Ground" value={station.ground} quantity="elevation" figure={{ figure: 'ground', ...ref }} />
        <Figure label="Trench width" value={run.trench?.width} quantity="thickness" figure={{ figure: 'width', run: run.id }} />
      </FigureGrid>
    </View>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'baseline', gap: 12, paddingHorizontal: 12, paddingVertical: 6 },
  name: { flex: 1 },
});
