import type { RunResult } from '../results';
import { trenchWidth } from '../trench';

/** What is dug for a run, as it depends on its inverts: so much for both at the datum, and so much less the higher they lie. */
export interface RunCost {
  readonly low: number;
  readonly high: number;
  readonly base: number;
}

/**
 * Volume of the trench over the known ground, m³, for a width. Linear in the inverts as long as the bottom of the trench
 * lies in the ground, which the limits see to.
 */
export function digOf(
  { length, ground, envelope }: Pick<RunResult, 'length' | 'ground' | 'envelope'>,
  width: number,
): RunCost {
  const { points } = ground;
  const first = points[0];
  const last = points[points.length - 1];
  if (!first || !last || !envelope) return { low: 0, high: 0, base: 0 };
  let under = 0;
  for (let index = 1; index < points.length; index += 1) {
    const [from, to] = [points[index - 1] as typeof first, points[index] as typeof first];
    under += ((to.at - from.at) * (from.elevation + to.elevation)) / 2;
  }
  const known = last.at - first.at;
  const high = (last.at * last.at - first.at * first.at) / (2 * length);
  return { low: -width * (known - high), high: -width * high, base: width * (under + envelope.invert * known) };
}

/** Greatest depths up to which each width holds, m, the narrowest first; one without end where the depth says nothing. */
export function widthsOf({
  section,
  pipe,
}: Pick<RunResult, 'section' | 'pipe'>): readonly { readonly width: number; readonly upTo: number }[] {
  if (!section || !pipe) return [];
  const at = (depth: number): number => trenchWidth(section.width, pipe, depth);
  if (section.width.rule !== 'en1610') return [{ width: at(0), upTo: Infinity }];
  // Each border belongs to the shallower side, save the first.
  const steps = [
    { width: at(0), upTo: 1 - 2e-6 },
    { width: at(1.5), upTo: 1.75 },
    { width: at(3), upTo: 4 },
    { width: at(5), upTo: Infinity },
  ];
  return steps.filter(({ width }, index) => steps[index + 1]?.width !== width);
}

/** What deep digging costs besides, in volumes of common digging. */
export interface Money {
  /** How many times as hard as soil it is to dig rock. */
  readonly rock: number;
  /** Depth from which a trench is shored, m, and what a metre of shored trench costs, m³. */
  readonly shoredFrom: number;
  readonly shoring: number;
}

/**
 * What digging into rock costs besides, for both inverts: convex, since the deeper the more of each next bit is rock.
 * @param deep depth of the rock under the ground, m @param times how many times as hard it is to dig
 */
export function rockCost(
  { length, ground, envelope }: Pick<RunResult, 'length' | 'ground' | 'envelope'>,
  width: number,
  deep: number,
  times: number,
): (low: number, high: number) => { readonly value: number; readonly low: number; readonly high: number } {
  const { points } = ground;
  const each = width * Math.max(0, times - 1);
  const over = (envelope?.invert ?? 0) - deep;
  return (low, high) => {
    let [value, byLow, byHigh] = [0, 0, 0];
    for (let index = 1; index < points.length; index += 1) {
      const [from, to] = [points[index - 1] as (typeof points)[number], points[index] as (typeof points)[number]];
      const into = (point: (typeof points)[number]): number =>
        point.elevation + over - (low + (point.at / length) * (high - low));
      const [start, end] = [into(from), into(to)];
      if (start <= 0 && end <= 0) continue;
      // The part of the stretch that goes into the rock.
      const turn = start < 0 || end < 0 ? from.at + ((to.at - from.at) * start) / (start - end) : undefined;
      const [a, b] = [turn !== undefined && start < 0 ? turn : from.at, turn !== undefined && end < 0 ? turn : to.at];
      const part = b - a;
      value += (part * (Math.max(0, start) + Math.max(0, end))) / 2;
      const upper = (b * b - a * a) / (2 * length);
      byLow -= part - upper;
      byHigh -= upper;
    }
    return { value: each * value, low: each * byLow, high: each * byHigh };
  };
}
