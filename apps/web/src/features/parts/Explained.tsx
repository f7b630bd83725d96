import type { ReactNode } from 'react';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, Tap, Words } from '../../ui';

/** A picture for those who ask; it is out of the way of those who know. */
export function Explained({ words, children }: { words: string; children: ReactNode }) {
  const tones = useTones();
  const [open, setOpen] = useState(false);
  return (
    <View style={styles.all}>
      <Tap onPress={() => setOpen(!open)} expanded={open} style={styles.ask}>
        <Icon name={open ? 'up' : 'down'} color={tones.water} />
        <Words tone="water" strong>
          {words}
        </Words>
      </Tap>
      {open ? children : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6 },
  ask: { flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-start', gap: 8 },
});
