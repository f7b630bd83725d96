import type { ReactNode } from 'react';
import { StyleSheet } from 'react-native';
import { Appbar } from 'react-native-paper';
import { useTones } from '../theme/ThemeProvider';
import { BAR } from './useWide';

/** The bar over a screen. `deep` stands out as the product's own; the other stays behind the job's name. */
export function Bar({ deep = false, children }: { deep?: boolean; children: ReactNode }) {
  const tones = useTones();
  return (
    <Appbar
      role="banner"
      style={[
        styles.bar,
        deep
          ? { backgroundColor: tones.water }
          : { backgroundColor: tones.card, borderBottomWidth: 1, borderColor: tones.line },
      ]}
    >
      {children}
    </Appbar>
  );
}

const styles = StyleSheet.create({
  bar: { height: BAR, paddingHorizontal: 2, gap: 2 },
});
