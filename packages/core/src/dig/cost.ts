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
