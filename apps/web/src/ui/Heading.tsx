import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { Words } from './Words';

/** Opens a part of a stage. */
export function Heading({ children, action }: { children: string; action?: ReactNode }) {
  const tones = useTones();
  return (
    <View style={[styles.heading, { borderColor: tones.line }]}>
      <Words size="large" strong heading={2} style={styles.text} lines={2}>
        {children}
      </Words>
      {action}
    </View>
  );
}

const styles = StyleSheet.create({
  heading: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    minHeight: 60,
    paddingHorizontal: 12,
    paddingVertical: 4,
    borderBottomWidth: 2,
  },
  text: { flex: 1 },
});
