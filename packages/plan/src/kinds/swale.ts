import { z } from 'zod';
import { LIMITS } from '../limits';
import type { FromA } from '../values';
import { AlongRun, Distance, Elevation, Thickness, Uuid } from '../values';
import type { Put } from './declare';
import { declareKind } from './declare';

/** A stretch of a shallow ditch. */
export const SwaleStretch = z
  .strictObject({
    from: AlongRun,
    to: AlongRun,
    /** Its bottom: so deep in the ground all along, or straight from one level to another, with a fall of its own. */
    bottom: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('depth'), depth: Thickness }),
      z.strictObject({ by: z.literal('levels'), from: Elevation, to: Elevation }),
    ]),
    /** Of its bottom. */
    width: Distance.max(30, 'wider than 30 m'),
    /** Of its sides: so much out for one up. */
    sides: z.number().min(0, 'must not be negative').max(20, 'flatter than 20:1'),
  })
  .refine(({ from, to }) => to > from, { path: ['to'], message: 'must be farther along than where it begins' });
export type SwaleStretch = z.infer<typeof SwaleStretch>;

/** The swale along the run whose id it carries, cut before its trench is dug down its middle: one at any place. */
export const Swale = z
  .strictObject({ kind: z.literal('swale'), id: Uuid, cuts: z.array(SwaleStretch).min(1).max(LIMITS.cuts) })
  .superRefine((swale, context) => {
    swale.cuts.forEach((here, index) => {
      const before = swale.cuts[index - 1];
      if (!before || here.from >= before.to - CLOSE) return;
      context.addIssue({
        code: 'custom',
        path: ['cuts', index, 'from'],
        message: 'must not begin before the stretch before it ends',
      });
    });
  });
export type Swale = z.infer<typeof Swale>;

/** Stretches nearer to one another than this meet, m. */
const CLOSE = 1e-6;

export const swale = declareKind({
  kind: 'swale',
  schema: Swale,
  words: { one: 'swale', many: 'swales', of: 'the swale along', fields: { cuts: 'its stretches' } },
  refs: [{ field: 'id', to: 'run', then: 'goes' }],
  along: {
    run: ({ id }) => id,
    spans: ({ cuts }) => cuts.map(({ from, to }) => ({ from, to })),
    put: (item, id, spans) => {
      const cuts = spans
        .filter(({ from, to }) => to > from)
        .map((span) => cutOn(item.cuts[span.of] as SwaleStretch, span))
        .sort((a, b) => a.from - b.from);
      return cuts.length === 0 ? undefined : { kind: 'swale', id, cuts };
    },
    join: (lower, upper) => ({ kind: 'swale', id: lower.id, cuts: meeting([...lower.cuts, ...upper.cuts]) }),
  },
});

/** What of a stretch lies on a piece of its run, its levels cut with it. */
function cutOn(cut: SwaleStretch, { from, to, was }: Put): SwaleStretch {
  const placed: { from: FromA; to: FromA } = { from, to };
  const { bottom } = cut;
  if (bottom.by === 'depth') return { ...cut, ...placed };
  const level = levelOf(cut, bottom);
  return { ...cut, ...placed, bottom: { by: 'levels', from: level(was.from), to: level(was.to) } };
}

const levelOf =
  (
    { from, to }: { readonly from: number; readonly to: number },
    level: { readonly from: number; readonly to: number },
  ): ((at: number) => number) =>
  (at) =>
    level.from + ((at - from) / (to - from)) * (level.to - level.from);

/** Stretches that meet and go on as they were are one: the halves of one that was parted. */
function meeting(cuts: readonly SwaleStretch[]): SwaleStretch[] {
  const all: SwaleStretch[] = [];
  for (const cut of cuts) {
    const last = all[all.length - 1];
    const whole = last && together(last, cut);
    if (whole) all[all.length - 1] = whole;
    else all.push(cut);
  }
  return all;
}

function together(a: SwaleStretch, b: SwaleStretch): SwaleStretch | undefined {
  if (Math.abs(a.to - b.from) > CLOSE || a.width !== b.width || a.sides !== b.sides) return undefined;
  const [lower, upper] = [a.bottom, b.bottom];
  if (lower.by === 'depth') return upper.by === 'depth' && upper.depth === lower.depth ? { ...a, to: b.to } : undefined;
  if (upper.by === 'depth') return undefined;
  // Told on, the line of the one comes to both ends of the other.
  const level = levelOf(a, lower);
  const off = Math.max(Math.abs(level(b.from) - upper.from), Math.abs(level(b.to) - upper.to));
  return off > CLOSE ? undefined : { ...a, to: b.to, bottom: { by: 'levels', from: lower.from, to: upper.to } };
}
