import { z } from 'zod';
import { ONLY } from '../values';
import { declareKind } from './declare';

/** How well a loop must close, and whether what is left is spread over its setups. */
export const Levelling = z.strictObject({
  kind: z.literal('levelling'),
  id: z.literal(ONLY),
  allowed: z.discriminatedUnion('by', [
    /** So many metres × √ of the kilometres of sights. */
    z.strictObject({ by: z.literal('distance'), metres: z.number().positive().max(1) }),
    /** So many metres × √ of the setups. */
    z.strictObject({ by: z.literal('setups'), metres: z.number().positive().max(1) }),
  ]),
  adjust: z.boolean(),
});
export type Levelling = z.infer<typeof Levelling>;

export const levelling = declareKind({
  kind: 'levelling',
  schema: Levelling,
  words: {
    one: 'rule for loops',
    many: 'rules for loops',
    fields: { allowed: 'allowed miss of a loop', adjust: 'spread over the setups' },
  },
});
