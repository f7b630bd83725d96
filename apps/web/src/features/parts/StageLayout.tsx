import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import type { LongRow } from '../../ui/rowLayout';
import { LongList } from '../../ui/LongList';
import { useTones } from '../../theme/ThemeProvider';
import { besideWidth, PadArea, SIDE, useArrangement, useLow } from '../../ui';

interface StageLayoutProps {
  drawing: ReactNode;
  /** What stands over the rows. */
  numbers: ReactNode;
  /** Rows that grow with the job: only those in sight are made. */
  rows?: readonly LongRow[];
  /** What stands under them. */
  after?: ReactNode;
}

/** Phone: the drawing above, the numbers under the thumb. Wide or low: the drawing in the middle, the numbers at the right. */
export function StageLayout({ drawing, numbers, rows, after }: StageLayoutProps) {
  const tones = useTones();
  const arrangement = useArrangement();
  const low = useLow();
  const { width } = useWindowDimensions();
  const above = arrangement === 'above';
  const column = (
    <LongList
      before={
        <>
          {above && low ? drawing : null}
          {numbers}
        </>
      }
      rows={rows ?? []}
      after={after}
    />
  );
  if (!above) {
    const side = { width: arrangement === 'wide' ? SIDE : besideWidth(width) };
    return (
      <View style={styles.wide}>
        <ScrollView style={styles.middle}>{drawing}</ScrollView>
        <PadArea style={[styles.side, side, { borderColor: tones.line, backgroundColor: tones.card }]}>
          {column}
        </PadArea>
      </View>
    );
  }
  return (
    <PadArea style={styles.phone}>
      {low ? null : drawing}
      <View style={[styles.scroll, { backgroundColor: tones.card }]}>{column}</View>
    </PadArea>
  );
}

const styles = StyleSheet.create({
  wide: { flex: 1, flexDirection: 'row' },
  middle: { flex: 1 },
  side: { flexGrow: 0, borderLeftWidth: 1 },
  phone: { flex: 1 },
  scroll: { flex: 1, minHeight: 0 },
});
