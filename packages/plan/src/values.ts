import { z } from 'zod';
import { LIMITS } from './limits';
import { MILLIMETRE } from './measures';

/** Plain value schemas shared by the kinds. Everything is SI: metres, kilograms, ratios. */

declare const meaning: unique symbol;
/**
 * A number that must not be taken for one of another meaning. A plain number passes for any of them; one that
 * says what it is passes only for that, so that distances from different ends cannot be mixed up unseen.
 */
export type Meant<Meaning extends string> = number & { readonly [meaning]?: Meaning };

/** Distance along a run from its end a, which never changes, m. All places in a plan are told by it. */
export type FromA = Meant<'from end a'>;
/** Distance along a run from its lower node, as it is laid and read, m. All results are told by it. */
export type UpRun = Meant<'from the lower node'>;
/** Distance along a line from its low end, m. */
export type UpLine = Meant<'from the low end of the line'>;
/** What is painted on a stake: the chainage of a line's low end and the distance from there, m. */
export type Chainage = Meant<'chainage'>;

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
export const Elevation = z
  .number()
  .min(-12_000, 'lower than any place on land')
  .max(12_000, 'higher than any place on land');

/** A horizontal length in metres. */
export const Length = z.number().min(MILLIMETRE, 'must be at least 1 mm').max(100_000, 'longer than 100 km');

const from = z.number().min(0, 'must not be negative').max(100_000, 'longer than 100 km');

/** A distance in metres, or nothing. */
export const Distance = from;

/** A place along a run, in metres from its end a. */
export const AlongRun = from as z.ZodType<FromA, FromA>;

/** A place along a run past its end a: what lies at the end itself belongs to the node. */
export const PastEnd = z
  .number()
  .positive('must be past the end of the run')
  .max(100_000, 'longer than 100 km') as unknown as z.ZodType<FromA, FromA>;

/** A thickness, diameter or width in metres. */
export const Thickness = z.number().min(1e-5, 'must be more than zero').max(30, 'more than 30 m');

/** Rise over horizontal run, as a ratio. */
export const Slope = z.number().min(-2, 'steeper than 2:1').max(2, 'steeper than 2:1');

/** A share, from nothing up to double. */
export const Share = z.number().min(0, 'must not be negative').max(2, 'more than 200 %');

/** A day such as 2026-11-24, or empty where nobody knows. */
export const Day = z.string().regex(/^(\d{4}-\d{2}-\d{2})?$/, 'a day such as 2026-11-24');

/**
 * Text cut to a length between characters as people see them, so that none is broken in two.
 * @param most length in UTF-16 units, as the limits count
 */
export function cutText(whole: string, most: number): string {
  if (whole.length <= most) return whole;
  let kept = '';
  for (const { segment } of new Intl.Segmenter(undefined, { granularity: 'grapheme' }).segment(whole)) {
    if (kept.length + segment.length > most) break;
    kept += segment;
  }
  return kept.trimEnd();
}

/** A name made of a stem and an ending, the stem cut so that both fit a name. */
export function nameWith(stem: string, ending = ''): string {
  const end = cutText(ending, LIMITS.nameLength / 2);
  return `${cutText(stem, LIMITS.nameLength - end.length)}${end}`.trim();
}

/** A name as part of a key: lower-case letters and digits of any script, the rest as hyphens. */
export const slug = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');

/** A length as part of a key, to a tenth of a millimetre. */
export const millimetres = (length: number): string => `${Math.round(length * 10_000) / 10}mm`;

/** One of some names that are declared; another is told by its name. @param what as in "a class of material" */
export function oneOf<Name extends string>(names: readonly Name[], what: string) {
  return z.enum(names as readonly [Name, ...Name[]], {
    error: ({ input }) => (typeof input === 'string' ? `“${cutText(input, 24)}” is not ${what}` : `needs ${what}`),
  });
}
