import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { RootState, Store } from '../../store';
import { sheetOpened, stationMoved } from '../../store';
import { selectPlace, selectRoute } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { FigureGrid, IconButton, Tap, Unseen, Words } from '../../ui';
import { LiveFigure } from '../parts/Figure';
import { LiveText, LiveWords } from '../parts/live';
import { BOTTOM, chainage, COVER, DEPTH, GROUND, INVERT, WIDTH } from '../parts/stationFigures';
import { structuresFrom } from './steps';

/** The levels where the station line stands. */
export const StationFigures = memo(function StationFigures() {
  const tones = useTones();
  const store = useStore() as Store;
  const step = (way: 1 | -1): void => {
    const [route, place] = [selectRoute(store.getState()), selectPlace(store.getState())];
    if (!route || !place) return;
    const { before, after } = structuresFrom(route, place.along);
    const to = way > 0 ? after : before;
    if (to !== undefined) store.dispatch(stationMoved(to));
  };
  return (
    <View>
      <View style={[styles.head, { backgroundColor: tones.waterSoft }]}>
        <Tap onPress={() => store.dispatch(sheetOpened({ sheet: 'station' }))} style={styles.station}>
          <Words strong size="large">
            <LiveText of={chainage} quantity="chainage" />
          </Words>
          <Words lines={2} style={styles.name}>
            <LiveWords words={runName} />
          </Words>
          <Unseen>. Type the station</Unseen>
        </Tap>
        <IconButton name="back" label="Structure before" onPress={() => step(-1)} />
        <IconButton name="next" label="Structure after" onPress={() => step(1)} />
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
  head: { flexDirection: 'row', alignItems: 'center' },
  station: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    gap: 12,
    paddingHorizontal: 12,
  },
  name: { flex: 1 },
});
