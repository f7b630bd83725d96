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
  /**
   * `typing`: at every letter, for a form that is not in the plan yet. `leaving`: once, when the field is left or
   * Enter is pressed, so that a number is one edit of the plan and one step of undo.
   */
  when?: 'typing' | 'leaving';
  optional?: boolean;
  /** A complaint about a value that is understood, or undefined. */
  check?: ((value: number) => string | undefined) | undefined;
  hint?: string;
  focus?: boolean;
  /** Tells a form around it whether what stands in the field is understood. */
  onValid?: (valid: boolean) => void;
  onSubmit?: () => void;
}

type Read = { readonly value: number | undefined } | { readonly problem: string };

/**
 * A measurement, typed as crews write it in any unit. A text that is not understood stays as it was typed, with
 * what was expected beside it, and the value before stays in force.
 */
export function MeasureInput({ label, quantity, value, onChange, when = 'typing', optional = false, check, hint, focus, onValid, onSubmit }: MeasureInputProps) {
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

  const read = (typed: string): Read => {
    if (typed.trim() === '' && optional) return { value: undefined };
    const parsed = parse(typed, quantity, system);
    const problem = parsed.ok ? check?.(parsed.value) : complaint(parsed);
    return parsed.ok && problem === undefined ? { value: parsed.value } : { problem: problem ?? '' };
  };
  const hand = (typed: string): void => {
    const result = read(typed);
    // What was not touched is not an edit, however it was rounded to be shown.
    if ('problem' in result || typed === shown || result.value === own.current) return;
    own.current = result.value;
    onChange(result.value);
  };
  const type = (typed: string): void => {
    setText(typed);
    const result = read(typed);
    setError('problem' in result ? result.problem : undefined);
    onValid?.(!('problem' in result));
    if (when === 'typing') hand(typed);
  };
  const leave = when === 'leaving' ? (): void => hand(text) : undefined;
  // A sheet that is closed takes its field away without its being left first.
  const last = useRef(leave);
  useEffect(() => {
    last.current = leave;
  });
  useEffect(() => () => last.current?.(), []);

  const unit = unitName(quantity, system);
  return (
    <Field
      label={unit && unit !== '%' ? `${label} (${unit})` : label}
      value={text}
      onChange={type}
      onSubmit={() => {
        leave?.();
        onSubmit?.();
      }}
      onLeave={leave}
      error={error}
      hint={hint}
      focus={focus ?? false}
    />
  );
}

/** A measurement of the plan itself: one edit when it is left. */
export function PlanMeasure(props: Omit<MeasureInputProps, 'when' | 'onValid'>) {
  return <MeasureInput when="leaving" {...props} />;
}

/** Checks for lengths and thicknesses, in the words of the plan's own limits. */
export const positive = (value: number): string | undefined => (value > 0 ? undefined : 'Must be more than zero.');
export const notNegative = (value: number): string | undefined => (value >= 0 ? undefined : 'Must not be negative.');

const styles = StyleSheet.create({
  field: { gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 120 },
  input: { minHeight: TARGET, borderWidth: 2, borderRadius: 6, paddingHorizontal: 12, fontSize: 20, fontVariant: ['tabular-nums'] },
});
