import type { UpRun, Uuid } from '@alveus/plan';
import type { Stretch } from '../results';

/** Where along a run a value stays under a limit. The value runs straight from one of its points to the next. */

/**
 * Every stretch on which a value falls short of a limit by more than `tolerance`, with its worst point. Where it only
 * touches the limit it does not end: two stretches that meet are one.
 * @param points places in order up the run @param value at a point
 */
export function shortfalls<Point extends { readonly at: UpRun }>(
  run: Uuid,
  points: readonly Point[],
  value: (point: Point) => number,
  limit: number,
  tolerance: number,
): readonly Stretch[] {
  let found: Stretch[] | undefined;
  let from: UpRun | undefined;
  let worst: { at: UpRun; by: number } | undefined;
  const close = (to: UpRun): void => {
    if (from !== undefined && worst && worst.by > tolerance) (found ??= []).push({ run, from, to, ...worst });
    from = undefined;
    worst = undefined;
  };
  let lackBefore = 0;
  for (let index = 0; index < points.length; index += 1) {
    const point = points[index] as Point;
    const lack = limit - value(point);
    const before = points[index - 1];
    if (lack > tolerance) {
      from ??= before && lackBefore < 0 ? crossing(before.at, point.at, lackBefore, lack) : (before?.at ?? point.at);
      if (!worst || lack > worst.by) worst = { at: point.at, by: lack };
    } else if (from !== undefined && before) {
      // The limit is met at this point or on the way to it.
      close(lack >= 0 ? point.at : crossing(before.at, point.at, lackBefore, lack));
    }
    lackBefore = lack;
  }
  const last = points[points.length - 1];
  if (last) close(last.at);
  return found ?? NONE;
}

const NONE: readonly never[] = [];

/** Where a lack that goes straight from one to another is nothing. */
function crossing(from: UpRun, to: UpRun, lackFrom: number, lackTo: number): UpRun {
  return from + ((to - from) * lackFrom) / (lackFrom - lackTo);
}

/** The worst of some stretches. */
export function worstOf(stretches: readonly Stretch[]): Stretch | undefined {
  let worst: Stretch | undefined;
  for (const stretch of stretches) if (!worst || stretch.by > worst.by) worst = stretch;
  return worst;
}

/** What is told of some stretches together, at the worst of them. */
interface OfStretches {
  at: UpRun;
  by: number;
  quantity: 'thickness';
  stretches: readonly Stretch[];
}

/** @param more what else the words need; it becomes the breach @returns nothing of no stretches */
export function breachOf<More extends object>(
  stretches: readonly Stretch[],
  more: More,
): readonly (More & OfStretches)[] {
  const worst = worstOf(stretches);
  if (!worst) return NONE;
  // Written into what was made for it: copied, objects of so many shapes take their time.
  const breach = more as More & OfStretches;
  breach.at = worst.at;
  breach.by = worst.by;
  breach.quantity = 'thickness';
  breach.stretches = stretches;
  return [breach];
}

/** Length of all of them together, m. */
export function lengthOf(stretches: readonly Stretch[]): number {
  return stretches.reduce((sum, { from, to }) => sum + (to - from), 0);
}
