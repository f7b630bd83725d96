import type { Item, ItemOf, Plan, Section, Uuid } from '@alveus/plan';
import { same } from '@alveus/plan';
import { CATALOGUE } from '../pipe';
import { INCH, TON, YARD3 } from '../units';

/**
 * What a new line starts with, so that it can be worked on at once: a pipe, the materials and a trench
 * section that are usual for its service. All of it common practice, copied into the plan and editable there.
 */

export type MaterialModel = Omit<ItemOf<'material'>, 'kind' | 'id'>;
type SectionModel = Omit<Section, 'kind' | 'id'>;

/** Short tons per cubic yard, in kg/m³. */
export const PER_CUBIC_YARD = TON / YARD3;

/** Densities placed, waste and looseness: common practice. */
export const MATERIALS = {
  stone: {
    name: 'Crushed stone, 3/4 in',
    class: 'stone',
    form: 'crushed',
    size: 0.75 * INCH,
    density: 1.46 * PER_CUBIC_YARD,
    waste: 0.05,
    loose: 1.12,
  },
  sand: {
    name: 'Bedding sand',
    class: 'sand',
    form: 'bedding',
    density: 1.5 * PER_CUBIC_YARD,
    waste: 0.05,
    loose: 1.15,
  },
  fill: { name: 'Select fill', class: 'soil', form: 'select', density: 1.55 * PER_CUBIC_YARD, waste: 0.05, loose: 1.2 },
  topsoil: { name: 'Topsoil', class: 'topsoil', density: 1.1 * PER_CUBIC_YARD, waste: 0.05, loose: 1.2 },
  sod: { name: 'Sod', class: 'sod', density: 1.0 * PER_CUBIC_YARD, waste: 0.05, loose: 1 },
  stabilised: {
    name: 'Stabilized sand',
    class: 'sand',
    form: 'stabilised',
    density: 1.6 * PER_CUBIC_YARD,
    waste: 0.05,
    loose: 1.15,
  },
  pea: {
    name: 'Pea gravel, 3/8 in',
    class: 'stone',
    form: 'pea',
    size: 0.375 * INCH,
    density: 1.45 * PER_CUBIC_YARD,
    waste: 0.05,
    loose: 1.08,
  },
  base: {
    name: 'Road base, crusher run',
    class: 'stone',
    form: 'base',
    density: 1.85 * PER_CUBIC_YARD,
    waste: 0.05,
    loose: 1.25,
  },
  concrete: { name: 'Concrete', class: 'concrete', density: 2.03 * PER_CUBIC_YARD, waste: 0.05, loose: 1 },
  asphalt: { name: 'Asphalt', class: 'pavement', density: 1.96 * PER_CUBIC_YARD, waste: 0.05, loose: 1.25 },
  straw: { name: 'Straw, fluffed', class: 'straw', density: 60, waste: 0.1, loose: 1 },
} as const satisfies Record<string, MaterialModel>;
export type MaterialKey = keyof typeof MATERIALS;

/** A material of those here, one told in full, or what came out of the trench. */
export type ModelMaterial = MaterialKey | MaterialModel | 'native';
type ModelLayer<T> = Omit<T, 'material'> & { material: ModelMaterial };
export interface SectionStarter extends Omit<SectionModel, 'below' | 'above' | 'surface'> {
  below: ModelLayer<Section['below'][number]>[];
  above: ModelLayer<Section['above'][number]>[];
  surface: ModelLayer<Section['surface'][number]>[];
}

const inches = (value: number): number => value * INCH;

/** The sections that services start with; there are more in the library. */
export const SECTIONS = {
  storm: {
    name: 'Stone bed and surround',
    width: { rule: 'd2321' },
    below: [{ material: 'stone', thickness: inches(6) }],
    above: [
      { material: 'stone', upTo: { mark: 'springline', offset: 0 } },
      { material: 'stone', upTo: { mark: 'crown', offset: inches(6) } },
    ],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  yard: {
    name: 'Bucket trench, sand bed',
    width: { rule: 'fixed', width: inches(12) },
    below: [{ material: 'sand', thickness: inches(2) }],
    above: [{ material: 'native', upTo: { mark: 'crown', offset: inches(6) } }],
    surface: [],
  },
  french: {
    name: 'French drain, pipe on the bottom',
    width: { rule: 'fixed', width: inches(12) },
    below: [],
    above: [{ material: 'stone', upTo: { mark: 'ground', offset: inches(-2.5) } }],
    surface: [{ material: 'sod', thickness: inches(2.5) }],
    fabric: { laid: 'round', lap: inches(12) },
  },
  frenchBedded: {
    name: 'French drain, stone under the pipe',
    width: { rule: 'fixed', width: inches(12) },
    below: [{ material: 'stone', thickness: inches(3) }],
    above: [{ material: 'stone', upTo: { mark: 'ground', offset: inches(-2.5) } }],
    surface: [{ material: 'sod', thickness: inches(2.5) }],
    fabric: { laid: 'round', lap: inches(12) },
  },
  curtain: {
    name: 'Curtain drain, stone to 4 in below the top',
    width: { rule: 'fixed', width: inches(18) },
    below: [],
    above: [{ material: 'stone', upTo: { mark: 'ground', offset: inches(-4) } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  sewer: {
    name: 'Building sewer, sand bed',
    width: { rule: 'fixed', width: inches(24) },
    below: [{ material: 'sand', thickness: inches(4) }],
    above: [{ material: 'sand', upTo: { mark: 'crown', offset: inches(6) } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  native: {
    name: 'Native soil, tamped; never stone',
    width: { rule: 'fixed', width: inches(18) },
    below: [],
    above: [{ material: 'native', upTo: { mark: 'crown', offset: inches(6) } }],
    surface: [{ material: 'topsoil', thickness: inches(4) }],
  },
  lateral: {
    name: 'Gravel lateral, 6 in under, 2 in over',
    width: { rule: 'fixed', width: inches(36) },
    below: [{ material: 'stone', thickness: inches(6) }],
    above: [
      { material: 'stone', upTo: { mark: 'crown', offset: inches(2) } },
      { material: 'straw', upTo: { mark: 'crown', offset: inches(4) } },
    ],
    surface: [],
  },
  metric: {
    name: 'Sand bed and surround, width by EN 1610',
    width: { rule: 'en1610' },
    below: [{ material: 'sand', thickness: 0.1 }],
    above: [{ material: 'sand', upTo: { mark: 'crown', offset: 0.15 } }],
    surface: [{ material: 'topsoil', thickness: 0.1 }],
  },
} as const satisfies Record<string, SectionStarter>;
export type SectionKey = keyof typeof SECTIONS;

/** Items for a section with the materials it takes, made with the ids that `newId` gives. */
export function sectionItems(
  model: SectionStarter,
  existing: readonly ItemOf<'material'>[],
  newId: () => Uuid,
): { section: Section; items: Item[] } {
  const items: Item[] = [];
  const made = new Map<string, Uuid>();
  const materialId = (material: ModelMaterial): Uuid => {
    if (material === 'native') return material;
    const of: MaterialModel = typeof material === 'string' ? MATERIALS[material] : material;
    const existingId = existing.find((item) => item.name === of.name)?.id;
    const id = existingId ?? made.get(of.name) ?? newId();
    if (existingId === undefined && !made.has(of.name)) items.push({ kind: 'material', id, ...of });
    made.set(of.name, id);
    return id;
  };
  const withIds = <T extends { material: ModelMaterial }>(
    layers: readonly T[],
  ): (Omit<T, 'material'> & { material: Uuid })[] =>
    layers.map((layer) => ({ ...layer, material: materialId(layer.material) }));
  const { below, above, surface, ...rest } = model;
  const section: Section = {
    kind: 'section',
    id: newId(),
    ...rest,
    below: withIds(below),
    above: withIds(above),
    surface: withIds(surface),
  };
  return { section, items: [...items, section] };
}

/**
 * The section of a starter for a line: one that the plan has already, unchanged, is shared, so that a template has one
 * name and is edited in one place.
 * @returns its id, and the items that are new with it
 */
export function sharedSection(
  plan: Pick<Plan, 'section' | 'material'>,
  model: SectionStarter,
  newId: () => Uuid,
): { readonly id: Uuid; readonly items: readonly Item[] } {
  const { section, items } = sectionItems(model, Object.values(plan.material), newId);
  const twin = Object.values(plan.section).find((other) => same({ ...other, id: section.id }, section));
  return twin ? { id: twin.id, items: [] } : { id: section.id, items };
}

/** The catalogue pipe of a name as an item. */
export function pipeItem(name: string, id: Uuid): ItemOf<'pipe'> {
  const model = CATALOGUE.find((pipe) => pipe.name === name);
  if (!model) throw new RangeError(`no pipe ${name} in the catalogue`);
  return { kind: 'pipe', id, ...model };
}
