import { z } from 'zod';
import { Along, Elevation, Name, ONLY, text, Uuid } from './values';

/**
 * The level book: what was read on the rod, and from where. Shots are records: they are added and never changed.
 * A wrong one is superseded by another, and stays readable.
 */

export const Benchmark = z.strictObject({
  kind: z.literal('benchmark'),
  id: Uuid,
  name: Name,
  elevation: Elevation,
  /** Whether its elevation was made up for this job, as 100.00 often is, or given by somebody. */
  assumed: z.boolean(),
  /** Where to find it again. */
  description: text(200),
});
export type Benchmark = z.infer<typeof Benchmark>;

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

/** What the rod stood on. */
export const Target = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('benchmark'), benchmark: Uuid }),
  /** A point to carry elevation on; its name is painted or remembered, and is the same for both setups. */
  z.strictObject({ on: z.literal('turning'), name: Name }),
  z.strictObject({ on: z.literal('node'), node: Uuid, what: z.enum(['ground', 'rim', 'invert', 'water']) }),
  /** Ground at a tape distance up a run from its lower node. */
  z.strictObject({ on: z.literal('run'), run: Uuid, at: Along }),
]);
export type Target = z.infer<typeof Target>;

/** A rod that reads elevations is set on a known point first; its readings need no height of instrument. */
export const Reading = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('rod'), value: z.number().min(-10, 'longer than any rod').max(30, 'longer than any rod') }),
  z.strictObject({ by: z.literal('direct'), value: Elevation }),
]);
export type Reading = z.infer<typeof Reading>;

export const Shot = z.strictObject({
  kind: z.literal('shot'),
  id: Uuid,
  setup: Uuid,
  /** Its place among the shots of its setup. */
  order: z.number().min(0).max(1_000_000),
  /** Back: on a point that is known, to find the height of instrument. Fore: on a point that is to be found. */
  sight: z.enum(['back', 'fore']),
  target: Target,
  reading: Reading,
  note: text(200),
  /** The shot that this one corrects. */
  supersedes: Uuid.optional(),
  /** It only strikes the other one out. */
  struck: z.boolean().optional(),
});
export type Shot = z.infer<typeof Shot>;

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

/** Kinds of item that are records: added, and never changed or taken away. */
export const RECORDS: ReadonlySet<string> = new Set(['shot']);
