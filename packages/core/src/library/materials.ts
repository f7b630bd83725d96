import type { ItemOf } from '@alveus/plan';
import { MATERIALS, PER_CUBIC_YARD } from '../starter';

/** Materials that yards sell, to choose among; one that is chosen is copied into the plan and edited there. */

export type MaterialModel = Omit<ItemOf<'material'>, 'kind' | 'id'>;

const material = (
  name: string,
  look: MaterialModel['look'],
  tonsPerYard: number,
  waste: number,
  loose: number,
): MaterialModel => ({ name, look, density: tonsPerYard * PER_CUBIC_YARD, waste, loose });

/** Short tons per cubic yard as placed, waste, and loose volume for each placed: common practice, from memory. */
export const MATERIAL_CATALOGUE: readonly MaterialModel[] = [
  ...Object.values(MATERIALS),
  material('Crushed stone, 1 1/2 in', 'stone', 1.42, 0.05, 1.12),
  material('Washed stone, 3/4 to 1 1/2 in', 'stone', 1.4, 0.05, 1.1),
  material('River gravel, 1 1/2 in', 'stone', 1.45, 0.05, 1.08),
  material('Stone dust', 'sand', 1.55, 0.05, 1.2),
  material('Concrete sand, washed', 'sand', 1.5, 0.05, 1.15),
  material('Flowable fill', 'concrete', 1.75, 0.05, 1),
  material('Mulch or bark', 'topsoil', 0.4, 0.05, 1.2),
];
