import { z } from 'zod';
import { Elevation, Name, text, Uuid } from '../values';
import { declareKind } from './declare';

/** A point that does not move, to take elevations from. */
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

export const benchmark = declareKind({
  kind: 'benchmark',
  schema: Benchmark,
  words: {
    one: 'benchmark',
    many: 'benchmarks',
    fields: {
      name: 'name',
      elevation: ['elevation', 'elevation'],
      assumed: 'assumed for this job',
      description: 'where to find it',
    },
  },
});
