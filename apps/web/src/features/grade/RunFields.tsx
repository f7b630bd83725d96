import type { RunStart } from '@alveus/core';
import { Elevation, Length, nameWith, Slope } from '@alveus/plan';
import { z } from 'zod';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, FormText, useSheetForm } from '../../ui/form';
import { FORM_WORDS, UPPER_NODES } from '../parts/words';

/** What is typed of a run that is not in the plan yet. */
const RunDraft = z
  .object({
    length: Length,
    by: z.enum(['slope', 'high']),
    slope: Slope.optional(),
    high: Elevation.optional(),
    ground: Elevation.optional(),
    form: z.enum(UPPER_NODES),
    name: z.string(),
  })
  .refine((draft) => draft[draft.by] !== undefined, { message: 'needs its slope or its high invert' });
type RunDraft = z.infer<typeof RunDraft>;

const EMPTY = { by: 'slope', slope: 0.01, form: 'catch-basin', name: '' } as const;

export type RunForm = SheetForm<RunDraft>;

export function useRunForm(): RunForm {
  return useSheetForm<RunDraft>(RunDraft, EMPTY);
}

/** Begins the next run, much like the one before. */
export function nextRun(form: RunForm, before: RunDraft): void {
  form.restart({ ...EMPTY, by: before.by, slope: before.slope, form: before.form } as RunDraft);
}

/** The run as core composes it; `number` names what was left unnamed. */
export function runStart(draft: RunDraft, number: number): RunStart {
  return {
    name: nameWith(draft.name.trim()) || `Run ${number}`,
    length: draft.length,
    slope: draft.by === 'slope' ? draft.slope : undefined,
    high: draft.by === 'high' ? draft.high : undefined,
    upper: { name: `${FORM_WORDS[draft.form]} ${number}`, form: draft.form, ground: draft.ground },
  };
}

export function RunFields({ form, number, onSubmit }: { form: RunForm; number: number; onSubmit?: () => void }) {
  const { control, values, set } = form;
  const kept = { control, ...(onSubmit ? { onSubmit } : {}) };
  return (
    <>
      <FormMeasure
        {...kept}
        name="length"
        label="Length, level"
        quantity="distance"
        limit={Length}
        focus
        hint="Along the ground plan, centre to centre"
      />
      <FormChoice
        control={control}
        name="by"
        label="Lock its"
        options={[
          { value: 'slope', label: 'Slope' },
          { value: 'high', label: 'High invert' },
        ]}
        onChange={(by) => {
          // What was not understood in the other field is in nobody's way once that is gone.
          if (Number.isNaN(values.slope)) set('slope', undefined);
          if (Number.isNaN(values.high)) set('high', undefined);
          set('by', by);
        }}
      />
      {values.by === 'slope' ? (
        <FormMeasure
          key="slope"
          {...kept}
          name="slope"
          label="Slope"
          quantity="slope"
          limit={Slope}
          hint="1 %, 1/8 in/ft, 1:96 or 10 mm/m"
        />
      ) : (
        <FormMeasure key="high" {...kept} name="high" label="High invert" quantity="elevation" limit={Elevation} />
      )}
      <FormMeasure
        {...kept}
        name="ground"
        label="Ground at the upper end"
        quantity="elevation"
        limit={Elevation}
        optional
        hint="Can come later; depth shows once it is there"
      />
      <FormPicker
        control={control}
        name="form"
        label="At the upper end"
        options={UPPER_NODES.map((value) => ({ value, label: FORM_WORDS[value] }))}
      />
      <FormText {...kept} name="name" label="Name of the run" hint={`Left empty: Run ${number}`} />
    </>
  );
}
