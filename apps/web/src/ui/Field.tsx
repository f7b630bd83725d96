import type { Quantity } from '@alveus/core';
import type { ReactNode } from 'react';
import { useEffect, useId } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
import { text } from '../theme/scale';
import { FONT, TARGET } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import { KEEPS_CARET, MEASURE, usePadWanted } from './PadArea';
import { Words } from './Words';

/** A key as it is pressed in a field. */
export interface FieldKey {
  readonly key: string;
  readonly altKey: boolean;
  preventDefault(): void;
}

export interface FieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  onSubmit?: (() => void) | undefined;
  onLeave?: (() => void) | undefined;
  onKey?: ((event: FieldKey) => void) | undefined;
  error?: string | undefined;
  hint?: string | undefined;
  focus?: boolean;
  /** What stands there is chosen whole, to be typed over. */
  all?: boolean;
  /** A day is typed, or picked from what the browser offers. */
  type?: 'text' | 'date';
  /** In a table, where the column says what it is: its label is only heard. */
  bare?: boolean;
  /** What is typed measures this: the pad has its keys. */
  measure?: Quantity | undefined;
}

/** A labelled line of text with its complaint, or else its hint, under it. */
export function Field({
  label,
  value,
  onChange,
  onSubmit,
  onLeave,
  onKey,
  error,
  hint,
  focus = false,
  all = false,
  type = 'text',
  measure,
  bare = false,
}: FieldProps) {
  const tones = useTones();
  const id = useId();
  const note = error ?? hint;
  const pad = usePadWanted() && measure !== undefined;
  // React Native knows no fields for days; the browser's own offers them to be picked.
  useEffect(() => {
    if (type !== 'text') document.getElementById(id)?.setAttribute('type', type);
  }, [id, type]);
  return (
    <View style={bare ? styles.bare : styles.field}>
      {bare ? null : <Label for={id}>{label}</Label>}
      <TextInput
        mode="outlined"
        dense
        id={id}
        value={value}
        onChangeText={onChange}
        onSubmitEditing={() => onSubmit?.()}
        onBlur={() => onLeave?.()}
        onKeyPress={(event) => onKey?.(event as unknown as FieldKey)}
        autoFocus={focus}
        // A measurement is typed over; another tap puts the caret into it.
        onFocus={(event: { target: unknown }) => (all || measure !== undefined) && chooseAll(event.target)}
        autoComplete="off"
        error={error !== undefined}
        outlineColor={tones.muted}
        outlineStyle={styles.outline}
        style={[styles.input, { backgroundColor: tones.raised }]}
        contentStyle={styles.content}
        {...({
          ...(bare ? { 'aria-label': label } : {}),
          'aria-invalid': error !== undefined,
          'aria-describedby': note ? `${id}-note` : undefined,
          ...(measure !== undefined ? { dataSet: { [MEASURE]: measure }, inputMode: pad ? 'none' : 'text' } : {}),
        } as object)}
      />
      {note ? (
        <View role={error ? 'alert' : undefined} id={`${id}-note`}>
          <HelperText type={error ? 'error' : 'info'} padding="none" style={styles.note}>
            {note}
          </HelperText>
        </View>
      ) : null}
    </View>
  );
}

/** At once, for who types at once; and again when the tap that gave the focus is over, unless something was typed by then. */
function chooseAll(field: unknown): void {
  if (!(field instanceof HTMLInputElement) || KEEPS_CARET in field.dataset) return;
  const { value } = field;
  field.select();
  setTimeout(() => {
    if (value !== '' && field.value === value && document.activeElement === field) field.select();
  });
}

/** Paper's own label floats into the frame as a picture of one: a reader of the screen, and sunlight, want it above. */
function Label({ for: id, children }: { for: string; children: ReactNode }) {
  return (
    <label htmlFor={id}>
      <Words size="small" tone="muted">
        {children}
      </Words>
    </label>
  );
}

const styles = StyleSheet.create({
  field: { gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 120 },
  bare: { gap: 3 },
  input: { minHeight: TARGET, fontSize: text(20, 26).fontSize, fontFamily: FONT.text },
  content: { fontVariant: ['tabular-nums'], paddingHorizontal: 12 },
  outline: { borderRadius: 6 },
  note: { paddingVertical: 0, ...text(14, 18) },
});
