import type { Mark, SheetPlace } from '@alveus/core/setout';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import type { DigView } from '../../store';
import { useTones } from '../../theme/ThemeProvider';
import { SCALE } from '../../theme/scale';
import { Tap, Unseen, usePrint, Words } from '../../ui/measured';
import { WayMark } from './InTheWay';
import { readingAt } from './readings';
import type { Dig } from './useDig';
import { MARK_WORDS } from './words';

/** What a phone has room for side by side; all others stand in the trench view. */
export const COLUMNS: readonly Mark[] = ['bottom', 'bedding', 'flow'];

export const ROW_HEIGHT = 56 * SCALE;

interface PlaceRowProps {
  place: SheetPlace;
  dig: Dig;
  view: DigView;
  onPress: () => void;
}

/** One place of the sheet. A tap opens it in the trench view. */
export const PlaceRow = memo(function PlaceRow({ place, dig, view, onPress }: PlaceRowProps) {
  const tones = useTones();
  const print = usePrint();
  const reading = readingAt(dig, place, view);
  const { evaluation } = dig;
  const run = evaluation.runs.get(place.run);
  const name = place.node === undefined ? undefined : evaluation.plan.node[place.node]?.name;
  const chainage = print((run?.line?.startChainage ?? 0) + place.along, 'chainage');
  return (
    <Tap onPress={onPress} style={[styles.row, { borderColor: tones.line }]}>
      <View style={styles.first}>
        <Words strong lines={1}>
          {chainage}
        </Words>
        <WayMark found={dig.inTheWayAt(place)} />
        {name === undefined ? null : (
          <Words size="small" tone="muted" lines={1}>
            {name}
          </Words>
        )}
      </View>
      {COLUMNS.map((mark) => {
        const value = reading?.values[mark];
        return (
          <View key={mark} style={styles.figure}>
            <Unseen>{`, ${MARK_WORDS[mark]} `}</Unseen>
            <Words size="large" strong={mark === 'bottom'}>
              {value === undefined ? '—' : print(value, 'elevation', true)}
            </Words>
          </View>
        );
      })}
      <Unseen>. Open in the trench view</Unseen>
    </Tap>
  );
});

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
    minHeight: ROW_HEIGHT,
    paddingHorizontal: 12,
    borderBottomWidth: 1,
  },
  first: { flex: 1.1 },
  figure: { flex: 1, alignItems: 'flex-end' },
});
