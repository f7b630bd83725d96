import { z } from 'zod';
import { Uuid } from '../values';
import { declareKind } from './declare';

/** Where a node lies on the sketch: metres east and north of the job's own origin. */
export const NodePlace = z.strictObject({
  kind: z.literal('nodePlace'),
  id: Uuid,
  east: z.number().min(-100_000).max(100_000),
  north: z.number().min(-100_000).max(100_000),
});
export type NodePlace = z.infer<typeof NodePlace>;

export const nodePlace = declareKind({
  kind: 'nodePlace',
  schema: NodePlace,
  words: {
    one: 'place on the sketch',
    many: 'places on the sketch',
    of: 'the place of',
    fields: { east: ['meters east', 'distance'], north: ['meters north', 'distance'] },
  },
  refs: [{ field: 'id', to: 'node', then: 'goes' }],
});
