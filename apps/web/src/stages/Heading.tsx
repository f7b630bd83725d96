import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Words } from '../parts/Words';
import { useTones } from '../theme/ThemeProvider';

/** Opens a part of a stage. */
export function Heading({ children, action }: { children: string; action?: ReactNode }) {
  const tones = useTones();
  return (
    <View style={[styles.heading, { borderColor: tones.line }]}>
      <Words size="large" strong heading={2} style={styles.text} lines={1}>
        {children}
      </Words>
      {action}
    </View>
  );
}

const styles = StyleSheet.create({
  heading: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: 52, paddingHorizontal: 12, paddingTop: 12, paddingBottom: 4, borderBottomWidth: 2 },
  text: { flex: 1 },
});
