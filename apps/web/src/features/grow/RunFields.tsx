import type { RunStart } from '@alveus/core/grow';
import { invertAtDepth } from '@alveus/core';
import type { Plan, Service, Uuid } from '@alveus/plan';
import { Elevation, formOf, Length, oneOf, serviceOf, Slope, Thickness } from '@alveus/plan';
import { z } from 'zod';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, useSheetForm } from '../../ui/form';
import { useUnits } from '../../ui/measured';
import { formOptions } from '../parts/pictures';
import { formsFor, SLOPE_HINT, UPPER_NODES } from '../parts/words';

/** How steep a run is to be: told by its slope, or by what its upper end must come to. */
const STATED_BY = ['slope', 'high', 'depth'] as const;

/** What is typed of a run that is not in the plan yet. */
const RunDraft = z
  .object({
    length: Length,
    by: z.enum(STATED_BY),
    slope: Slope.optional(),
    high: Elevation.optional(),
    depth: Thickness.optional(),
    ground: Elevation.optional(),
    form: oneOf(UPPER_NODES, 'a form of node'),
  })
  .refine((draft) => draft[draft.by] !== undefined, { message: 'needs its slope, its high invert or its depth' })
  .refine((draft) => draft.by !== 'depth' || draft.ground !== undefined, { message: 'a depth needs the ground' });
export type RunDraft = z.infer<typeof RunDraft>;

export type RunForm = SheetForm<RunDraft>;

/** What usually belongs there, until somebody says otherwise. */
const usual = (service: Service): Pick<RunDraft, 'by' | 'slope' | 'form'> => {
  const { slope, upper } = serviceOf(service);
  return { by: 'slope', slope, form: UPPER_NODES.find((form) => form === upper) ?? 'cleanout' };
};

export function useRunForm(service: Service): RunForm {
  return useSheetForm<RunDraft>(RunDraft, usual(service));
}

/** Begins the form anew with what is usual for a service. */
export function runFor(form: RunForm, service: Service, by: RunDraft['by'] = 'slope'): void {
  form.restart({ ...form.values, ...usual(service), by });
}

/** Begins the next run, much like the one before. */
export function nextRun(form: RunForm, before: RunDraft): void {
  form.restart({ by: before.by, slope: before.slope, depth: before.depth, form: before.form } as RunDraft);
}

/**
 * The run as core composes it; `number` names it.
 * @param plan with the line in it
 */
export function runStart(draft: RunDraft, number: number, plan: Plan, line: Uuid): RunStart {
  const { by, ground, depth, form, length } = draft;
  const deep = ground === undefined || depth === undefined ? undefined : invertAtDepth(plan, line, ground, depth);
  return {
    name: `Run ${number}`,
    length,
    slope: by === 'slope' ? draft.slope : undefined,
    high: by === 'high' ? draft.high : by === 'depth' ? deep : undefined,
    upper: { name: `${formOf(form).word} ${number}`, form, ground },
  };
}

/** From its length to what stands at its upper end, in the order in which a plan sheet tells it. */
interface RunFieldsProps {
  form: RunForm;
  service: Service;
  /** Its depth at the head and its slope are known, and what lies below follows. */
  fromHead?: boolean;
}

export function RunFields({ form, service, fromHead = false }: RunFieldsProps) {
  const { control, values, set } = form;
  return (
    <>
      <FormMeasure
        control={control}
        name="length"
        label="Horizontal length"
        quantity="distance"
        limit={Length}
        focus
        hint="Measured level, center to center, as on a plan sheet"
      />
      {fromHead ? null : (
        <FormChoice
          control={control}
          name="by"
          label="What do you know?"
          options={[
            { value: 'slope', label: 'Slope' },
            { value: 'high', label: 'High invert' },
            { value: 'depth', label: 'Depth at the head' },
          ]}
          onChange={(by) => {
            // What was not understood in the other field is in nobody's way once that is gone.
            for (const field of STATED_BY) if (Number.isNaN(values[field])) set(field, undefined);
            set('by', by);
          }}
        />
      )}
      <StatedField form={form} fromHead={fromHead} />
      <FormMeasure
        control={control}
        name="ground"
        label="Ground at the upper end"
        quantity="elevation"
        limit={Elevation}
        optional={values.by !== 'depth'}
        hint={values.by === 'depth' ? 'The depth is measured from it' : 'The rim; it can come later'}
      />
      <FormPicker
        control={control}
        name="form"
        label="At the upper end"
        options={formOptions(formsFor(UPPER_NODES, service))}
      />
    </>
  );
}

/** What its grade follows from. */
function StatedField({ form: { control, values }, fromHead }: { form: RunForm; fromHead: boolean }) {
  const { system } = useUnits();
  return (
    <>
      {values.by === 'slope' || fromHead ? (
        <FormMeasure
          key="slope"
          control={control}
          name="slope"
          label="Slope"
          quantity="slope"
          limit={Slope}
          hint={SLOPE_HINT[system]}
        />
      ) : null}
      {values.by === 'high' && !fromHead ? (
        <FormMeasure
          key="high"
          control={control}
          name="high"
          label="High invert"
          quantity="elevation"
          limit={Elevation}
          focus
        />
      ) : null}
      {values.by !== 'depth' ? null : (
        <FormMeasure
          key="depth"
          control={control}
          name="depth"
          label="Trench depth at the upper end"
          quantity="depth"
          limit={Thickness}
          focus={!fromHead}
          hint={`From the ground to the trench bottom; the ${fromHead ? 'outlet' : 'slope'} follows`}
        />
      )}
    </>
  );
}
