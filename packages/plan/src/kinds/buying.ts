import { z } from 'zod';
import { Length, oneOf, ONLY, Thickness } from '../values';
import { declareKind } from './declare';

/** How things of a job are bought and hauled: what a truck takes, how wide fabric comes, what a bale covers. */

const Volume = z.number().min(1e-4, 'must be more than zero').max(1_000, 'more than 1,000 m³');
const Mass = z.number().min(0.1, 'must be more than zero').max(1_000_000, 'more than 1,000 t');

/** What a truck takes: it is full by whichever comes first. */
export const Truck = z.strictObject({ volume: Volume, mass: Mass });
export type Truck = z.infer<typeof Truck>;

/** A roll of filter fabric, and how far one piece lies over the next, at its ends and at its sides. */
export const Roll = z
  .strictObject({
    wide: Thickness,
    long: Length,
    lap: z.number().min(0, 'must not be negative').max(5, 'more than 5 m'),
  })
  .refine(({ wide, lap }) => wide > lap, { path: ['wide'], message: 'no wider than its lap: nothing of it is left' })
  .refine(({ long, lap }) => long > lap, { path: ['long'], message: 'no longer than its lap: nothing of it is left' });
export type Roll = z.infer<typeof Roll>;

export const Buying = z.strictObject({
  kind: z.literal('buying'),
  id: z.literal(ONLY),
  truck: Truck,
  fabric: Roll,
  /** Tape and wire by the roll. */
  marker: Length,
  /** What one bale of straw covers, m². */
  bale: z.number().min(0.1, 'must be more than zero').max(1_000, 'more than 1,000 m²'),
  /** Concrete that one bag makes, and up to how much is mixed from bags and not poured from a truck, m³. */
  bag: Volume,
  byBags: z.number().min(0, 'must not be negative').max(100, 'more than 100 m³'),
  /** What is green over a trench again: sod that is bought, sod that was lifted there and is laid back, or seed under straw. */
  sod: oneOf(['bought', 'own', 'seed'], 'where sod comes from'),
  /**
   * Sticks, rolls, bags and loads are rounded up to whole ones once for the job, what one line leaves over going into the
   * next; or for each line by itself, as where lines are built apart.
   */
  counted: oneOf(['job', 'line'], 'what is rounded up together'),
  /** So far apart a line of pipe is made so that it can be cleaned, m. */
  cleanouts: Length,
});
export type Buying = z.infer<typeof Buying>;

export const buying = declareKind({
  kind: 'buying',
  schema: Buying,
  words: {
    one: 'way of buying',
    many: 'ways of buying',
    fields: {
      truck: 'what a truck takes',
      fabric: 'roll of fabric',
      marker: ['roll of tape or wire', 'distance'],
      bale: ['what a bale covers', 'plain'],
      bag: ['concrete of a bag', 'plain'],
      byBags: ['concrete mixed from bags', 'plain'],
      sod: 'where sod comes from',
      counted: 'what is rounded up together',
      cleanouts: ['spacing of cleanouts', 'distance'],
    },
  },
  upgrades: {
    // Version 10 knew bought sod and seed, and counted for the job.
    10: ({ seed, ...item }) => ({ ...item, sod: seed === true ? 'seed' : 'bought', counted: 'job' }),
  },
});
