import { StyleSheet, View } from 'react-native';
import { Words } from '../../ui/Words';
import { FormPicture } from './FormPicture';
import type { PictureParts } from '@alveus/plan';
import { Small } from './Small';

/** A tee with a grate over a hole of stone: the water rises in it and spills when the soil is full. */
const STAND_PIPE: PictureParts = {
  stone: 'M8 36H40V54H8Z',
  pipe: 'M72 27 20 31M24 17V50',
  lids: 'M18 15h3M24 15h1M29 15h2',
  arrows: 'M24 12V3M20 6l4-4 4 4',
};

/** Three ends for a yard with no fall, side by side, and what tells them apart. */
export function SpillPicture() {
  return (
    <View style={styles.all}>
      <End words="Pop-up: a lid that water lifts and that closes again. Keeps dirt out; can freeze shut.">
        <FormPicture form="pop-up" />
      </End>
      <End words="Bubble-up: an open grate. Water stands in the box and in the pipe up to it until it soaks away.">
        <FormPicture form="bubble-up" />
      </End>
      <End words="Stand-pipe: a tee with a grate above a hole of large stone. Spills when the soil is full, drains down after.">
        <Small {...STAND_PIPE} />
      </End>
    </View>
  );
}

function End({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <View style={styles.one}>
      {children}
      <Words size="small" style={styles.words}>
        {words}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 8 },
  one: { flexDirection: 'row', gap: 10, alignItems: 'center' },
  words: { flex: 1 },
});
