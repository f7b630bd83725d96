import { z } from 'zod';
import { millimetres, Name, Share, slug, Thickness, Uuid } from '../values';
import { INCH } from '../measures';
import { MaterialClass } from './classes';
import type { Json } from './declare';
import { declareKind } from './declare';

export const Material = z.strictObject({
  kind: z.literal('material'),
  id: Uuid,
  name: Name,
  class: MaterialClass,
  /** As yards call it within its class, such as crushed, washed or base; and its largest size. */
  form: z
    .string()
    .regex(/^[a-z0-9-]{1,40}$/, 'lower-case letters, digits and hyphens, at most 40')
    .optional(),
  size: Thickness.optional(),
  /** Kilograms per cubic metre, placed and compacted. */
  density: z.number().min(0.01, 'must be more than zero').max(10_000),
  /** Ordered = placed × (1 + waste). */
  waste: Share,
  /** Loose volume in a truck for each volume placed. */
  loose: z.number().min(0.5).max(3),
  /** What comes in pieces that are set whole, such as chambers: the length that each lays, and whether they are joined by couplings. */
  piece: z.strictObject({ long: Thickness, coupled: z.boolean() }).optional(),
});
export type Material = z.infer<typeof Material>;

export const material = declareKind({
  kind: 'material',
  schema: Material,
  words: {
    one: 'material',
    many: 'materials',
    fields: {
      name: 'name',
      class: 'class of material',
      form: 'form it comes in',
      size: ['largest size', 'fine'],
      density: ['density', 'density'],
      waste: ['waste', 'share'],
      loose: ['loose per placed volume', 'plain'],
      piece: 'pieces that it comes in',
    },
  },
  upgrades: {
    // Version 8 told a material by how it is drawn; pieces were drawn as concrete or as straw.
    8: ({ look, ...item }) => ({ ...item, class: classOfLook(look, item.piece), ...SOLD_AS[String(item.name)] }),
  },
});

function classOfLook(look: unknown, piece: unknown): unknown {
  if (piece === undefined) return look;
  return look === 'concrete' ? 'chamber' : (piece as Json | null)?.coupled === true ? 'bundle' : 'module';
}

/** The materials that version 8 offered by name. */
const SOLD_AS: Readonly<Record<string, Pick<Material, 'form' | 'size'>>> = {
  'Crushed stone, 3/4 in': { form: 'crushed', size: 0.75 * INCH },
  'Crushed stone, 1 1/2 in': { form: 'crushed', size: 1.5 * INCH },
  'Washed stone, 3/4 to 1 1/2 in': { form: 'washed', size: 1.5 * INCH },
  'River gravel, 1 1/2 in': { form: 'river', size: 1.5 * INCH },
  'Pea gravel, 3/8 in': { form: 'pea', size: 0.375 * INCH },
  'Road base, crusher run': { form: 'base' },
  'Bedding sand': { form: 'bedding' },
  'Stabilised sand': { form: 'stabilised' },
  'Stone dust': { form: 'dust' },
  'Concrete sand, washed': { form: 'washed' },
  'Select fill': { form: 'select' },
  'Flowable fill': { form: 'flowable' },
  'Mulch or bark': { form: 'bark' },
};

/**
 * What a material is, wherever it is used: by class, form and size; of one without a form by its name. The same in every
 * job, as its id is not.
 */
export const materialKey = ({ class: of, form, name, size }: Omit<Material, 'kind' | 'id'>): string =>
  [of, form ?? slug(name), ...(size === undefined ? [] : [millimetres(size)])].join(':');
