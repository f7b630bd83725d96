import { useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { Tap } from './Tap';
import { Words } from './Words';

/** Digits and the marks of measurements, in rows. */
const ROWS = [
  ['7', '8', '9', '′', '+', '⌫'],
  ['4', '5', '6', '″', '−', '%'],
  ['1', '2', '3', '/', '␣', 'abc'],
  ['0', '.', '⏎'],
] as const;
/** Where a slope is typed: per cent, a ratio, or a fraction of an inch in a foot. */
const SLOPE_ROWS = [
  ['7', '8', '9', '%', ':', '⌫'],
  ['4', '5', '6', '″', '−', '1/4″'],
  ['1', '2', '3', '/', '1/8″', 'abc'],
  ['0', '.', '⏎'],
] as const;
type Key = (typeof ROWS | typeof SLOPE_ROWS)[number][number];

/** Keys that a mark alone does not name. */
const NAMES: Partial<Record<Key, string>> = {
  '′': 'feet',
  '″': 'inches',
  '1/4″': '1/4 inch in a foot',
  '1/8″': '1/8 inch in a foot',
  '⌫': 'Backspace',
  '␣': 'space',
  '⏎': 'Enter',
  abc: 'Letters',
};
/** How many columns wide. */
const WIDE: Partial<Record<Key, number>> = { '0': 2, '.': 1, '⏎': 3 };

/**
 * Keys as large as a gloved finger. They type as a keyboard does, into the field that has the focus and keeps it.
 * @param onLetters the keyboard of the device is wanted
 */
export function Pad({ slope, onLetters }: { slope: boolean; onLetters: () => void }) {
  const tones = useTones();
  const box = useRef<View>(null);
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    const stay = (event: Event): void => event.preventDefault();
    element?.addEventListener('mousedown', stay);
    return () => element?.removeEventListener('mousedown', stay);
  }, []);
  return (
    <View
      ref={box}
      role="group"
      aria-label="Digits"
      style={[styles.pad, { backgroundColor: tones.page, borderColor: tones.line }]}
    >
      {(slope ? SLOPE_ROWS : ROWS).map((keys) => (
        <View key={keys.join('')} style={styles.row}>
          {keys.map((key) => (
            <Tap
              key={key}
              label={NAMES[key] ?? key}
              // Whoever has a keyboard has no need of them.
              tabIndex={-1}
              onPress={() => (key === 'abc' ? onLetters() : press(key))}
              style={[
                styles.key,
                { flexGrow: WIDE[key] ?? 1, backgroundColor: key === '⏎' ? tones.water : tones.raised },
                { borderColor: tones.line },
              ]}
            >
              <Words size="large" strong tone={key === '⏎' ? 'onWater' : 'ink'}>
                {key === '␣' ? 'space' : key === '⏎' ? 'Enter' : key}
              </Words>
            </Tap>
          ))}
        </View>
      ))}
    </View>
  );
}

function press(key: Exclude<Key, 'abc'>): void {
  const field = document.activeElement;
  if (!(field instanceof HTMLInputElement)) return;
  if (key === '⏎') {
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
    return;
  }
  const [from, to] = [field.selectionStart ?? field.value.length, field.selectionEnd ?? field.value.length];
  if (key === '⌫') field.setRangeText('', from === to ? Math.max(0, from - 1) : from, to, 'end');
  else field.setRangeText(key === '␣' ? ' ' : key, from, to, 'end');
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

const styles = StyleSheet.create({
  pad: { padding: 4, gap: 4, borderTopWidth: 1 },
  row: { flexDirection: 'row', gap: 4 },
  key: { flexBasis: 0, minWidth: 44, minHeight: 52, borderWidth: 1, alignItems: 'center' },
});
