import { z } from 'zod';
import { Name, Uuid } from '../values';
import { declareKind } from './declare';

/** One standing of the instrument. */
export const Setup = z.strictObject({
  kind: z.literal('setup'),
  id: Uuid,
  name: Name,
  /** Setups are worked out in this order. */
  order: z.number().min(0).max(1_000_000),
  /** Length of its sights back and fore together in metres, where somebody paced them. */
  sights: z.number().min(0).max(10_000).optional(),
});
export type Setup = z.infer<typeof Setup>;

export const setup = declareKind({
  kind: 'setup',
  schema: Setup,
  words: {
    one: 'setup',
    many: 'setups',
    fields: { name: 'name', order: ['its turn', 'plain'], sights: ['total sight distance', 'distance'] },
  },
});
