import type { ItemOf, Section } from '@alveus/plan';
import type { GroundProfile } from '../ground';
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
  readonly at: number;
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
  /** At every known ground point, in order: between them everything runs straight. */
  readonly stations: readonly KnownStation[];
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
  const stations: KnownStation[] = [];
  if (low !== undefined && slope !== undefined) {
    for (const { at, elevation } of ground.points) stations.push(knownStation(at, elevation, low + slope * at, of));
  }
  let deepest = stations[0];
  let shallowest = stations[0];
  for (const station of stations) {
    if (station.depth > (deepest as KnownStation).depth) deepest = station;
    if (station.cover < (shallowest as KnownStation).cover) shallowest = station;
  }
  const width = trenchWidth(section.width, pipe, Math.max(0, deepest?.depth ?? 0));
  const fits = width >= pipe.outside - NEAR;
  const missing = stations.length > 0 && fits ? ground.missing : ground.length;
  let amounts: Amounts | undefined;
  if (fits) {
    amounts = noAmounts(of);
    for (let index = 1; index < stations.length; index += 1) {
      const a = stations[index - 1] as KnownStation;
      const b = stations[index] as KnownStation;
      addStretch(of, width, b.at - a.at, a.depth, b.depth, amounts);
    }
  }
  return { width, stations, deepest, shallowest, amounts, missing };
}

function knownStation(at: number, ground: number, invert: number, of: Envelope): KnownStation {
  const bottom = invert - of.invert;
  const depth = ground - bottom;
  return { at, ground, invert, bottom, depth, cover: depth - of.underside - 2 * of.radius };
}

/** Levels at any distance up the run. */
export function stationAt(grade: RunGradeResult, ground: GroundProfile, of: Envelope | undefined, at: number): Station {
  const elevation = groundAt(ground, at);
  const invert = grade.low === undefined || grade.slope === undefined ? undefined : grade.low + grade.slope * at;
  if (invert !== undefined && elevation !== undefined && of) return knownStation(at, elevation, invert, of);
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

