import type { ItemOf, Section, UpRun } from '@alveus/plan';
import type { GroundPoint, GroundProfile } from '../ground';
import { groundAt } from '../ground';
import type { RunGradeResult } from '../grade';
import { NEAR } from '../tolerance';
import type { Amounts, Envelope } from './envelope';
import { addStretch, noAmounts } from './envelope';
import { trenchWidth } from './width';

/** The trench of one run: how deep along it, how wide, and what goes in. */

/** Levels at one distance up a run. What follows from unknown ground or an open grade is undefined. */
export interface Station {
  /** Distance from the run's lower node, m. */
  readonly at: UpRun;
  readonly ground: number | undefined;
  readonly invert: number | undefined;
  readonly bottom: number | undefined;
  /** Ground to trench bottom, m; negative where the bottom is out of the ground. */
  readonly depth: number | undefined;
  /** Ground to the outside crown, m. */
  readonly cover: number | undefined;
}

/** A station where everything is known. */
export type KnownStation = { readonly [K in keyof Station]: number };

export interface RunTrench {
  readonly width: number;
  readonly deepest: KnownStation | undefined;
  readonly shallowest: KnownStation | undefined;
  /** Over the length where ground and grade are known, m³. Undefined where the pipe does not fit the trench. */
  readonly amounts: Amounts | undefined;
  /** Length left out of the amounts, m. */
  readonly missing: number;
}

export function runTrench(
  grade: RunGradeResult,
  ground: GroundProfile,
  pipe: ItemOf<'pipe'>,
  section: Section,
  of: Envelope,
): RunTrench {
  const { low, slope } = grade;
  if (low === undefined || slope === undefined || ground.points.length === 0) {
    const width = trenchWidth(section.width, pipe, 0);
    return {
      width,
      deepest: undefined,
      shallowest: undefined,
      amounts: width >= pipe.outside - NEAR ? noAmounts(of) : undefined,
      missing: ground.length,
    };
  }
  const { points } = ground;
  // Cover is depth less what is the same all along, so one search finds the ends of both.
  let deepest = points[0] as GroundPoint;
  let shallowest = deepest;
  let most = depthAt(deepest, low, slope, of);
  let least = most;
  for (let index = 1; index < points.length; index += 1) {
    const point = points[index] as GroundPoint;
    const depth = depthAt(point, low, slope, of);
    if (depth > most) {
      most = depth;
      deepest = point;
    } else if (depth < least) {
      least = depth;
      shallowest = point;
    }
  }
  const width = trenchWidth(section.width, pipe, Math.max(0, most));
  const fits = width >= pipe.outside - NEAR;
  return {
    width,
    deepest: stationAtPoint(deepest, low, slope, of),
    shallowest: stationAtPoint(shallowest, low, slope, of),
    amounts: fits ? amountsAlong(points, low, slope, width, of) : undefined,
    missing: fits ? ground.missing : ground.length,
  };
}

function amountsAlong(
  points: readonly GroundPoint[],
  low: number,
  slope: number,
  width: number,
  of: Envelope,
): Amounts {
  const amounts = noAmounts(of);
  let from = points[0] as GroundPoint;
  let depthFrom = depthAt(from, low, slope, of);
  for (let index = 1; index < points.length; index += 1) {
    const to = points[index] as GroundPoint;
    const depthTo = depthAt(to, low, slope, of);
    addStretch(of, width, to.at - from.at, depthFrom, depthTo, amounts);
    from = to;
    depthFrom = depthTo;
  }
  return amounts;
}

function depthAt({ at, elevation }: GroundPoint, low: number, slope: number, of: Envelope): number {
  return elevation - (low + slope * at - of.invert);
}

function stationAtPoint({ at, elevation }: GroundPoint, low: number, slope: number, of: Envelope): KnownStation {
  return stationOf(at, elevation, low + slope * at, of);
}

const NO_STATIONS: readonly KnownStation[] = [];

/** Stations at every known ground point, in order up the run: between them everything runs straight. */
export function stationsOf(
  { low, slope }: RunGradeResult,
  { points }: GroundProfile,
  of: Envelope | undefined,
): readonly KnownStation[] {
  if (low === undefined || slope === undefined || !of) return NO_STATIONS;
  return points.map((point) => stationAtPoint(point, low, slope, of));
}

function stationOf(at: UpRun, ground: number, invert: number, of: Envelope): KnownStation {
  const bottom = invert - of.invert;
  const depth = ground - bottom;
  return { at, ground, invert, bottom, depth, cover: depth - of.underside - 2 * of.radius };
}

/** Levels at any distance up the run. */
export function stationAt(grade: RunGradeResult, ground: GroundProfile, of: Envelope | undefined, at: UpRun): Station {
  const elevation = groundAt(ground, at);
  const invert = grade.low === undefined || grade.slope === undefined ? undefined : grade.low + grade.slope * at;
  if (invert !== undefined && elevation !== undefined && of) return stationOf(at, elevation, invert, of);
  return {
    at,
    ground: elevation,
    invert,
    bottom: invert === undefined || !of ? undefined : invert - of.invert,
    depth: undefined,
    cover: undefined,
  };
}

/** Length of the pipe itself, along its slope, m. */
export function slopedLength(length: number, slope: number | undefined): number {
  return length * Math.hypot(1, slope ?? 0);
}
