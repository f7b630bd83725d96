import { useEffect, useRef } from 'react';
import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import type { Option } from '../Choice';
import { Choice } from '../Choice';
import { Field } from '../Field';
import { sentence } from '../limits';
import type { MeasureFieldProps } from '../MeasureField';
import { MeasureField } from '../MeasureField';
import type { PickerOption } from '../Picker';
import { Picker } from '../Picker';
import { forms } from './loaded';

/** The fields of `ui/`, bound to a form. */
interface Bound<T extends FieldValues> {
  control: Control<T>;
  name: FieldPath<T>;
  label: string;
}

interface FormTextProps<T extends FieldValues> extends Bound<T> {
  hint?: string;
  focus?: boolean;
  type?: 'text' | 'date';
  onSubmit?: () => void;
}

export function FormText<T extends FieldValues>({ control, name, label, ...rest }: FormTextProps<T>) {
  const { field, fieldState } = forms().useController({ control, name });
  const { error, isDirty } = fieldState;
  return (
    <Field
      label={label}
      value={field.value ?? ''}
      onChange={field.onChange}
      onLeave={field.onBlur}
      error={error && isDirty ? sentence(error.message ?? 'cannot be used') : undefined}
      {...rest}
    />
  );
}

type FormMeasureProps<T extends FieldValues> = Bound<T> &
  Omit<MeasureFieldProps, 'value' | 'onChange' | 'onValid' | 'when'> & {
    /** Instead of only putting the value in. */
    put?: (value: number | undefined) => void;
  };

/** What is not understood counts as not typed: the form waits, and the text stays for its writer to mend. */
export function FormMeasure<T extends FieldValues>({ control, name, put, ...rest }: FormMeasureProps<T>) {
  const { field, fieldState } = forms().useController({ control, name });
  const value = field.value as number | undefined;
  const standing = value !== undefined && Number.isNaN(value) ? undefined : value;
  const understood = useRef(standing);
  useEffect(() => {
    if (standing !== undefined || value === undefined) understood.current = standing;
  });
  const wrong = value !== undefined && Number.isNaN(value);
  // What a field has against its own value it says itself; this is what the form has, as when one lies beyond another.
  const { error } = fieldState;
  const against = value !== undefined && !wrong && error?.type === 'custom' ? sentence(error.message ?? '') : undefined;
  return (
    <MeasureField
      {...rest}
      error={against}
      value={wrong ? understood.current : value}
      onChange={put ?? field.onChange}
      onValid={(valid) => {
        if (!valid) field.onChange(Number.NaN);
        else if (wrong) (put ?? field.onChange)(understood.current);
      }}
    />
  );
}

interface FormChoiceProps<T extends FieldValues, V extends string> extends Bound<T> {
  options: readonly Option<V>[];
  /** Instead of only putting the value in. */
  onChange?: (value: V) => void;
}

export function FormChoice<T extends FieldValues, V extends string>({
  control,
  name,
  label,
  options,
  onChange,
}: FormChoiceProps<T, V>) {
  const { field } = forms().useController({ control, name });
  return (
    <Choice
      label={label}
      options={options}
      value={field.value}
      onChange={(value) => (onChange ?? field.onChange)(value)}
    />
  );
}

interface FormPickerProps<T extends FieldValues, V extends string> extends Bound<T> {
  options: readonly PickerOption<V>[];
  likely?: readonly V[];
}

export function FormPicker<T extends FieldValues, V extends string>({ control, name, ...rest }: FormPickerProps<T, V>) {
  const { field } = forms().useController({ control, name });
  return <Picker {...rest} value={field.value} onChange={field.onChange} />;
}
