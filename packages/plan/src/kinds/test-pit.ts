import { z } from 'zod';
import { Distance, Name, AlongRun, text, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

export const SOIL_CLASSES = ['A', 'B', 'C'] as const;

export const TestPit = z.strictObject({
  kind: z.literal('testPit'),
  id: Uuid,
  name: Name,
  /** Where it was dug, where it was dug at a run. */
  place: z.strictObject({ run: Uuid, at: AlongRun }).optional(),
  depth: Thickness,
  description: text(400),
  /** As the excavation rules class soils; not said where nobody competent has looked. */
  soil: z.enum(SOIL_CLASSES).optional(),
  /** Depth to rock, clay pan or what else limits. */
  limiting: z.strictObject({ depth: Distance, what: Name }).optional(),
  groundwater: Distance.optional(),
});
export type TestPit = z.infer<typeof TestPit>;

export const testPit = declareKind({
  kind: 'testPit',
  schema: TestPit,
  words: {
    one: 'test pit',
    many: 'test pits',
    fields: {
      name: 'name',
      place: 'where it was dug',
      depth: ['depth', 'distance'],
      description: 'what was found',
      soil: 'type of soil',
      limiting: 'limiting layer',
      groundwater: ['depth to groundwater', 'distance'],
    },
  },
  refs: [{ field: 'place.run', to: 'run', then: 'goes' }],
  along: {
    run: (item) => item.place?.run,
    spans: ({ place }) => (place ? [{ from: place.at, to: place.at }] : []),
    put: (item, run, [span]) => span && { ...item, place: { run, at: span.from } },
  },
});
