import type { ItemOf, MaterialClass } from '@alveus/plan';
import { MATERIALS, PER_CUBIC_YARD } from '../starter';
import { INCH } from '../units';

/** Materials that yards sell, to choose among; one that is chosen is copied into the plan and edited there. */

export type MaterialModel = Omit<ItemOf<'material'>, 'kind' | 'id'>;

const material = (
  name: string,
  [of, form, size]: readonly [of: MaterialClass, form: string, inches?: number],
  tonsPerYard: number,
  waste: number,
  loose: number,
): MaterialModel => ({
  name,
  class: of,
  form,
  ...(size === undefined ? {} : { size: size * INCH }),
  density: tonsPerYard * PER_CUBIC_YARD,
  waste,
  loose,
});

/** Short tons per cubic yard as placed, waste, and loose volume for each placed: common practice, from memory. */
export const MATERIAL_CATALOGUE: readonly MaterialModel[] = [
  ...Object.values(MATERIALS),
  material('Crushed stone, 1 1/2 in', ['stone', 'crushed', 1.5], 1.42, 0.05, 1.12),
  material('Washed stone, 3/4 to 1 1/2 in', ['stone', 'washed', 1.5], 1.4, 0.05, 1.1),
  material('River gravel, 1 1/2 in', ['stone', 'river', 1.5], 1.45, 0.05, 1.08),
  material('Stone dust', ['sand', 'dust'], 1.55, 0.05, 1.2),
  material('Concrete sand, washed', ['sand', 'washed'], 1.5, 0.05, 1.15),
  material('Flowable fill', ['concrete', 'flowable'], 1.75, 0.05, 1),
  material('Mulch or bark', ['topsoil', 'bark'], 0.4, 0.05, 1.2),
];
