import type { Hand, TestPit, UpRun, Utility, Uuid } from '@alveus/plan';
import { handUp } from '@alveus/plan';
import { groundAt } from '../ground';
import { upRun } from '../length';
import type { CrossingPlace, CrossingResult, RunShape } from '../results';
import { stationAt } from '../trench';

/** What else lies in the ground at one place of a trench. Heights are over its bottom, m. */

export interface InReach {
  readonly id: Uuid;
  readonly utility: Utility;
  readonly name: string;
  readonly measured: boolean;
  readonly how: 'across' | 'beside';
  /** How far along the run it lies from here; nothing for one beside. */
  readonly along: number;
  /** For one beside: from the middle of the pipe to its own, level, and on which side, seen up the run, where that is stated. */
  readonly off: number;
  readonly side?: Hand;
  readonly top: number;
  readonly bottom: number;
}

/**
 * The utilities that lie here, or so near along the run that they are dug round by hand.
 * @param hand how far round a utility is dug by hand, m
 */
export function utilitiesInReach(
  run: RunShape,
  crossings: readonly CrossingResult[],
  at: UpRun,
  hand: number,
): readonly InReach[] {
  const { bottom: floor } = stationAt(run.grade, run.ground, run.envelope, at);
  if (floor === undefined) return [];
  return crossings.flatMap(({ crossing, at: where, stretch, top, bottom, places }): InReach[] => {
    const { id, utility, name, measured, lies, size } = crossing;
    const what = { id, utility, name, measured, how: lies.how };
    if (lies.how === 'across') {
      const along = Math.abs(at - where);
      if (top === undefined || bottom === undefined || along > hand + size / 2) return [];
      return [{ ...what, along, off: 0, top: top - floor, bottom: bottom - floor }];
    }
    if (at < stretch.from || at > stretch.to) return [];
    const level = levelsAt(places, at) ?? (top !== undefined && bottom !== undefined ? { top, bottom } : undefined);
    if (!level) return [];
    const side = lies.side && handUp(run.run, lies.side);
    const heights = { top: level.top - floor, bottom: level.bottom - floor };
    return [{ ...what, along: 0, off: lies.off, ...(side ? { side } : {}), ...heights }];
  });
}

/** Between places at which something turns, every level goes straight. */
function levelsAt(places: readonly CrossingPlace[], at: number): { top: number; bottom: number } | undefined {
  const after = places.findIndex((place) => place.at >= at);
  const next = places[after];
  const before = places[after - 1] ?? next;
  if (!next || !before) return undefined;
  const share = next.at > before.at ? (at - before.at) / (next.at - before.at) : 0;
  return {
    top: before.top + (next.top - before.top) * share,
    bottom: before.bottom + (next.bottom - before.bottom) * share,
  };
}

/**
 * Groundwater by the nearest pit on the run that met it, taken to stand level from there.
 * @returns its height over the trench bottom here, m; undefined where no pit met it, or a level is not known
 */
export function groundwaterAt(
  run: RunShape,
  pits: readonly TestPit[],
  at: UpRun,
): { readonly pit: string; readonly over: number } | undefined {
  const { bottom } = stationAt(run.grade, run.ground, run.envelope, at);
  if (bottom === undefined) return undefined;
  const met = pits.flatMap(({ name, place, groundwater }) => {
    if (groundwater === undefined || !place) return [];
    const where = upRun(run.run, run.length, place.at);
    // A pit is told under the ground as it was, whatever is cut there.
    const ground = groundAt(run.natural, where);
    return ground === undefined ? [] : [{ pit: name, over: ground - groundwater - bottom, far: Math.abs(where - at) }];
  });
  const [nearest] = met.sort((a, b) => a.far - b.far);
  return nearest && { pit: nearest.pit, over: nearest.over };
}
