import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { LongRow } from '../../ui/rowLayout';
import { LongList } from '../../ui/LongList';
import { useTones } from '../../theme/ThemeProvider';
import { PadArea, SIDE, useWide } from '../../ui';

interface StageLayoutProps {
  drawing: ReactNode;
  /** What stands over the rows. */
  numbers: ReactNode;
  /** Rows that grow with the job: only those in sight are made. */
  rows?: readonly LongRow[];
  /** What stands under them. */
  after?: ReactNode;
}

/** Phone: the drawing above, the numbers under the thumb. Wide: the drawing in the middle, the numbers at the right. */
export function StageLayout({ drawing, numbers, rows, after }: StageLayoutProps) {
  const tones = useTones();
  const wide = useWide();
  const column = <LongList before={numbers} rows={rows ?? []} after={after} />;
  if (wide) {
    return (
      <View style={styles.wide}>
        <ScrollView style={styles.middle}>{drawing}</ScrollView>
        <PadArea style={[styles.side, { borderColor: tones.line, backgroundColor: tones.card }]}>{column}</PadArea>
      </View>
    );
  }
  return (
    <PadArea style={styles.phone}>
      {drawing}
      <View style={[styles.scroll, { backgroundColor: tones.card }]}>{column}</View>
    </PadArea>
  );
}

const styles = StyleSheet.create({
  wide: { flex: 1, flexDirection: 'row' },
  middle: { flex: 1 },
  side: { width: SIDE, flexGrow: 0, borderLeftWidth: 1 },
  phone: { flex: 1 },
  scroll: { flex: 1, minHeight: 0 },
});
