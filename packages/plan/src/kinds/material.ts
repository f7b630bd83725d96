import { z } from 'zod';
import { Name, Share, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

/** How a material is drawn. */
export const LOOKS = ['stone', 'sand', 'soil', 'topsoil', 'sod', 'pavement', 'concrete', 'straw'] as const;

export const Material = z.strictObject({
  kind: z.literal('material'),
  id: Uuid,
  name: Name,
  look: z.enum(LOOKS),
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
      look: 'how it is drawn',
      density: ['density', 'density'],
      waste: ['waste', 'share'],
      loose: ['loose for each placed', 'plain'],
      piece: 'pieces that it comes in',
    },
  },
});
