import type { GroundPoint } from '../ground';
import { groundAt } from '../ground';
import type { RunResult } from '../results';
import type { Reach, Sides, Strip } from '../trench';
import { acrossShape, areaOfHole, opening, spreadFor, spreadUnder, stripsOf, TWO, widerAt } from '../trench';

/** What is dug for a run, as it depends on its inverts: so much for both at the datum, and so much less the higher they lie. */
export interface RunCost {
  readonly low: number;
  readonly high: number;
  readonly base: number;
}

/**
 * Volume of the trench over the known ground, m³, for a width of its bottom, upright sides. Linear in the inverts as long
 * as the bottom of the trench lies in the ground, which the limits see to. Where other pipes lie in it, it is as much
 * wider; where it lies in the trench of another run itself, nothing is dug for it.
 */
export function digOf(run: DugRun, width: number): RunCost {
  const strips = stripsWide(run, width);
  if (!strips) return digAlong(run, run.ground.points, width);
  // Nothing is dug where it lies in another trench; a thousandth of what it would take keeps it from lying any deeper.
  const alone = digAlong(run, run.ground.points, width * TOKEN);
  let { low, high } = alone;
  let base = 0;
  for (const strip of strips) {
    const cost = digAlong(run, pointsWithin(run.ground.points, strip), strip.width);
    low += cost.low;
    high += cost.high;
    base += cost.base;
  }
  return { low, high, base };
}

type DugRun = Pick<RunResult, 'length' | 'ground' | 'envelope' | 'form' | 'pipe'>;

/** Part of the cost of a trench of its own that a run is still told where it has none. */
const TOKEN = 1e-3;

/** Its trench in strips, for a width where only its own pipe lies; undefined of one that is one. */
function stripsWide({ form, pipe, length }: DugRun, width: number): readonly Strip[] | undefined {
  return form && pipe && stripsOf(form, width, pipe, length, () => 0);
}

/** The ground from one place to another, both of them points of it. */
function pointsWithin(points: readonly GroundPoint[], { from, to }: Reach): readonly GroundPoint[] {
  const first = points[0];
  const last = points[points.length - 1];
  if (!first || !last) return [];
  const [begin, end] = [Math.max(from, first.at), Math.min(to, last.at)];
  if (end <= begin) return [];
  const at = (place: number): GroundPoint => ({
    at: place,
    elevation: groundAt({ points }, place) ?? NaN,
  });
  return [at(begin), ...points.filter((point) => point.at > begin && point.at < end), at(end)];
}

function digAlong(
  { length, envelope }: Pick<DugRun, 'length' | 'envelope'>,
  points: readonly GroundPoint[],
  width: number,
): RunCost {
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

/**
 * What sides that spread, or meet ground that falls across, add to a trench with upright ones, for both inverts: convex,
 * since the deeper it is the wider it opens.
 */
export function sidesCost(
  run: DugRun,
  width: number,
  sides: Sides,
): (low: number, high: number) => { readonly value: number; readonly low: number; readonly high: number } {
  const { length, ground, envelope } = run;
  const strips = stripsWide(run, width) ?? [{ from: 0, to: length, width, middle: 0, pipes: [] }];
  const parts = strips.map((strip) => ({
    points: pointsWithin(ground.points, strip),
    more: moreOf(envelope, strip, sides),
  }));
  return (low, high) => {
    let [value, byLow, byHigh] = [0, 0, 0];
    for (const { points, more } of parts) {
      const depth = ({ at, elevation }: GroundPoint): number =>
        elevation + (envelope?.invert ?? 0) - (low + (at / length) * (high - low));
      for (let index = 1; index < points.length; index += 1) {
        const [from, to] = [points[index - 1] as GroundPoint, points[index] as GroundPoint];
        const [begin, end] = [depth(from), depth(to)];
        // Between its kinks what is added is square in the depth: two points are enough for it and for its slope.
        const cuts = more.kinks
          .filter((kink) => (kink - begin) * (kink - end) < 0)
          .map((kink) => (kink - begin) / (end - begin));
        const shares = [0, ...cuts.sort((a, b) => a - b), 1];
        for (let piece = 1; piece < shares.length; piece += 1) {
          const [start, stop] = [shares[piece - 1] as number, shares[piece] as number];
          for (const point of TWO) {
            const share = start + (stop - start) * point;
            const long = ((to.at - from.at) * (stop - start)) / 2;
            const deep = begin + (end - begin) * share;
            const up = (from.at + (to.at - from.at) * share) / length;
            const wider = more.wider(deep) * long;
            value += more.area(deep) * long;
            byLow -= wider * (1 - up);
            byHigh -= wider * up;
          }
        }
      }
    }
    return { value, low: byLow, high: byHigh };
  };
}

/** By the depth at its pipe: area that a trench takes beyond its upright part, how much wider than that it opens, and where both turn. */
interface More {
  area(depth: number): number;
  wider(depth: number): number;
  readonly kinks: readonly number[];
}

function moreOf(envelope: RunResult['envelope'], { width, middle }: Strip, sides: Sides): More {
  if (!envelope || sides.across === 0) {
    const spread = spreadFor(sides);
    return {
      area: (depth) => spreadUnder(spread, depth),
      wider: (depth) => (depth <= 0 ? 0 : widerAt(spread, depth)),
      kinks: spread.heights,
    };
  }
  const shape = acrossShape(envelope, width, sides);
  const rise = sides.across * middle;
  return {
    area: (depth) => areaOfHole(shape, depth + rise) - width * depth,
    wider: (depth) => {
      const { left, right } = opening(shape, depth + rise);
      return left + right - width;
    },
    kinks: shape.kinks.map((kink) => kink - rise),
  };
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
