import type { Towards } from '@alveus/core/grow';
import { FOOT } from '@alveus/core';
import { Elevation, Length, serviceOf, Slope, Thickness } from '@alveus/plan';
import { z } from 'zod';
import { usePrint, useUnits, Words } from '../../ui/measured';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, useSheetForm } from '../../ui/form';
import { FieldPicture } from '../parts/pictures';

/** More than any one box has outlets for. */
const MOST = 20;

const LateralDraft = z.object({
  count: z.number().int('must be a whole number').min(1, 'at least one').max(MOST, `more than ${MOST}`),
  length: Length,
  spacing: Thickness,
  ahead: Length,
  slope: Slope,
  ground: Elevation.optional(),
  towards: z.enum(['on', 'left', 'right']),
});
type LateralDraft = z.infer<typeof LateralDraft>;

export const useLateralForm = (): SheetForm<LateralDraft> =>
  useSheetForm<LateralDraft>(LateralDraft, {
    spacing: 6 * FOOT,
    ahead: 5 * FOOT,
    slope: serviceOf('lateral').slope,
    towards: 'on',
  });

const TOWARDS: readonly { value: Towards; label: string }[] = [
  { value: 'left', label: 'To the left' },
  { value: 'on', label: 'Straight on' },
  { value: 'right', label: 'To the right' },
];

/** Laterals side by side from one box. */
export function LateralFields({ form: { control, values } }: { form: SheetForm<LateralDraft> }) {
  const print = usePrint();
  const metric = useUnits().system === 'metric';
  const words = (metres: number | undefined): string | undefined =>
    metres !== undefined && Number.isFinite(metres) ? print(metres, 'distance') : undefined;
  return (
    <>
      <FormMeasure
        control={control}
        name="count"
        label="How many laterals"
        quantity="plain"
        limit={LateralDraft.shape.count}
        focus
      />
      <FormMeasure
        control={control}
        name="length"
        label="Length of each"
        quantity="distance"
        limit={Length}
        hint="Along the contour"
      />
      <FormMeasure
        control={control}
        name="spacing"
        label="Spacing, center to center"
        quantity="distance"
        limit={Thickness}
        hint="The local code sets the spacing; leave the soil between them undisturbed"
      />
      <FieldPicture count={values.count ?? 3} length={words(values.length)} spacing={words(values.spacing)} />
      <FormMeasure
        control={control}
        name="ground"
        label="Ground over the field, if it is level"
        quantity="elevation"
        limit={Elevation}
        optional
      />
      <FormMeasure
        control={control}
        name="slope"
        label="Slope of each"
        quantity="slope"
        limit={Slope}
        hint={`${metric ? '4 mm/m' : '1/4 in every 5 ft'}, or 0 for dead level`}
      />
      <FormMeasure
        control={control}
        name="ahead"
        label="Solid pipe before they begin"
        quantity="distance"
        limit={Length}
      />
      <FormChoice control={control} name="towards" label="Direction" options={TOWARDS} />
      <Words size="small" tone="muted">
        Each gets a leader of solid pipe. All leaders have one slope, at least 1/8 in/ft, so that the laterals start at
        one level and the box shares evenly.
      </Words>
    </>
  );
}
