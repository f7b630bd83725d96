import { z } from 'zod';
import { Elevation, Name, ONLY, text, Thickness, Uuid } from './values';

/** What is there already, and what limits the work. */

/** The kinds that the uniform locating colours tell apart. */
export const UTILITIES = ['electric', 'gas', 'communication', 'water', 'sewer', 'reclaimed', 'other'] as const;
export const Utility = z.enum(UTILITIES);
export type Utility = z.infer<typeof Utility>;

const Distance = z.number().min(0, 'must not be negative').max(100_000, 'longer than 100 km');

/** A utility across a run, or beside it. */
export const Crossing = z
  .strictObject({
    kind: z.literal('crossing'),
    id: Uuid,
    run: Uuid,
    name: Name,
    utility: Utility,
    /** Outside diameter. */
    size: Thickness,
    /** Where it lies along the run, from its lower node; and for one beside it, how far off, centre to centre. */
    lies: z.discriminatedUnion('how', [
      z.strictObject({ how: z.literal('across'), at: Distance }),
      z.strictObject({ how: z.literal('beside'), from: Distance, to: Distance, off: Thickness }),
    ]),
    /** Its level: an elevation, or a depth under the ground there; of its top or its centre. */
    level: z.strictObject({ by: z.enum(['elevation', 'depth']), of: z.enum(['top', 'centre']), value: Elevation }),
    /** Dug to and measured, or only marked and assumed. */
    measured: z.boolean(),
    markedBy: text(80),
    /** Day of the marks, as 2026-11-24; empty where nobody knows. */
    markedOn: z.string().regex(/^(\d{4}-\d{2}-\d{2})?$/, 'a day such as 2026-11-24'),
  })
  .refine(({ lies }) => lies.how === 'across' || lies.to > lies.from, { path: ['lies', 'to'], message: 'must lie further up than where it begins' });
export type Crossing = z.infer<typeof Crossing>;

export const SOIL_CLASSES = ['A', 'B', 'C'] as const;

export const TestPit = z.strictObject({
  kind: z.literal('testPit'),
  id: Uuid,
  name: Name,
  /** Where it was dug, where it was dug at a run. */
  place: z.strictObject({ run: Uuid, at: Distance }).optional(),
  depth: Thickness,
  description: text(400),
  /** As the excavation rules class soils; not said where nobody competent has looked. */
  soil: z.enum(SOIL_CLASSES).optional(),
  /** Depth to rock, clay pan or what else limits. */
  limiting: z.strictObject({ depth: Distance, what: Name }).optional(),
  groundwater: Distance.optional(),
});
export type TestPit = z.infer<typeof TestPit>;

/** What holds for the whole site. */
export const Site = z.strictObject({
  kind: z.literal('site'),
  id: z.literal(ONLY),
  /** Depth to which the ground freezes. */
  frost: Distance.optional(),
});
export type Site = z.infer<typeof Site>;
