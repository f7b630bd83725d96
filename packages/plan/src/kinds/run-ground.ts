import { z } from 'zod';
import { LIMITS } from '../limits';
import type { FromA } from '../values';
import { Elevation, Length, PastEnd, Uuid } from '../values';
import { declareKind } from './declare';

export const GroundBreak = z.strictObject({ at: PastEnd, elevation: Elevation });
export type GroundBreak = z.infer<typeof GroundBreak>;

/** Ground between a run's nodes, at distances from its end a. */
export const RunGround = z
  .strictObject({
    kind: z.literal('runGround'),
    id: Uuid,
    breaks: z.array(GroundBreak).max(LIMITS.breaks),
    /** Length of the run when they were typed, so that it shows when a profile no longer fits. */
    over: Length.optional(),
  })
  .superRefine((ground, context) => {
    ground.breaks.forEach((here, index) => {
      const before = ground.breaks[index - 1];
      if (!before || here.at > before.at) return;
      context.addIssue({
        code: 'custom',
        path: ['breaks', index, 'at'],
        message:
          here.at === before.at ? 'two ground points at one distance' : 'ground points must be in order along the run',
      });
    });
  });
export type RunGround = z.infer<typeof RunGround>;

export const runGround = declareKind({
  kind: 'runGround',
  schema: RunGround,
  words: {
    one: 'ground along a run',
    many: 'ground along runs',
    of: 'the ground along',
    fields: { breaks: 'ground points', over: ['length they were typed for', 'distance'] },
  },
  refs: [{ field: 'id', to: 'run', then: 'goes' }],
  along: {
    run: ({ id }) => id,
    // The length they were typed for is parted with them, so that parts of a profile that fits, fit.
    spans: ({ breaks, over }) => [
      ...breaks.map(({ at }) => ({ from: at, to: at })),
      ...(over === undefined ? [] : [{ from: 0 as FromA, to: over as FromA }]),
    ],
    put: (item, id, spans) => {
      const breaks = spans
        .filter(({ from, of }) => of < item.breaks.length && from > 0)
        .map(({ from, of }) => ({ at: from, elevation: (item.breaks[of] as GroundBreak).elevation }))
        .sort((a, b) => a.at - b.at);
      const whole = spans.find(({ of }) => of === item.breaks.length);
      const over = whole && whole.to - whole.from;
      if (breaks.length === 0) return undefined;
      return { kind: 'runGround', id, breaks, ...(over === undefined ? {} : { over }) };
    },
    join: (lower, upper) => {
      const last = lower.breaks[lower.breaks.length - 1]?.at ?? 0;
      const breaks = [...lower.breaks, ...upper.breaks.filter(({ at }) => at > last)];
      const whole = lower.over === undefined || upper.over === undefined ? {} : { over: lower.over + upper.over };
      return { kind: 'runGround', id: lower.id, breaks, ...whole };
    },
  },
});
