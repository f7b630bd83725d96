import type { ItemOf, Section, UpRun } from '@alveus/plan';
import type { GroundPoint, GroundProfile } from '../ground';
import { groundAt } from '../ground';
import type { RunGradeResult } from '../grade';
import { NEAR } from '../tolerance';
import { acrossShape, addAcross } from './across';
import type { Amounts, Envelope } from './envelope';
import { addStretch, kinksWith, noAmounts } from './envelope';
import type { PipeIn, Strip, TrenchForm } from './form';
import { stripsOf } from './form';
import type { Sides } from './sides';
import { ROUND_SHIELD, sidesOf, spreadFor } from './sides';
import { bottomWidth, jointsWidth } from './width';

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

/** Where a trench lies and how it is cut, without what is dug and ordered for it. */
export interface TrenchShape {
  /** Of its bottom, for its own pipe, m. */
  readonly width: number;
  readonly deepest: KnownStation | undefined;
  readonly shallowest: KnownStation | undefined;
  /** How its sides are cut; undefined where they are upright and the ground lies level across. */
  readonly sides: Sides | undefined;
  /** Up the run, where more than its own pipe lies in it, or less than all of it is dug; undefined where neither is so. */
  readonly strips: readonly Strip[] | undefined;
}

export interface RunTrench extends TrenchShape {
  /** Over the length where ground and grade are known, m³. Undefined where the pipe does not fit the trench. */
  readonly amounts: Amounts | undefined;
  /** Length left out of the amounts, m. */
  readonly missing: number;
}

/** What a trench follows from. */
export interface TrenchOf {
  readonly grade: RunGradeResult;
  readonly ground: GroundProfile;
  readonly pipe: ItemOf<'pipe'>;
  readonly section: Section;
  readonly envelope: Envelope;
  readonly form: TrenchForm | undefined;
}

export function runTrench(trench: TrenchOf): RunTrench {
  const { own, shape } = laid(trench);
  const { width, deepest, shallowest, sides, strips } = shape;
  const { grade, ground, pipe, section, envelope: of, form } = trench;
  const { low, slope } = grade;
  let amounts: Amounts | undefined;
  let missing = ground.length;
  if (low === undefined || slope === undefined || !deepest) {
    if (own >= pipe.outside - NEAR) amounts = noAmounts(of);
  } else if (own - jointsWidth(section, pipe.stick) >= pipe.outside - NEAR) {
    const line = { points: ground.points, low, slope, of };
    const past = form && form.beyond.low + form.beyond.high > 0;
    amounts =
      sides || strips || past ? amountsShaped(line, width, sides, strips, form?.beyond) : amountsAlong(line, width);
    missing = ground.missing;
  }
  return { width, deepest, shallowest, sides, strips, amounts, missing };
}

/** The same without its amounts, which are most of the work. */
export const trenchShape = (of: TrenchOf): TrenchShape => laid(of).shape;

/** @returns `own` how wide its own section asks its bottom to be, m: a shield may want more */
function laid({ grade, ground, pipe, section, envelope: of, form }: TrenchOf): {
  readonly own: number;
  readonly shape: TrenchShape;
} {
  const { low, slope } = grade;
  if (low === undefined || slope === undefined || ground.points.length === 0) {
    const own = bottomWidth(section, pipe, 0);
    const sides = form && sidesOf(form.cut, 0);
    return { own, shape: { width: own, deepest: undefined, shallowest: undefined, sides, strips: undefined } };
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
  const own = bottomWidth(section, pipe, Math.max(0, most));
  const shield = form?.cut.protection === 'shielded' ? form.cut.cut?.shield : undefined;
  const width = shield ? Math.max(own, shield.outside + 2 * ROUND_SHIELD) : own;
  const sides = form && sidesOf(form.cut, most);
  const strips = form && stripsOf(form, width, pipe, ground.length, (at) => low + slope * at - of.invert);
  const shape: TrenchShape = {
    width,
    deepest: stationAtPoint(deepest, low, slope, of),
    shallowest: stationAtPoint(shallowest, low, slope, of),
    sides,
    strips,
  };
  return { own, shape };
}

interface TrenchLine {
  readonly points: readonly GroundPoint[];
  readonly low: number;
  readonly slope: number;
  readonly of: Envelope;
}

function amountsAlong({ points, low, slope, of }: TrenchLine, width: number): Amounts {
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
  amounts.covered = width * (from.at - (points[0] as GroundPoint).at);
  return amounts;
}

/** The same with sides that spread or differ, and strip by strip. */
function amountsShaped(
  { points, low, slope, of }: TrenchLine,
  width: number,
  sides: Sides | undefined,
  strips: readonly Strip[] | undefined,
  beyond?: TrenchForm['beyond'],
): Amounts {
  const amounts = noAmounts(of);
  const first = points[0] as GroundPoint;
  const last = points[points.length - 1] as GroundPoint;
  const all = strips ?? [{ from: first.at, to: last.at, width, middle: 0, pipes: [] }];
  for (const strip of all) {
    const dig = digger(of, sides, strip);
    for (let index = 1; index < points.length; index += 1) {
      const [from, to] = [points[index - 1] as GroundPoint, points[index] as GroundPoint];
      const [begin, end] = [Math.max(from.at, strip.from), Math.min(to.at, strip.to)];
      if (end <= begin) continue;
      const at = (place: number): GroundPoint => ({
        at: place,
        elevation: from.elevation + ((to.elevation - from.elevation) * (place - from.at)) / (to.at - from.at),
      });
      const [start, stop] = [begin === from.at ? from : at(begin), end === to.at ? to : at(end)];
      dig(start, depthAt(start, low, slope, of), stop, depthAt(stop, low, slope, of), amounts);
    }
  }
  // Past its pipe the trench goes on as deep as at its end, in ground as high, with no pipe in it.
  const bare = { ...of, radius: 0 };
  const ends = [
    { at: first, strip: all.find(({ from }) => from - first.at <= NEAR), by: beyond?.low ?? 0 },
    { at: last, strip: all.find(({ to }) => last.at - to <= NEAR), by: beyond?.high ?? 0 },
  ];
  for (const { at, strip, by } of ends) {
    // Where its end lies in the trench of another run, that is dug past it.
    if (by <= 0 || !strip) continue;
    const depth = depthAt(at, low, slope, of);
    const dig = digger(bare, sides, { ...strip, pipes: [] });
    dig(at, depth, { at: at.at + by, elevation: at.elevation }, depth, amounts);
  }
  return amounts;
}

type Dig = (from: GroundPoint, depthFrom: number, to: GroundPoint, depthTo: number, into: Amounts) => void;

function digger(of: Envelope, sides: Sides | undefined, { from, to, width, middle, pipes }: Strip): Dig {
  const heightOf = (pipe: PipeIn, at: number): number =>
    pipe.from + ((pipe.to - pipe.from) * (at - from)) / Math.max(to - from, NEAR);
  if (sides && sides.across !== 0) {
    const shape = acrossShape(of, width, sides);
    const own = { right: -middle, from: of.underside, to: of.underside, radius: of.radius };
    const rise = sides.across * middle;
    return (start, depthFrom, end, depthTo, into) => {
      const there = pipes.map((pipe) => ({
        right: pipe.right - middle,
        from: heightOf(pipe, start.at),
        to: heightOf(pipe, end.at),
        radius: pipe.radius,
      }));
      addAcross(shape, end.at - start.at, depthFrom + rise, depthTo + rise, [own, ...there], into);
    };
  }
  const spread = sides && spreadFor(sides);
  const kinks = spread ? kinksWith(of, spread) : of.kinks;
  return (start, depthFrom, end, depthTo, into) => {
    const there = pipes.map((pipe) => ({
      from: heightOf(pipe, start.at),
      to: heightOf(pipe, end.at),
      radius: pipe.radius,
    }));
    addStretch(of, width, end.at - start.at, depthFrom, depthTo, into, { spread, kinks, pipes: there });
  };
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
