import { z } from 'zod';
import { ONLY } from '../values';
import { declareKind } from './declare';

/** What the crew of a job digs by: how long its rod is, how its laser stands, and how near two readings must come. */

/** What a pipe laser can be set to, as slopes, and its finest step. */
export const Dial = z
  .strictObject({
    least: z.number().min(-1, 'steeper than any pipe laser').max(0, 'must be nothing, or less'),
    most: z.number().min(0.001, 'too little to dig by').max(1, 'steeper than any pipe laser'),
    step: z.number().positive('must be more than zero').max(0.01, 'too coarse to dig by'),
  })
  .refine(({ step, most }) => step < most, { path: ['step'], message: 'coarser than all that can be set' });
export type Dial = z.infer<typeof Dial>;

export const Digging = z.strictObject({
  kind: z.literal('digging'),
  id: z.literal(ONLY),
  /** Length of the rod, m. */
  rod: z.number().min(0.3, 'shorter than any rod').max(15, 'longer than any rod'),
  /** So near a known point must be met before a setup is trusted, m. */
  trust: z.number().min(0.0005, 'nearer than anybody reads').max(0.2, 'too far to dig by'),
  /** The beam of a pipe laser over the flow line, m. */
  beam: z.number().min(0, 'must not be under the flow line').max(5, 'more than 5 m'),
  dial: Dial,
});
export type Digging = z.infer<typeof Digging>;

export const digging = declareKind({
  kind: 'digging',
  schema: Digging,
  words: {
    one: 'way of digging',
    many: 'ways of digging',
    fields: {
      rod: ['length of the rod', 'distance'],
      trust: ['how close a check must come', 'thickness'],
      beam: ['beam above the flow line', 'thickness'],
      dial: 'what the laser can be set to',
    },
  },
});
