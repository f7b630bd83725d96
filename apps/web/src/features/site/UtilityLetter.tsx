import type { Utility } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { UTILITY_MARKS } from '../../drawing/utilities';
import { Words } from '../../ui';

/** The letter of a utility on its colour, as the marks are painted. */
export function UtilityLetter({ utility, faint = false }: { utility: Utility; faint?: boolean }) {
  const { letter, colour, ink } = UTILITY_MARKS[utility];
  return (
    <View style={[styles.letter, { backgroundColor: colour }, faint && styles.faint]}>
      <Words strong style={{ color: ink }}>
        {letter}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  letter: { width: 30, height: 30, borderRadius: 15, alignItems: 'center', justifyContent: 'center' },
  faint: { opacity: 0.4 },
});
