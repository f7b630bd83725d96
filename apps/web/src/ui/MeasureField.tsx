import type { Quantity } from '@alveus/core';
import { complaint, parse, print, suggestion, suggestionWords, unitName } from '@alveus/core';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import type { FieldKey } from './Field';
import { Field } from './Field';
import type { Limit } from './limits';
import { complaintOf } from './limits';
import { usePrint, useUnits } from './units';
import { useSteady } from './useSteady';

export interface MeasureFieldProps {
  label: string;
  quantity: Quantity;
  value: number | undefined;
  /** Called with a value that was understood and passes; with undefined where it was emptied and may be. */
  onChange: (value: number | undefined) => void;
  /**
   * `typing`: at every letter, for a form that is not in the plan yet. `leaving`: once, when the field is left or
   * Enter is pressed, so that a number is one edit of the plan and one step of undo.
   */
  when?: 'typing' | 'leaving';
  optional?: boolean;
  /** The plan's schema for it. */
  limit?: Limit | undefined;
  /** A complaint about a value within the limit, or undefined: for what only the plan around it can say. */
  check?: ((value: number) => string | undefined) | undefined;
  hint?: string | undefined;
  /** A complaint of the form around it, as long as there is none of its own. */
  error?: string | undefined;
  /** What crews can set: Alt with up or down moves the value by so much, to the next of them. */
  nudge?: number | undefined;
  /** What a nudge calls in place of `onChange`. */
  onNudge?: ((value: number) => void) | undefined;
  focus?: boolean;
  bare?: boolean;
  /** Tells a form around it whether what stands in the field is understood. */
  onValid?: (valid: boolean) => void;
  onSubmit?: (() => void) | undefined;
}

type Read = { readonly value: number | undefined } | { readonly problem: string };

/** What is typed in a field, what it is read as, and what is handed on. */
function useMeasureText({
  quantity,
  value,
  onChange,
  when = 'typing',
  optional = false,
  limit,
  check,
  onValid,
  nudge,
  onNudge,
}: MeasureFieldProps) {
  const { system, fraction } = useUnits();
  const say = usePrint();
  const shown = value === undefined ? '' : print(value, quantity, system, { fraction, typed: true });
  const [text, setText] = useState(shown);
  const [error, setError] = useState<string>();
  const own = useRef(value);
  /** What was asked about, and is meant as it stands. */
  const [meant, setMeant] = useState<string>();

  useEffect(() => {
    // The value moved for another reason than this field: show it, unless a mistake still stands here.
    if (own.current !== value) {
      own.current = value;
      setText(shown);
      setError(undefined);
      onValid?.(true);
    }
  }, [value, shown, onValid]);
  useEffect(() => setText(shown), [system, fraction]); // eslint-disable-line react-hooks/exhaustive-deps

  const read = (typed: string, understood = meant): Read => {
    if (typed.trim() === '' && optional) return { value: undefined };
    const parsed = parse(typed, quantity, system);
    // Nothing is taken for what it may not be: it waits for an answer.
    if (typed !== shown && typed !== understood && suggestion(typed, quantity, system)) return { problem: WHICH };
    if (!parsed.ok) return { problem: complaint(parsed) };
    const problem = (limit && complaintOf(limit, parsed.value, quantity, say)) ?? check?.(parsed.value);
    return problem === undefined ? { value: parsed.value } : { problem };
  };
  const hand = (typed: string, understood = meant): void => {
    const result = read(typed, understood);
    // What was not touched is not an edit, however it was rounded to be shown.
    if ('problem' in result || typed === shown || result.value === own.current) return;
    own.current = result.value;
    onChange(result.value);
  };
  const type = (typed: string, understood = meant): void => {
    setText(typed);
    const result = read(typed, understood);
    setError('problem' in result ? result.problem : undefined);
    onValid?.(!('problem' in result));
    if (when === 'typing') hand(typed, understood);
  };
  const leave = when === 'leaving' ? (): void => hand(text) : undefined;
  // A sheet that is closed takes its field away without its being left first.
  const left = useSteady(() => leave?.());
  useEffect(() => left, [left]);

  const nudged = (event: FieldKey): void => {
    const way = event.altKey ? { ArrowUp: 1, ArrowDown: -1 }[event.key] : undefined;
    const from = read(text);
    if (way === undefined || !nudge || !('value' in from) || from.value === undefined) return;
    event.preventDefault();
    const next = (Math.round(from.value / nudge) + way) * nudge;
    const problem = (limit && complaintOf(limit, next, quantity, say)) ?? check?.(next);
    if (problem !== undefined) return setError(problem);
    setText(print(next, quantity, system, { fraction, typed: true }));
    setError(undefined);
    onValid?.(true);
    own.current = next;
    (onNudge ?? onChange)(next);
  };

  const accept = (answer: string): void => {
    setMeant(answer);
    type(answer, answer);
    if (when === 'leaving') hand(answer, answer);
  };
  return { text, shown, meant, error, type, leave, nudged, accept };
}

/**
 * A measurement, typed as crews write it in any unit. A text that is not understood stays as it was typed, with
 * what was expected beside it, and the value before stays in force.
 */
export function MeasureField(props: MeasureFieldProps) {
  const { label, quantity, nudge } = props;
  const { system } = useUnits();
  const { text, shown, meant, error, type, leave, nudged, accept } = useMeasureText(props);
  const unit = unitName(quantity, system);
  const asked = text === shown || text === meant ? undefined : suggestion(text, quantity, system);
  const literal = parse(text, quantity, system);
  // A slope is laid by per cent, however it was typed.
  const echo =
    quantity === 'slope' && !asked && literal.ok && text !== shown && !/^[-−\d.,\s]*%?$/.test(text)
      ? `= ${print(literal.value, 'slope', system)}`
      : undefined;
  const field = (
    <Field
      label={unit && unit !== '%' ? `${label} (${unit})` : label}
      value={text}
      onChange={(typed) => type(typed)}
      onSubmit={() => {
        leave?.();
        props.onSubmit?.();
      }}
      onLeave={leave}
      error={error ?? props.error}
      onKey={nudge === undefined ? undefined : nudged}
      hint={[echo, props.hint].filter(Boolean).join('. ') || undefined}
      focus={props.focus ?? false}
      bare={props.bare ?? false}
      measure={quantity}
    />
  );
  return asked ? (
    <Question
      answers={[
        { words: suggestionWords(asked, quantity, system), text: asked.text },
        ...(literal.ok ? [{ words: `${print(literal.value, quantity, system)} as typed`, text }] : []),
      ]}
      onAnswer={accept}
    >
      {field}
    </Question>
  ) : (
    field
  );
}

const WHICH = 'Which one is meant?';

interface QuestionProps {
  answers: readonly { readonly words: string; readonly text: string }[];
  onAnswer: (text: string) => void;
  children: React.ReactNode;
}

/** A text that may be meant in two ways: one tap tells which. A question that nobody sees is none, so it comes into view. */
function Question({ answers, onAnswer, children }: QuestionProps) {
  const box = useRef<View>(null);
  useEffect(() => {
    (box.current as unknown as HTMLElement | null)?.scrollIntoView?.({ block: 'nearest' });
  }, []);
  return (
    <View ref={box} style={styles.question}>
      {children}
      {answers.map(({ words, text }) => (
        <Button key={words} onPress={() => onAnswer(text)}>
          {words}
        </Button>
      ))}
    </View>
  );
}

/** A measurement of the plan itself: one edit when it is left. */
export function PlanMeasure(props: Omit<MeasureFieldProps, 'when' | 'onValid'>) {
  return <MeasureField when="leaving" {...props} />;
}

const styles = StyleSheet.create({
  question: { gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 120 },
});
