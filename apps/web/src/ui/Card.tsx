import type { ReactNode } from 'react';
import type { StyleProp, ViewStyle } from 'react-native';
import { StyleSheet, View } from 'react-native';
import { Surface } from 'react-native-paper';
import { useTones } from '../theme/ThemeProvider';
import type { IconName } from './Icon';
import { Icon } from './Icon';
import { Words } from './Words';

/** Things that belong together, under one heading. */
export function Card({ title, style, children }: { title: string; style?: StyleProp<ViewStyle>; children: ReactNode }) {
  const tones = useTones();
  return (
    <Surface elevation={0} style={[styles.card, { backgroundColor: tones.card, borderColor: tones.line }, style]}>
      <Words size="large" strong heading={2} style={styles.title}>
        {title}
      </Words>
      {children}
    </Surface>
  );
}

/** A sentence that must be seen. `alert` interrupts those who hear the screen; `status` waits. */
export function Note({
  tone,
  icon,
  role = 'note',
  children,
}: {
  tone: 'fix' | 'stop' | 'muted' | 'settled';
  icon: IconName;
  role?: 'alert' | 'status' | 'note';
  children: ReactNode;
}) {
  const tones = useTones();
  return (
    <View role={role} style={[styles.note, { borderColor: tones[tone], backgroundColor: tones.card }]}>
      <Icon name={icon} color={tones[tone]} />
      <View style={styles.words}>{typeof children === 'string' ? <Words>{children}</Words> : children}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 1, borderRadius: 8, paddingTop: 12, overflow: 'hidden' },
  title: { paddingHorizontal: 12, paddingBottom: 6 },
  note: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    borderWidth: 2,
    borderRadius: 8,
    padding: 12,
  },
  words: { flex: 1 },
});
