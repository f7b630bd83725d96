import type { InTheWay } from '@alveus/core/setout';
import { StyleSheet, View } from 'react-native';
import { UTILITY_MARKS } from '../../drawing/utilities';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, Unseen, usePrint, Words } from '../../ui/measured';

type Print = ReturnType<typeof usePrint>;

/** "G at 0+60, 3.00 ft down: dig by hand". @param start station of the low end of the line */
export function wayWords({ crossing, lies, depth, blocks }: InTheWay, start: number, print: Print): string {
  const { letter } = UTILITY_MARKS[crossing.utility];
  const station = (along: number): string => print(start + along, 'chainage');
  const where =
    crossing.lies.how === 'across'
      ? `at ${station(lies.from)}`
      : `beside, ${station(lies.from)} to ${station(lies.to)}`;
  const down = depth === undefined ? 'depth not known' : `${print(depth, 'depth')} down`;
  return `${letter} ${where}, ${down}: ${blocks ? 'stop, it is in the way of the pipe' : 'dig by hand'}`;
}

/** What is in the way here, as a band that nobody overlooks. */
export function WayBand({ found, start }: { found: readonly InTheWay[]; start: number }) {
  const tones = useTones();
  const print = usePrint();
  if (found.length === 0) return null;
  return (
    <View role="alert" style={styles.bands}>
      {found.map((way) => (
        <View key={`${way.crossing.id}${way.run}`} style={[styles.band, { backgroundColor: tones.stop }]}>
          <Icon name="stop" color={tones.onWater} />
          <View style={styles.text}>
            <Words size="large" strong tone="onWater">
              {wayWords(way, start, print)}
            </Words>
            <Words tone="onWater">
              {`${way.crossing.name}${way.crossing.measured ? '' : ', depth assumed from the marks'}. Support it as its owner requires.`}
            </Words>
          </View>
        </View>
      ))}
    </View>
  );
}

/** The mark of a row of the grade sheet. */
export function WayMark({ found }: { found: readonly InTheWay[] }) {
  if (found.length === 0) return null;
  const names = [...new Set(found.map(({ crossing }) => crossing.name))].join(', ');
  const letters = [...new Set(found.map(({ crossing }) => UTILITY_MARKS[crossing.utility].letter))].join(' ');
  return (
    <View>
      <Words size="small" strong tone="stop" lines={1}>
        {`${letters} · hand dig`}
      </Words>
      <Unseen>{`, ${names}`}</Unseen>
    </View>
  );
}

const styles = StyleSheet.create({
  bands: { gap: 6 },
  band: { flexDirection: 'row', alignItems: 'center', gap: 10, borderRadius: 8, padding: 10 },
  text: { flex: 1 },
});
