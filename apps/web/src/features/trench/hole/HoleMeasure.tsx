import type { Edit, ItemOf } from '@alveus/plan';
import { Hole } from '@alveus/plan';
import type { MeasureFieldProps } from '../../../ui/measured';
import { PlanMeasure } from '../../../ui/measured';

export type HoleItem = ItemOf<'hole'>;
/** Takes what it is made into, if it can be. */
export type Put = (next: HoleItem, more?: readonly Edit[]) => void;

interface HoleMeasureProps extends Omit<MeasureFieldProps, 'onChange' | 'check' | 'when' | 'onValid'> {
  /** The hole with a value; undefined where one must be there and is not. */
  make: (value: number | undefined) => HoleItem | undefined;
  put: Put;
}

/** A measure of the hole: what cannot be is told at its field, and what stood before holds. */
export function HoleMeasure({ make, put, ...field }: HoleMeasureProps) {
  return (
    <PlanMeasure
      {...field}
      check={(value) => {
        const made = make(value);
        return made && Hole.safeParse(made).error?.issues[0]?.message;
      }}
      onChange={(value) => {
        const made = make(value);
        if (made) put(made);
      }}
    />
  );
}
