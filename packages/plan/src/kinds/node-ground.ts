import { z } from 'zod';
import { Elevation, Uuid } from '../values';
import { declareKind } from './declare';

/** The ground at a node, shared by every run that meets there. A shot at the node goes before it unless it says `holds`. */
export const NodeGround = z.strictObject({
  kind: z.literal('nodeGround'),
  id: Uuid,
  elevation: Elevation,
  holds: z.boolean().optional(),
});
export type NodeGround = z.infer<typeof NodeGround>;

export const nodeGround = declareKind({
  kind: 'nodeGround',
  schema: NodeGround,
  words: {
    one: 'ground at a node',
    many: 'ground at nodes',
    of: 'the ground at',
    fields: { elevation: ['elevation', 'elevation'], holds: 'used before a shot' },
  },
  refs: [{ field: 'id', to: 'node', then: 'goes' }],
});
