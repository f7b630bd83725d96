import { StyleSheet, View } from 'react-native';
import { DoneFoot, Sheet, Words } from '../../ui';

/** What keys do, by where. */
const KEYS: readonly { where: string; keys: readonly (readonly [keys: string, does: string])[] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['?', 'This sheet'],
      ['Ctrl Z, Ctrl Y', 'Undo, redo'],
      ['Ctrl P', 'Print'],
      ['Esc', 'Close the sheet in front'],
      ['← →', 'From stage to stage, and from choice to choice'],
    ],
  },
  {
    where: 'Typing',
    keys: [
      ['Enter', 'Next field; after the last one, keep it'],
      ['Ctrl Enter', 'Keep it at once'],
    ],
  },
  {
    where: 'Long section',
    keys: [
      ['← →', 'Move the station line; ten times as far with Shift'],
      ['Page up, Page down', 'Next structure, structure before'],
      ['Home, End', 'The ends of the line'],
      ['↑ ↓', 'On an invert: raise it, lower it'],
    ],
  },
  {
    where: 'Sketch',
    keys: [
      ['← → ↑ ↓', 'Move the view'],
      ['+ −', 'Nearer, further'],
      ['0', 'All of it'],
    ],
  },
  {
    where: 'Level book, before a reading',
    keys: [
      ['R, N', 'The rod stands along a run, on a structure'],
      ['T, B', 'On a turning point, on a benchmark'],
      ['↑ ↓', 'In the table: along a column'],
    ],
  },
];

/** Everything that can be done from the keyboard. */
export function KeysSheet({ onClose }: { onClose: () => void }) {
  return (
    <Sheet title="Keys" read onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {KEYS.map(({ where, keys }) => (
        <View key={where} style={styles.group}>
          <Words strong heading={3}>
            {where}
          </Words>
          {keys.map(([key, does]) => (
            <View key={key} style={styles.row}>
              <Words strong style={styles.key}>
                {key}
              </Words>
              <Words style={styles.does}>{does}</Words>
            </View>
          ))}
        </View>
      ))}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4 },
  row: { flexDirection: 'row', gap: 12 },
  key: { width: 150 },
  does: { flex: 1 },
});
