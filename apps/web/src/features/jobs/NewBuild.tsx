import { StyleSheet, View } from 'react-native';
import { useFrameSelector } from '../../store/frame/hooks';
import { loadAnew } from '../../sync/frame/build';
import { useTones } from '../../theme/ThemeProvider';
import { Button } from '../../ui/Button';
import { Words } from '../../ui/Words';

/** A newer version of the app is on the device: this page goes on in its own until somebody taps. */
export function NewBuild() {
  const tones = useTones();
  const here = useFrameSelector((state) => state.newBuild);
  if (!here) return null;
  return (
    <View role="status" style={[styles.bar, { backgroundColor: tones.raised, borderColor: tones.line }]}>
      <Words style={styles.words}>A new version of the app is ready. What you typed stays.</Words>
      <Button onPress={() => void loadAnew()}>Load it</Button>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingHorizontal: 12,
    paddingVertical: 6,
    borderBottomWidth: 1,
  },
  words: { flex: 1, overflow: 'hidden' },
});
