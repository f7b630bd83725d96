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
      ['← →', 'Move between stages and between choices'],
    ],
  },
  {
    where: 'Typing',
    keys: [
      ['Enter', 'Next field; save after the last one'],
      ['Ctrl Enter', 'Save at once'],
    ],
  },
  {
    where: 'Long section',
    keys: [
      ['← →', 'Move the station line; Shift moves ten times as far'],
      ['Page up, Page down', 'Next structure, previous structure'],
      ['Home, End', 'The ends of the line'],
      ['↑ ↓', 'On an invert: raise it, lower it'],
    ],
  },
  {
    where: 'Sketch',
    keys: [
      ['← → ↑ ↓', 'Move the view'],
      ['+ −', 'Zoom in, zoom out'],
      ['0', 'Show all'],
    ],
  },
  {
    where: 'Level book, before a reading',
    keys: [
      ['R, N', 'Rod along a run, on a structure'],
      ['T, B', 'Rod on a turning point, on a benchmark'],
      ['↑ ↓', 'In the table: move along a column'],
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
