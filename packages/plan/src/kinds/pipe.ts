import { z } from 'zod';
import { Length, Name, text, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

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
    },
  },
});
