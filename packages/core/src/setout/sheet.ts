import type { UpLine, UpRun, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import type { LineShape, RunShape } from '../results';
import { NEAR } from '../tolerance';

/** Where levels are told along a line: at every so many feet from its low end, or at every joint, and at its nodes. */
export type Spacing = { readonly by: 'station'; readonly step: number } | { readonly by: 'stick' };

export interface SheetPlace {
  readonly run: Uuid;
  readonly at: UpRun;
  /** From the low end of the line, m. */
  readonly along: UpLine;
  /** What stands there. */
  readonly node: Uuid | undefined;
}

/** More places than anybody digs by in a day, and than a list needs to be asked for. */
export const MOST_PLACES = 20_000;

/**
 * Places from the low end up. Where two runs meet, the end of the lower one and the beginning of the upper one are two
 * places if their flow lines differ, else one.
 * @param step m; what gives too many places is made coarser
 */
export function sheetPlaces(
  { order }: LineShape,
  runs: ReadonlyMap<Uuid, RunShape>,
  spacing: Spacing,
): readonly SheetPlace[] {
  const places: SheetPlace[] = [];
  let before: RunShape | undefined;
  order.runs.forEach((item, index) => {
    const run = runs.get(item.id);
    const start = order.starts[index] as UpLine;
    if (!run || run.length <= 0) return;
    const step = stepOf(spacing, run, order.length);
    const put = (at: UpRun, node?: Uuid): void => void places.push({ run: run.id, at, along: start + at, node });
    const same =
      before !== undefined &&
      before.grade.high !== undefined &&
      run.grade.low !== undefined &&
      Math.abs(before.grade.high - run.grade.low) < NEAR;
    if (!same) put(0, lowerOf(item));
    const from = spacing.by === 'stick' ? 0 : -(start % step);
    for (let count = 1; ; count += 1) {
      const at = from + count * step;
      if (at >= run.length - NEAR) break;
      if (at > NEAR) put(at);
    }
    put(run.length, upperOf(item));
    before = run;
  });
  return places;
}

/** Sticks lie along the slope. */
function stepOf(spacing: Spacing, { pipe, grade }: RunShape, length: number): number {
  const least = length / MOST_PLACES;
  if (spacing.by === 'station') return Math.max(spacing.step, least);
  return Math.max((pipe?.stick ?? Infinity) / Math.hypot(1, grade.slope ?? 0), least);
}

/** Place nearest to a distance from the low end of the line; undefined where there is none. */
export function nearestPlace(places: readonly SheetPlace[], along: UpLine): number | undefined {
  if (places.length === 0) return undefined;
  let [low, high] = [0, places.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((places[middle] as SheetPlace).along <= along) low = middle;
    else high = middle;
  }
  const off = (index: number): number => Math.abs((places[index] as SheetPlace).along - along);
  return off(high) < off(low) ? high : low;
}
