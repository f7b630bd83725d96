import type { Clearance, Crossing, FromA, Profile, Run, Service, UpRun, Utility } from '@alveus/plan';
import { FOOT, INCH, serviceOf } from '@alveus/plan';
import { upRun } from '../length';

/** Utilities across and beside a run: how high they lie there, and how much room is left. */

export interface CrossingResult {
  readonly crossing: Crossing;
  /** Where along the run it is judged, m: where it crosses, or the tightest place beside it. */
  readonly at: UpRun;
  /** The stretch of the run that it lies along, m; one place where it crosses. */
  readonly stretch: { readonly from: UpRun; readonly to: UpRun };
  /** Elevations of its outside; undefined where only a depth is known, and no ground. */
  readonly top: number | undefined;
  readonly bottom: number | undefined;
  /** Between the outsides of the two, plumb: positive when they are apart. Undefined where a level is not known. */
  readonly gap: number | undefined;
  /** Whether it lies over our pipe. */
  readonly over: boolean | undefined;
  /** For one beside: between the outsides, level. */
  readonly beside: number | undefined;
  /** Trench bottom to its underside; negative where the trench passes under it or cuts it. Undefined where not known. */
  readonly aboveBottom: number | undefined;
}

const COMMON = 'common practice';
/** From memory of the recommended standards for waterworks: sewers pass 18 in under drinking water, and 10 ft beside it. */
const WATERWORKS = 'Recommended Standards for Water Works (from memory)';

const common: Clearance = { above: FOOT, below: FOOT, beside: FOOT, source: COMMON };

export const DEFAULT_CLEARANCES: Readonly<Record<Utility, Clearance>> = {
  electric: common,
  gas: common,
  communication: common,
  water: common,
  sewer: common,
  reclaimed: common,
  other: common,
};
/** What carries sewage keeps further from drinking water. */
export const SEWER_TO_WATER: Clearance = { above: 18 * INCH, below: 18 * INCH, beside: 10 * FOOT, source: WATERWORKS };
export const DEFAULT_HAND_DIG = { each: 24 * INCH, source: 'common practice; the local rule decides' } as const;

/** The clearance in force between a line of a service and a utility. */
export function clearanceFor(profile: Pick<Profile, 'clearances'>, service: Service, utility: Utility): Clearance {
  const stated = profile.clearances?.[utility];
  if (stated) return stated;
  return utility === 'water' && serviceOf(service).sewage ? SEWER_TO_WATER : DEFAULT_CLEARANCES[utility];
}

export function handDigFor(profile: Pick<Profile, 'handDig'>): { readonly each: number; readonly source: string } {
  return profile.handDig ?? DEFAULT_HAND_DIG;
}

export interface PipeLevels {
  readonly ground: number | undefined;
  /** Underside and crown of our pipe, outside. */
  readonly underside: number | undefined;
  readonly crown: number | undefined;
  readonly bottom: number | undefined;
}

/**
 * @param run the run it lies at, and its length in m: places are told from its end a, and judged up the run
 * @param levelsAt our own levels at a distance up the run, m @param outside our pipe's outside diameter, m
 */
export function crossingResult(
  crossing: Crossing,
  run: Pick<Run, 'flow'>,
  length: number,
  outside: number,
  levelsAt: (at: UpRun) => PipeLevels,
): CrossingResult {
  const { lies } = crossing;
  const place = (at: FromA): UpRun => Math.min(length, Math.max(0, upRun(run, length, at)));
  if (lies.how === 'across') {
    const at = place(lies.at);
    return resultAt(crossing, at, { from: at, to: at }, undefined, levelsAt);
  }
  const ends = [place(lies.from), place(lies.to)].sort((a, b) => a - b) as [UpRun, UpRun];
  const stretch = { from: ends[0], to: ends[1] };
  const beside = lies.off - (outside + crossing.size) / 2;
  // The line runs straight, and so does the utility between what is known: the tightest place is at an end.
  const [first, last] = ends.map((at) => resultAt(crossing, at, stretch, beside, levelsAt)) as [
    CrossingResult,
    CrossingResult,
  ];
  return (last.gap ?? Infinity) < (first.gap ?? Infinity) ? last : first;
}

function resultAt(
  crossing: Crossing,
  at: UpRun,
  stretch: CrossingResult['stretch'],
  beside: number | undefined,
  levelsAt: (at: UpRun) => PipeLevels,
): CrossingResult {
  const { ground, underside, crown, bottom: trench } = levelsAt(at);
  const { by, of, value } = crossing.level;
  const stated = by === 'elevation' ? value : ground === undefined ? undefined : ground - value;
  const top = stated === undefined ? undefined : of === 'top' ? stated : stated + crossing.size / 2;
  const bottom = top === undefined ? undefined : top - crossing.size;
  const known = top !== undefined && bottom !== undefined && underside !== undefined && crown !== undefined;
  const over = known ? top + bottom > underside + crown : undefined;
  return {
    crossing,
    at,
    stretch,
    top,
    bottom,
    gap: known ? (over ? bottom - crown : underside - top) : undefined,
    over,
    beside,
    aboveBottom: bottom === undefined || trench === undefined ? undefined : bottom - trench,
  };
}
