import { useCallback } from 'react';
import type { Control, DefaultValues, FieldPath, FieldPathValue, FieldValues } from 'react-hook-form';
import type { z } from 'zod';
import { forms } from './loaded';

export interface SheetForm<T extends FieldValues> {
  readonly control: Control<T>;
  /** What stands in the form now, whether it passes or not. */
  readonly values: T;
  /** Puts a value in from elsewhere than its own field. */
  readonly set: <P extends FieldPath<T>>(path: P, value: FieldPathValue<T, P>) => void;
  /** Whether all of it passes the schema. */
  readonly ready: boolean;
  /** Calls with what passed the schema, as that left it (trimmed, say); does nothing while something does not. */
  readonly keep: (then: (passed: T) => void) => void;
  /** Begins anew. */
  readonly restart: (values: T) => void;
}

/**
 * A sheet that is kept as a whole, checked by the plan's own schema: a limit is written there, once.
 * @param start what stands in it at first; what nobody can know yet is left out, and keeps the form from being ready
 */
export function useSheetForm<T extends FieldValues>(schema: z.ZodType<T>, start: DefaultValues<T>): SheetForm<T> {
  const { useForm, useWatch, zodResolver } = forms();
  const form = useForm<T>({
    resolver: zodResolver(schema as never) as never,
    defaultValues: start,
    mode: 'onChange',
  });
  const { control, setValue, handleSubmit, reset, formState } = form;
  const values = useWatch({ control }) as T;
  const set = useCallback(
    <P extends FieldPath<T>>(path: P, value: FieldPathValue<T, P>): void =>
      setValue(path, value, { shouldValidate: true, shouldDirty: true }),
    [setValue],
  );
  return {
    control,
    values,
    set,
    ready: formState.isValid,
    keep: (then) => void handleSubmit(then)(),
    restart: (next) => reset(next),
  };
}
