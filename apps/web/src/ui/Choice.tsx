import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { Tap } from './Tap';
import { useArrows } from './useArrows';
import { Words } from './Words';

export interface Option<T extends string> {
  readonly value: T;
  readonly label: string;
  /** Shows it to those who know it by sight; it stands over the words. */
  readonly picture?: ReactNode;
  /** What it comes to, under its words. */
  readonly note?: string | undefined;
}

interface ChoiceProps<T extends string> {
  label: string;
  options: readonly Option<T>[];
  value: T | undefined;
  onChange: (value: T) => void;
  /** Where what is in sight says it already, its label is only heard. */
  bare?: boolean;
}

/** One of a few, all of them in sight. What grows with the job is chosen in a `Picker`. */
export function Choice<T extends string>({ label, options, value, onChange, bare = false }: ChoiceProps<T>) {
  const tones = useTones();
  const arrows = useArrows(
    options.length,
    options.findIndex((option) => option.value === value),
    (index) => onChange((options[index] as Option<T>).value),
  );
  return (
    <View role="radiogroup" aria-label={label} style={styles.group}>
      {bare ? null : (
        <Words size="small" tone="muted">
          {label}
        </Words>
      )}
      <View style={styles.options}>
        {options.map((option, index) => {
          const chosen = option.value === value;
          return (
            <Tap
              key={option.value}
              role="radio"
              checked={chosen}
              onPress={() => onChange(option.value)}
              {...arrows(index)}
              style={[
                styles.option,
                option.picture ? styles.pictured : null,
                {
                  borderColor: chosen ? tones.water : tones.line,
                  backgroundColor: chosen ? tones.water : tones.raised,
                },
              ]}
            >
              {option.picture}
              <Words strong={chosen} tone={chosen ? 'onWater' : 'ink'}>
                {option.label}
              </Words>
              {option.note === undefined ? null : (
                <Words size="small" tone={chosen ? 'onWater' : 'muted'}>
                  {option.note}
                </Words>
              )}
            </Tap>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4 },
  options: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  option: { paddingHorizontal: 12, borderWidth: 2, alignItems: 'center' },
  pictured: { paddingHorizontal: 6, paddingVertical: 6, gap: 4, minWidth: 100 },
});
