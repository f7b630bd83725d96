import { z } from 'zod';
import { text, Uuid } from '../values';
import { declareKind } from './declare';

/** Stone that comes out of the ground in one place and goes into a trench in another: moved, and not ordered. */
export const Transfer = z
  .strictObject({
    kind: z.literal('transfer'),
    id: Uuid,
    material: Uuid,
    /** As it will lie, m³. */
    volume: z.number().positive('must be more than zero').max(1e6, 'more than 1,000,000 m³'),
    /** The line whose trenches it goes into. */
    into: Uuid,
    /** The line in whose trenches it is dug up; left out of what lies elsewhere. */
    from: Uuid.optional(),
    /** Where it lies now, in words. */
    place: text(60),
  })
  .refine(({ into, from }) => into !== from, { path: ['from'], message: 'goes back where it comes from' });
export type Transfer = z.infer<typeof Transfer>;

export const transfer = declareKind({
  kind: 'transfer',
  schema: Transfer,
  words: {
    one: 'transfer of stone',
    many: 'transfers of stone',
    fields: {
      material: 'material',
      volume: ['volume', 'plain'],
      into: 'line it goes to',
      from: 'line it comes from',
      place: 'where it is stockpiled',
    },
  },
  refs: [
    { field: 'material', to: 'material', then: 'goes' },
    { field: 'into', to: 'line', then: 'goes' },
    { field: 'from', to: 'line', then: 'clears' },
  ],
});
