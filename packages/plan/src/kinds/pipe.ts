import { z } from 'zod';
import { Length, Name, text, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

/** How sticks are joined: by what, how deep one goes into the next, and how far a joint may be turned, as a slope. */
export const PipeJoint = z.strictObject({
  by: z.enum(['ring', 'glue', 'coupling']),
  socket: z.number().min(0, 'must not be negative').max(2, 'more than 2 m'),
  turns: z.number().min(0, 'must not be negative').max(0.5, 'more than a joint turns'),
});
export type PipeJoint = z.infer<typeof PipeJoint>;

/** A pipe by its outside diameter and wall; the inside follows, so that the three cannot disagree. */
export const Pipe = z
  .strictObject({
    kind: z.literal('pipe'),
    id: Uuid,
    name: Name,
    standard: text(120),
    nominal: Thickness,
    outside: Thickness,
    wall: Thickness,
    stick: Length,
    manning: z.number().min(0.005).max(0.1),
    joint: PipeJoint.optional(),
  })
  .refine((pipe) => !pipe.joint || pipe.stick > pipe.joint.socket, {
    path: ['stick'],
    message: 'no longer than its socket: nothing of it is laid',
  })
  .refine((pipe) => pipe.wall * 2 < pipe.outside, {
    path: ['wall'],
    message: 'leaves no inside: the wall is half the outside or more',
  });
export type Pipe = z.infer<typeof Pipe>;

export const pipe = declareKind({
  kind: 'pipe',
  schema: Pipe,
  words: {
    one: 'pipe',
    many: 'pipes',
    fields: {
      name: 'name',
      standard: 'standard',
      nominal: ['nominal size', 'fine'],
      outside: ['outside diameter', 'fine'],
      wall: ['wall', 'fine'],
      stick: ['length of a stick', 'distance'],
      manning: ['roughness n', 'plain'],
      joint: 'joint',
    },
  },
});
