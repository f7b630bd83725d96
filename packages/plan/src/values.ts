import { z } from 'zod';
import { LIMITS } from './limits';

/** Plain value schemas shared by the items. Everything is SI: metres, kilograms, ratios. */

/** A version-4 style identifier made by the client. Lower case, so that equal ids are equal text. */
export const Uuid = z
  .string()
  .regex(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, 'must be a lower-case UUID');
export type Uuid = z.infer<typeof Uuid>;

/** The id of items of which a plan has at most one. */
export const ONLY: Uuid = '00000000-0000-4000-8000-000000000000';

/** Text that any file and the database can hold: no control characters and no broken surrogates. */
export const text = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `at most ${most} characters`)
    .regex(/^[^\p{Cc}\p{Cs}]*$/u, 'cannot hold control characters');

export const Name = text(LIMITS.nameLength).min(1, 'needs a name');

/** Elevation in metres above the job's datum. The bounds are those of the planet, with room. */
export const Elevation = z.number().min(-12_000, 'lower than any place on land').max(12_000, 'higher than any place on land');

/** A horizontal length in metres, more than nothing. */
export const Length = z.number().positive('must be longer than zero').max(100_000, 'longer than 100 km');

/** A distance in metres from a run's lower node, past that node. */
export const Along = z.number().positive('must lie past the lower node').max(100_000, 'longer than 100 km');

/** A thickness, diameter or width in metres. */
export const Thickness = z.number().positive('must be more than zero').max(30, 'more than 30 m');

/** Rise over horizontal run, as a ratio; positive runs up from the lower node. */
export const Slope = z.number().min(-2, 'steeper than 2:1').max(2, 'steeper than 2:1');

/** A share, from nothing up to double. */
export const Share = z.number().min(0, 'must not be negative').max(2, 'more than 200 %');
