import type { Quantity } from '@alveus/core';
import { complaint, parse, print, unitName } from '@alveus/core';
import { useEffect, useId, useRef, useState } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { useAppSelector } from '../store';
import { FONT, TARGET } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import { Words } from './Words';

interface FieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  onSubmit?: (() => void) | undefined;
  onLeave?: (() => void) | undefined;
  error?: string | undefined;
  hint?: string | undefined;
  focus?: boolean;
  inputMode?: 'text' | 'decimal';
}

/** A labelled line of text with its complaint under it. */
export function Field({ label, value, onChange, onSubmit, onLeave, error, hint, focus = false, inputMode = 'text' }: FieldProps) {
  const tones = useTones();
  const id = useId();
  const note = error ?? hint;
  return (
    <View style={styles.field}>
      <label htmlFor={id}>
        <Words size="small" tone="muted">
          {label}
        </Words>
      </label>
      <TextInput
        id={id}
        value={value}
        onChangeText={onChange}
        onSubmitEditing={onSubmit}
        onBlur={onLeave}
        autoFocus={focus}
        inputMode={inputMode}
        autoComplete="off"
        aria-invalid={error !== undefined}
        aria-describedby={note ? `${id}-note` : undefined}
        style={[
          styles.input,
          { color: tones.ink, backgroundColor: tones.raised, borderColor: error ? tones.stop : tones.muted, fontFamily: FONT.text },
        ]}
      />
      {note ? (
        <View role={error ? 'alert' : undefined}>
          <Words id={`${id}-note`} size="small" tone={error ? 'stop' : 'muted'}>
            {note}
          </Words>
        </View>
      ) : null}
    </View>
  );
}

interface MeasureInputProps {
  label: string;
  quantity: Quantity;
  value: number | undefined;
  /** Called with a value that was understood and passes `check`; with undefined where it was emptied and may be. */
  onChange: (value: number | undefined) => void;
  optional?: boolean;
  /** A complaint about a value that is understood, or undefined. */
  check?: ((value: number) => string | undefined) | undefined;
  hint?: string;
  focus?: boolean;
  /** Tells a form around it whether what stands in the field is understood. */
  onValid?: (valid: boolean) => void;
  onSubmit?: () => void;
}

/**
 * A measurement, typed as crews write it in any unit. A text that is not understood stays as it was typed, with
 * what was expected beside it, and the value before stays in force.
 */
export function MeasureInput({ label, quantity, value, onChange, optional = false, check, hint, focus, onValid, onSubmit }: MeasureInputProps) {
  const { system, fraction } = useAppSelector((state) => state.settings);
  const shown = value === undefined ? '' : print(value, quantity, system, { fraction, bare: true });
  const [text, setText] = useState(shown);
  const [error, setError] = useState<string>();
  const own = useRef(value);

  useEffect(() => {
    // The value moved for another reason than this field: show it, unless a mistake still stands here.
    if (own.current !== value) {
      own.current = value;
      setText(shown);
      setError(undefined);
    }
  }, [value, shown]);
  useEffect(() => setText(shown), [system, fraction]); // eslint-disable-line react-hooks/exhaustive-deps

  const take = (typed: string): void => {
    setText(typed);
    if (typed.trim() === '' && optional) {
      setError(undefined);
      onValid?.(true);
      own.current = undefined;
      onChange(undefined);
      return;
    }
    const parsed = parse(typed, quantity, system);
    const problem = parsed.ok ? check?.(parsed.value) : complaint(parsed);
    setError(problem);
    onValid?.(problem === undefined);
    if (parsed.ok && problem === undefined) {
      own.current = parsed.value;
      onChange(parsed.value);
    }
  };
  const unit = unitName(quantity, system);
  return (
    <Field
      label={unit && unit !== '%' ? `${label} (${unit})` : label}
      value={text}
      onChange={take}
      onSubmit={onSubmit}
      error={error}
      hint={hint}
      focus={focus ?? false}
    />
  );
}

/** Checks for lengths and thicknesses, in the words of the plan's own limits. */
export const positive = (value: number): string | undefined => (value > 0 ? undefined : 'Must be more than zero.');
export const notNegative = (value: number): string | undefined => (value >= 0 ? undefined : 'Must not be negative.');

const styles = StyleSheet.create({
  field: { gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 120 },
  input: { minHeight: TARGET, borderWidth: 2, borderRadius: 6, paddingHorizontal: 12, fontSize: 20, fontVariant: ['tabular-nums'] },
});
