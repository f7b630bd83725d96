import { z } from 'zod';
import { Name, Uuid } from '../values';
import { declareKind } from './declare';
import { Service } from './service';

/** One unbranched path of runs of one service, with the defaults of its runs. */
export const Line = z.strictObject({
  kind: z.literal('line'),
  id: Uuid,
  name: Name,
  service: Service,
  pipe: Uuid,
  section: Uuid,
  /** Chainage of the line's low end, so that painted stakes survive an extended outlet. */
  startChainage: z.number().min(-100_000).max(100_000),
});
export type Line = z.infer<typeof Line>;

export const line = declareKind({
  kind: 'line',
  schema: Line,
  words: {
    one: 'line',
    many: 'lines',
    fields: {
      name: 'name',
      service: 'service',
      pipe: 'pipe',
      section: 'trench section',
      startChainage: ['station of the low end', 'chainage'],
    },
  },
  refs: [
    { field: 'pipe', to: 'pipe', then: 'refuses' },
    { field: 'section', to: 'section', then: 'refuses' },
  ],
});
