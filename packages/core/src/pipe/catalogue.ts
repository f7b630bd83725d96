import type { ItemOf, MakeDeclaration, PipeJoint } from '@alveus/plan';
import { MAKE_LIST, makeOf } from '@alveus/plan';
import { INCH } from '../units';

/** Pipe by standard. Choosing one copies it into the plan, so that a plan never changes with the catalogue. */

export type PipeModel = Omit<ItemOf<'pipe'>, 'kind' | 'id'>;

/** Inside diameter of a pipe, m. */
export function insideDiameter(pipe: Pick<PipeModel, 'outside' | 'wall'>): number {
  return pipe.outside - 2 * pipe.wall;
}

/** How a pipe is joined: as it says itself, else as its make usually is; of no known make, by couplings. */
export const jointOf = ({ joint, make, nominal }: Pick<PipeModel, 'joint' | 'make' | 'nominal'>): PipeJoint =>
  joint ?? (make ? makeOf(make).joint(nominal) : { by: 'coupling', socket: 0, turns: 0 });

/** Every size of every make, solid and then perforated. */
export const CATALOGUE: readonly PipeModel[] = MAKE_LIST.flatMap(modelsOf);

function modelsOf(make: MakeDeclaration<(typeof MAKE_LIST)[number]['name']>): PipeModel[] {
  const { name, word, material, manning, joint, perforated, sizes } = make;
  const called = (nominal: number): string => `${Math.round(nominal / INCH)} in ${word}`;
  const models = sizes.map((size): PipeModel => ({
    name: called(size.nominal),
    standard: make.standard,
    make: name,
    material,
    ...size,
    stick: make.stick,
    manning,
    joint: joint(size.nominal),
  }));
  if (!perforated) return models;
  const { by, nominals, standard, stick } = perforated;
  const open = models.filter(({ nominal }) => nominals.includes(nominal));
  return [
    ...models,
    ...open.map((model) => ({ ...model, name: `${model.name}, ${perforated.word}`, standard, perforated: by, stick })),
  ];
}

/** Pipe of the same make, as solid or as perforated, in every size that the catalogue has, from the smallest up. */
export function sizesOfMake({ make, perforated }: Pick<PipeModel, 'make' | 'perforated'>): readonly PipeModel[] {
  return CATALOGUE.filter((model) => make !== undefined && model.make === make && model.perforated === perforated).sort(
    (a, b) => insideDiameter(a) - insideDiameter(b),
  );
}
