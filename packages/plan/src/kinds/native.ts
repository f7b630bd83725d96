import { z } from 'zod';
import { Name, ONLY, Share } from '../values';
import { declareKind } from './declare';

/** The soil of the place. Loose = bank × (1 + swell); placed = bank × (1 − shrink). */
export const Native = z.strictObject({
  kind: z.literal('native'),
  id: z.literal(ONLY),
  name: Name,
  swell: Share,
  shrink: z.number().min(0, 'must not be negative').max(0.9, 'more than 90 %'),
});
export type Native = z.infer<typeof Native>;

export const native = declareKind({
  kind: 'native',
  schema: Native,
  words: {
    one: 'native soil',
    many: 'native soils',
    fields: { name: 'name', swell: ['swell', 'share'], shrink: ['shrink', 'share'] },
  },
});
