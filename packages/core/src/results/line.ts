import type { ItemOf, Uuid } from '@alveus/plan';
import type { LineOrder } from '../grade';
import type { Quantities } from './quantities';

/** Of a line, what does not depend on how deep it lies. */
export interface LineShape {
  readonly id: Uuid;
  readonly line: ItemOf<'line'>;
  readonly order: LineOrder;
}

export interface LineResult extends LineShape {
  readonly quantities: Quantities;
}
