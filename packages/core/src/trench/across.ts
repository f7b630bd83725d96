import { keptWith } from '../kept-with';
import { meanDisc } from './disc';
import type { Amounts, Envelope } from './envelope';
import { TWO } from './gauss';
import type { Sides, Wall } from './sides';
import { outAt, wallOf } from './sides';

/**
 * A trench in ground that falls across it. What stands on its bottom is level; the ground, and what hangs from it, runs
 * straight from side to side and meets each at another height. Everything is told from the middle of the bottom: the
 * height there, and how much it rises to the right.
 */

/** A pipe in the cross-section: from the middle to the right, its lowest point over the bottom at both ends of a stretch, its outer radius. */
export interface PipeAt {
  readonly right: number;
  readonly from: number;
  readonly to: number;
  readonly radius: number;
}

/** The floor of one half from the middle out: each piece from where to where, at what height it begins, and how it rises. */
interface Floor {
  readonly from: number;
  readonly to: number;
  readonly height: number;
  readonly rise: number;
}

export interface AcrossShape {
  readonly of: Envelope;
  readonly width: number;
  readonly across: number;
  readonly halves: readonly [left: readonly Floor[], right: readonly Floor[]];
  /** Depths, in the middle, at which the ground comes to a corner of the hole; in any order. */
  readonly kinks: readonly number[];
  readonly tops: readonly Top[];
}

/** What lies under the top of a layer: under this level, and under the ground less `cap`; and under the ground less `hung` besides. */
interface Top {
  readonly level: number;
  readonly cap: number;
  readonly hung: number | undefined;
  /** Depths, in the middle, at which that changes its way; in any order. */
  readonly kinks: readonly number[];
  /** Area of the hole under the level, m², and the depths from which nothing that hangs comes down to it. */
  readonly full: number;
  readonly clear: number;
  readonly clearOfHung: number;
}

/** The floors of both halves. */
export function halvesOf({ left, right }: Pick<Sides, 'left' | 'right'>, width: number): AcrossShape['halves'] {
  return [floorsOf(wallOf(left), width / 2), floorsOf(wallOf(right), width / 2)];
}

export function acrossShape(of: Envelope, width: number, { left, right, across }: Sides): AcrossShape {
  const walls = [wallOf(left), wallOf(right)] as const;
  const halves = halvesOf({ left, right }, width);
  const half = width / 2;
  const hole: Hole = { walls, corners: [cornersOf(walls[0], half), cornersOf(walls[1], half)], half, across };
  const ground = kinksOf(hole, NaN, [0]);
  const tops = topsOf(of).map(({ level, cap, hung }, index): Top => {
    // Surface layers hang from the ground and know no level.
    const stands = index < of.firstSurface;
    const clear = clearAt(hole, level);
    return {
      level,
      cap,
      hung,
      kinks:
        cap === 0 && !stands
          ? ground
          : kinksOf(hole, stands ? level : NaN, hung === undefined || hung === cap ? [0, cap] : [0, cap, hung]),
      full: stands ? areaUnder({ halves, across }, level, clear - cap, cap) : NaN,
      clear: clear - cap,
      clearOfHung: clear - (hung ?? 0),
    };
  });
  return { of, width, across, halves, tops, kinks: ground };
}

/** Turns a wall that is told by its height into a floor that is told by how far out it is. */
function floorsOf({ heights, outs, rates }: Wall, half: number): readonly Floor[] {
  const floors: Floor[] = [{ from: 0, to: half, height: 0, rise: 0 }];
  let out = 0;
  heights.forEach((height, index) => {
    const [foot, rate] = [outs[index] as number, rates[index] as number];
    if (foot > out) floors.push({ from: half + out, to: half + foot, height, rise: 0 });
    const top = heights[index + 1];
    const end = top === undefined ? Infinity : foot + rate * (top - height);
    if (rate > 0) floors.push({ from: half + foot, to: half + end, height, rise: 1 / rate });
    out = rate > 0 ? end : foot;
  });
  return floors;
}

type TopOf = Pick<Top, 'level' | 'cap' | 'hung'>;

/** What stands on the bottom reaches the highest of itself; what hangs comes down to the lowest under the surface. */
const topsOf = keptWith(({ layers, surface, firstSurface }: Envelope): readonly TopOf[] => {
  let level = 0;
  let hung: number | undefined;
  return layers.map(({ top }, index): TopOf => {
    if (top.from === 'bottom') level = Math.max(level, top.height);
    else {
      const under = Math.min(top.offset, index < firstSurface ? -surface : 0);
      hung = hung === undefined ? under : Math.max(hung, under);
    }
    return { level, cap: index < firstSurface ? -surface : Math.max(hung ?? 0, -surface), hung };
  });
});

/** Corners of one half, each how far out and how high, by turns. */
type Corners = readonly number[];

function cornersOf({ heights, outs, rates }: Wall, half: number): Corners {
  const corners: number[] = [0, 0, half, 0];
  for (let piece = 0; piece < heights.length; piece += 1) {
    const height = heights[piece] as number;
    corners.push(half + (outs[piece] as number), height);
    if (piece === 0) continue;
    const foot = heights[piece - 1] as number;
    const out = (outs[piece - 1] as number) + (rates[piece - 1] as number) * (height - foot);
    corners.push(half + out, height);
  }
  return corners;
}

/**
 * Depths, in the middle, at which the ground or what hangs from it comes to a corner, or to a level over one; in any order.
 * @param level NaN where nothing stands @param offsets of what hangs from the ground, the ground itself among it
 */
function kinksOf({ walls, corners, half, across }: Hole, level: number, offsets: readonly number[]): readonly number[] {
  const kinks: number[] = [];
  const stands = !Number.isNaN(level);
  for (let side = 0; side < 2; side += 1) {
    const rises = side === 0 ? -across : across;
    const reach = stands ? half + outAt(walls[side] as Wall, level) : 0;
    const of = corners[side] as Corners;
    for (let which = 0; which < offsets.length; which += 1) {
      const offset = offsets[which] as number;
      for (let index = 0; index < of.length; index += 2) {
        const height = of[index + 1] as number;
        const down = rises * (of[index] as number) + offset;
        kinks.push(height - down);
        if (height !== 0) kinks.push(-down);
        if (stands) kinks.push(level - down);
      }
      if (stands) kinks.push(level - rises * reach - offset);
    }
  }
  return kinks;
}

/** How high the ground must stand in the middle to be over a level all across the hole. */
function clearAt({ walls, half, across }: Hole, level: number): number {
  const left = half + outAt(walls[0], level);
  const right = half + outAt(walls[1], level);
  return level + Math.max(0, across * left, -across * right);
}

interface Hole {
  readonly walls: readonly [Wall, Wall];
  readonly corners: readonly [Corners, Corners];
  readonly half: number;
  readonly across: number;
}

/** Area of one half under a level and under a line that rises outwards, as far out as the ground is over the floor. */
function halfUnder(floors: readonly Floor[], level: number, line: number, ground: number, rises: number): number {
  let area = 0;
  for (let index = 0; index < floors.length; index += 1) {
    const { from, to, height, rise } = floors[index] as Floor;
    // The ground meets the side here or further in: nothing is dug beyond.
    if (from > 0 && ground + rises * from <= height) break;
    let end = to;
    const over = ground + rises * from - height;
    if (from > 0 && rise > rises) end = Math.min(to, from + over / (rise - rises));
    if (!Number.isFinite(end)) return Infinity;
    area += between(level - height, line + rises * from - height, rises, rise, end - from);
  }
  return area;
}

/** Area between a floor that rises and the lower of a level and a line, where these are over it; heights at its beginning. */
function between(level: number, line: number, rises: number, rise: number, long: number): number {
  const turn = rises === 0 ? -1 : (level - line) / rises;
  const at = (out: number): number => Math.min(level, line + rises * out) - rise * out;
  if (turn <= 0 || turn >= long) return areaOver(at(0), at(long), long);
  const middle = at(turn);
  return areaOver(at(0), middle, turn) + areaOver(middle, at(long), long - turn);
}

/** Area over nothing of what goes straight from one height to another. */
export function areaOver(from: number, to: number, long: number): number {
  if (from >= 0 && to >= 0) return ((from + to) / 2) * long;
  if (from <= 0 && to <= 0) return 0;
  const most = Math.max(from, to);
  return (most * most * long) / (2 * Math.abs(to - from));
}

/** Area under a level and under the ground less so much, m². @param depth ground over the bottom, in the middle */
function areaUnder(
  { halves, across }: Pick<AcrossShape, 'halves' | 'across'>,
  level: number,
  depth: number,
  offset: number,
): number {
  return (
    halfUnder(halves[0], level, depth + offset, depth, -across) +
    halfUnder(halves[1], level, depth + offset, depth, across)
  );
}

/** Area of the hole, m². @param depth ground over the bottom, in the middle */
export const areaOfHole = (shape: AcrossShape, depth: number): number => areaUnder(shape, Infinity, depth, 0);

/** Area of the hole under the top of a layer, pipes among it, m². */
function areaUnderTop(shape: AcrossShape, index: number, depth: number): number {
  const { level, cap, hung, full, clear, clearOfHung } = shape.tops[index] as Top;
  if (index >= shape.of.firstSurface) return areaUnder(shape, Infinity, depth, cap);
  const standing = depth >= clear ? full : areaUnder(shape, level, depth, cap);
  if (hung === undefined) return standing;
  const both = depth >= clearOfHung ? full : areaUnder(shape, level, depth, hung);
  return standing + areaUnder(shape, Infinity, depth, hung) - both;
}

/**
 * Adds the volumes of a stretch over which the depth in the middle goes evenly from `from` to `to` (m³): exact, but where
 * both the ground and a level cut a pipe within its circle, which is integrated until nothing changes any more.
 */
export function addAcross(
  shape: AcrossShape,
  length: number,
  from: number,
  to: number,
  pipes: readonly PipeAt[],
  into: Amounts,
): void {
  if (length <= 0) return;
  addPolygons(shape, length, from, to, into);
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const shareOf = (depth: number): number => (from === to ? 0 : (depth - from) / (to - from));
  eachPiece(shape.kinks, low, high, (start, end) => {
    const share = high > low ? (end - start) / (high - low) : 1;
    const ends = high > low ? ([shareOf(start), shareOf(end)] as const) : ([0, 1] as const);
    for (const pipe of pipes) addDisc(shape, length * share, start, end, pipe, ends, into);
  });
}

/** The pieces that kinks part a stretch of depths into. */
function eachPiece(
  kinks: readonly number[],
  low: number,
  high: number,
  piece: (start: number, end: number) => void,
): void {
  let between: number[] | undefined;
  for (let index = 0; index < kinks.length; index += 1) {
    const kink = kinks[index] as number;
    if (kink > low && kink < high) (between ??= []).push(kink);
  }
  let start = low;
  if (between) {
    between.sort((a, b) => a - b);
    for (const kink of between) {
      // Those of two sides that are alike fall together.
      if (kink - start < 1e-12) continue;
      piece(start, kink);
      start = kink;
    }
  }
  piece(start, high);
}

/** How far out of the middle one half of the hole opens at the ground, m. */
function openTo(floors: readonly Floor[], ground: number, rises: number): number {
  let open = 0;
  for (const { from, to, height, rise } of floors) {
    const over = ground + rises * from - height;
    if (from > 0 && over <= 0) break;
    open = from > 0 && rise > rises ? Math.min(to, from + over / (rise - rises)) : to;
  }
  return open;
}

/** From the middle, how far the hole opens at the ground, m. @param depth ground over the bottom, in the middle */
export function opening(
  { halves, across }: Pick<AcrossShape, 'halves' | 'across'>,
  depth: number,
): { readonly left: number; readonly right: number } {
  return { left: openTo(halves[0], depth, -across), right: openTo(halves[1], depth, across) };
}

/**
 * From the bottom up to where each side meets the ground, m: on the side to which the ground rises that is more than the
 * depth in the middle.
 */
export function faceHeights(
  sides: Sides | undefined,
  width: number,
  depth: number,
): { readonly left: number; readonly right: number } {
  if (!sides || sides.across === 0) return { left: depth, right: depth };
  const { left, right } = opening({ halves: halvesOf(sides, width), across: sides.across }, depth);
  return { left: depth - sides.across * left, right: depth + sides.across * right };
}

/** Everything under the tops, as if there were no pipes: between its kinks each is at most square in the depth. */
function addPolygons(shape: AcrossShape, length: number, from: number, to: number, into: Amounts): void {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const mean = (kinks: readonly number[], of: (depth: number) => number): number => {
    if (high <= low) return of(low);
    let sum = 0;
    eachPiece(kinks, low, high, (start, end) => {
      const long = end - start;
      sum += ((of(start + long * TWO[0]) + of(start + long * TWO[1])) / 2) * long;
    });
    return sum / (high - low);
  };
  into.covered +=
    mean(shape.kinks, (depth) => {
      const { left, right } = opening(shape, depth);
      return left + right;
    }) * length;
  let under = 0;
  for (let index = 0; index < shape.tops.length; index += 1) {
    const { kinks, hung, full, clear } = shape.tops[index] as Top;
    const settled = index < shape.of.firstSurface && hung === undefined && low >= clear;
    const upTo = settled ? full : mean(kinks, (depth) => areaUnderTop(shape, index, depth));
    into.layers[index] = (into.layers[index] as number) + (upTo - under) * length;
    under = upTo;
  }
  into.excavation += under * length;
}

function addDisc(
  shape: AcrossShape,
  length: number,
  from: number,
  to: number,
  pipe: PipeAt,
  [first, last]: readonly [number, number],
  into: Amounts,
): void {
  const { across, tops, of } = shape;
  const { right, radius } = pipe;
  const rise = pipe.to - pipe.from;
  const [low, high] = [pipe.from + rise * first, pipe.from + rise * last];
  const [near, far] = [from + across * right - low, to + across * right - high];
  const disc = (level: number, offset: number): number =>
    meanDisc(level - low, level - high, near + offset, far + offset, across, radius);
  // What of it would lie under the bottom is not in the trench.
  const buried = disc(0, 0);
  let under = 0;
  for (let index = 0; index < tops.length; index += 1) {
    const { level, cap, hung } = tops[index] as Top;
    const surface = index >= of.firstSurface;
    let upTo = disc(surface ? Infinity : level, cap);
    if (!surface && hung !== undefined) upTo += disc(Infinity, hung) - disc(level, hung);
    upTo = Math.max(0, upTo - buried);
    into.layers[index] = (into.layers[index] as number) - (upTo - under) * length;
    under = upTo;
  }
  into.pipe += under * length;
}
