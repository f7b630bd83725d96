import { z } from 'zod';
import { Elevation, Name, oneOf, Thickness, Uuid } from '../values';
import { declareKind } from './declare';
import { NODE_FORMS } from './forms';
import { ENTRIES } from './node-form';

/** A point where runs meet or end. It goes with the last run that meets there. */
export const Node = z.strictObject({
  kind: z.literal('node'),
  id: Uuid,
  name: Name,
  form: oneOf(NODE_FORMS, 'a form of node'),
  /** Water stated to stand outside here, where it is an outlet: as usual, and at its highest. */
  water: z.strictObject({ normal: Elevation.optional(), high: Elevation.optional() }).optional(),
  /** How far a box goes down inside, under its lowest invert: what settles there stays out of the pipe. */
  sump: Thickness.optional(),
  /** Top of its grate or cover, where that is not level with the ground: water that stands in it comes out there. */
  rim: Elevation.optional(),
  /** How a line comes into a box that was there: through its wall unless said otherwise, or over its grate. */
  entry: z.enum(ENTRIES).optional(),
});
export type Node = z.infer<typeof Node>;

export const node = declareKind({
  kind: 'node',
  schema: Node,
  words: {
    one: 'node',
    many: 'nodes',
    fields: {
      name: 'name',
      form: 'what it is',
      water: ['water outside', 'elevation'],
      sump: ['sump', 'thickness'],
      rim: ['rim', 'elevation'],
      entry: 'how a line enters',
    },
  },
  upgrades: {
    // Version 1 had one water level at an outlet, the highest.
    1: (item) => (typeof item.water === 'number' ? { ...item, water: { high: item.water } } : item),
  },
});
