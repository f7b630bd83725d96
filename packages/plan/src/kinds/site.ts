import { z } from 'zod';
import { Distance, ONLY } from '../values';
import { declareKind } from './declare';

/** What holds for the whole site. */
export const Site = z.strictObject({
  kind: z.literal('site'),
  id: z.literal(ONLY),
  /** Depth to which the ground freezes. */
  frost: Distance.optional(),
});
export type Site = z.infer<typeof Site>;

export const site = declareKind({
  kind: 'site',
  schema: Site,
  words: { one: 'site', many: 'sites', fields: { frost: ['depth of frost', 'distance'] } },
});
