import { z } from 'zod';
import { LIMITS } from '../limits';
import { Day, Name, text, Uuid } from '../values';
import { declareKind } from './declare';
import { recordFields } from './record';

/** What was ordered of suppliers, and what they brought. */

/** In SI: m³, m², m, pieces, kg. */
export const UNITS = ['volume', 'area', 'length', 'count', 'mass'] as const;
export const Unit = z.enum(UNITS);
export type Unit = z.infer<typeof Unit>;

/** What an article is called by the take-off; it stays the same as long as the plan means the same thing by it. */
const ArticleKey = text(160).min(1, 'needs an item');
const Amount = z.number().positive('must be more than zero').max(1e9, 'more than any truck brings');

/** One article on a ticket, as much as it says. */
export const Delivery = z.strictObject({
  kind: z.literal('delivery'),
  id: Uuid,
  article: ArticleKey,
  /** As it was called on that day. */
  name: Name,
  amount: Amount,
  unit: Unit,
  /** Number of the ticket. */
  ticket: text(60),
  day: Day,
  ...recordFields,
});
export type Delivery = z.infer<typeof Delivery>;

export const delivery = declareKind({
  kind: 'delivery',
  schema: Delivery,
  words: {
    one: 'delivery',
    many: 'deliveries',
    fields: {
      article: 'article',
      name: 'name',
      amount: ['amount', 'plain'],
      unit: 'unit',
      ticket: 'number of the ticket',
      day: 'day',
      supersedes: 'the delivery it corrects',
      struck: 'strikes that out',
      recalls: 'the delivery it takes back',
    },
  },
  record: true,
  refs: [
    { field: 'supersedes', to: 'delivery', then: 'stays' },
    { field: 'recalls', to: 'delivery', then: 'stays' },
  ],
});

/** An order as it was given: what the take-off asked for on that day. */
export const Purchase = z.strictObject({
  kind: z.literal('purchase'),
  id: Uuid,
  /** Of whom, by the kind of supplier. */
  supplier: Name,
  day: Day,
  lines: z
    .array(z.strictObject({ article: ArticleKey, name: Name, amount: Amount, unit: Unit }))
    .min(1, 'has nothing in it')
    .max(LIMITS.purchaseLines),
  ...recordFields,
});
export type Purchase = z.infer<typeof Purchase>;

export const purchase = declareKind({
  kind: 'purchase',
  schema: Purchase,
  words: {
    one: 'order',
    many: 'orders',
    fields: {
      supplier: 'supplier',
      day: 'day',
      lines: 'what was ordered',
      supersedes: 'the order it corrects',
      struck: 'strikes that out',
      recalls: 'the order it takes back',
    },
  },
  record: true,
  refs: [
    { field: 'supersedes', to: 'purchase', then: 'stays' },
    { field: 'recalls', to: 'purchase', then: 'stays' },
  ],
});
