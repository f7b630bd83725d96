import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useWide } from '../parts/useWide';
import { useTones } from '../theme/ThemeProvider';

/** Phone: the drawing above, the numbers under the thumb. Wide: the drawing in the middle, the numbers at the right. */
export function StageLayout({ drawing, numbers }: { drawing: ReactNode; numbers: ReactNode }) {
  const tones = useTones();
  const wide = useWide();
  if (wide) {
    return (
      <View style={styles.wide}>
        <ScrollView style={styles.middle}>{drawing}</ScrollView>
        <ScrollView style={[styles.side, { borderColor: tones.line, backgroundColor: tones.card }]}>{numbers}</ScrollView>
      </View>
    );
  }
  return (
    <View style={styles.phone}>
      {drawing}
      <ScrollView style={[styles.scroll, { backgroundColor: tones.card }]}>{numbers}</ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  wide: { flex: 1, flexDirection: 'row' },
  middle: { flex: 1 },
  side: { width: 420, flexGrow: 0, borderLeftWidth: 1 },
  phone: { flex: 1 },
  scroll: { flex: 1 },
});
