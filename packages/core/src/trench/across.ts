import { areaBelow, meanAreaBelow } from '../pipe';
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
  /** Depths, in the middle, at which something changes its way; in order. */
  readonly kinks: readonly number[];
  /** What lies under the top of each layer: under this level, and under the ground less `cap`; and under the ground less `hung` besides. */
  readonly tops: readonly Top[];
}

interface Top {
  readonly level: number;
  readonly cap: number;
  readonly hung: number | undefined;
}

/** The floors of both halves. */
export function halvesOf({ left, right }: Pick<Sides, 'left' | 'right'>, width: number): AcrossShape['halves'] {
  return [floorsOf(wallOf(left), width / 2), floorsOf(wallOf(right), width / 2)];
}

export function acrossShape(of: Envelope, width: number, { left, right, across }: Sides): AcrossShape {
  const walls = [wallOf(left), wallOf(right)] as const;
  const halves = halvesOf({ left, right }, width);
  const tops = topsOf(of);
  return { of, width, across, halves, tops, kinks: kinksOf(of, walls, width / 2, across, tops) };
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

/** What stands on the bottom reaches the highest of itself; what hangs comes down to the lowest under the surface. */
function topsOf({ layers, surface, firstSurface }: Envelope): readonly Top[] {
  let level = 0;
  let hung: number | undefined;
  return layers.map(({ top }, index): Top => {
    if (top.from === 'bottom') level = Math.max(level, top.height);
    else {
      const under = Math.min(top.offset, index < firstSurface ? -surface : 0);
      hung = hung === undefined ? under : Math.max(hung, under);
    }
    return { level, cap: index < firstSurface ? -surface : Math.max(hung ?? 0, -surface), hung };
  });
}

function kinksOf(
  of: Envelope,
  walls: readonly [Wall, Wall],
  half: number,
  across: number,
  tops: readonly Top[],
): readonly number[] {
  const offsets = new Set([0, -of.surface]);
  const levels = new Set<number>([0]);
  for (const { level, cap, hung } of tops) {
    levels.add(level);
    offsets.add(cap);
    if (hung !== undefined) offsets.add(hung);
  }
  const heights: number[] = [];
  walls.forEach((wall, index) => {
    const rises = index === 0 ? -across : across;
    const corners: (readonly [out: number, height: number])[] = [
      [0, 0],
      [half, 0],
    ];
    wall.heights.forEach((height, piece) => {
      corners.push([half + (wall.outs[piece] as number), height]);
      if (piece > 0) {
        const foot = wall.heights[piece - 1] as number;
        const before = (wall.outs[piece - 1] as number) + (wall.rates[piece - 1] as number) * (height - foot);
        corners.push([half + before, height]);
      }
    });
    for (const [out, height] of corners) {
      heights.push(height - rises * out);
      for (const level of levels) heights.push(level - rises * out);
    }
    for (const level of levels) heights.push(level - rises * (half + outAt(wall, level)));
  });
  const kinks = new Set<number>();
  for (const height of heights) for (const offset of offsets) kinks.add(height - offset);
  return [...kinks].sort((one, other) => one - other);
}

/** Area of one half under a level and under a line that rises outwards, as far out as the ground is over the floor. */
function halfUnder(floors: readonly Floor[], level: number, line: number, ground: number, rises: number): number {
  let area = 0;
  for (const { from, to, height, rise } of floors) {
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
  if (turn <= 0 || turn >= long) return over(at(0), at(long), long);
  const middle = at(turn);
  return over(at(0), middle, turn) + over(middle, at(long), long - turn);
}

/** Area over nothing of what goes straight from one height to another. */
function over(from: number, to: number, long: number): number {
  if (from >= 0 && to >= 0) return ((from + to) / 2) * long;
  if (from <= 0 && to <= 0) return 0;
  const most = Math.max(from, to);
  return (most * most * long) / (2 * Math.abs(to - from));
}

/** Area under a level and under the ground less so much, m². @param depth ground over the bottom, in the middle */
function areaUnder({ halves, across }: AcrossShape, level: number, depth: number, offset: number): number {
  return (
    halfUnder(halves[0], level, depth + offset, depth, -across) +
    halfUnder(halves[1], level, depth + offset, depth, across)
  );
}

/** Area of the hole under the top of each layer, pipes among it, m². @param depth ground over the bottom, in the middle */
export function areasUnder(shape: AcrossShape, depth: number): readonly number[] {
  return shape.tops.map(({ level, cap, hung }, index) => {
    if (index >= shape.of.firstSurface) return areaUnder(shape, Infinity, depth, cap);
    const standing = areaUnder(shape, level, depth, cap);
    if (hung === undefined) return standing;
    return standing + areaUnder(shape, Infinity, depth, hung) - areaUnder(shape, level, depth, hung);
  });
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
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const shareOf = (depth: number): number => (from === to ? 0 : (depth - from) / (to - from));
  let start = low;
  const piece = (end: number): void => {
    const share = high > low ? (end - start) / (high - low) : 1;
    addPolygons(shape, length * share, start, end, into);
    const ends = high > low ? ([shareOf(start), shareOf(end)] as const) : ([0, 1] as const);
    for (const pipe of pipes) addDisc(shape, length * share, start, end, pipe, ends, into);
  };
  for (const kink of shape.kinks) {
    if (kink <= start) continue;
    if (kink >= high) break;
    piece(kink);
    start = kink;
  }
  piece(high);
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

function addPolygons(shape: AcrossShape, length: number, from: number, to: number, into: Amounts): void {
  for (const share of TWO) {
    const { left, right } = opening(shape, from + (to - from) * share);
    into.covered += ((left + right) / 2) * length;
  }
  const areas = TWO.map((share) => areasUnder(shape, from + (to - from) * share));
  let under = 0;
  for (let index = 0; index < shape.tops.length; index += 1) {
    const upTo = ((areas[0]?.[index] as number) + (areas[1]?.[index] as number)) / 2;
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
  { right, radius, ...pipe }: PipeAt,
  [first, last]: readonly [number, number],
  into: Amounts,
): void {
  const { across, tops } = shape;
  const lowest = [pipe.from + (pipe.to - pipe.from) * first, pipe.from + (pipe.to - pipe.from) * last] as const;
  const ground = [from, to].map((depth, end) => depth + across * right - (lowest[end] as number)) as [number, number];
  const disc = (level: number, offset: number): number =>
    meanDisc([level - lowest[0], level - lowest[1]], [ground[0] + offset, ground[1] + offset], across, radius);
  // What of it would lie under the bottom is not in the trench.
  const buried = disc(0, 0);
  let under = 0;
  tops.forEach(({ level, cap, hung }, index) => {
    const surface = index >= shape.of.firstSurface;
    let upTo = disc(surface ? Infinity : level, cap);
    if (!surface && hung !== undefined) upTo += disc(Infinity, hung) - disc(level, hung);
    upTo = Math.max(0, upTo - buried);
    into.layers[index] = (into.layers[index] as number) - (upTo - under) * length;
    under = upTo;
  });
  into.pipe += under * length;
}

type Ends = readonly [from: number, to: number];

/**
 * Mean area of a disc under a level and under a line, while both go evenly from one height over its lowest point to
 * another; the line's height is that over its middle.
 */
function meanDisc(level: Ends, line: Ends, across: number, radius: number): number {
  const square = Math.hypot(1, across);
  // Over the lowest point as the crow flies to the line.
  const near = line.map((height) => radius + (height - radius) / square) as unknown as Ends;
  const clear = 2 * radius;
  if (level[0] <= 0 && level[1] <= 0) return 0;
  if (near[0] <= 0 && near[1] <= 0) return 0;
  if (near[0] >= clear && near[1] >= clear) return meanAreaBelow(level[0], level[1], radius);
  if (level[0] >= clear && level[1] >= clear) return meanAreaBelow(near[0], near[1], radius);
  const at = (ends: Ends, share: number): number => ends[0] + (ends[1] - ends[0]) * share;
  const chord = (share: number): number => Math.sqrt(Math.max(0, at(level, share) * (clear - at(level, share))));
  // Where the line comes to the lowest and the highest of the disc, where the level does, and where the two meet on its circle.
  const turns = [
    ...rootsOf((share) => at(near, share)),
    ...rootsOf((share) => at(near, share) - clear),
    ...rootsOf((share) => at(level, share)),
    ...rootsOf((share) => at(level, share) - clear),
    ...rootsOf((share) => at(line, share) + across * chord(share) - at(level, share)),
    ...rootsOf((share) => at(line, share) - across * chord(share) - at(level, share)),
  ];
  return integral(
    (share) => discUnder(at(level, share), at(line, share), across, radius),
    [0, ...turns.sort((one, other) => one - other), 1],
    1e-13 * radius * radius,
  );
}

/** Places between 0 and 1 at which a smooth function is nothing, as far as it changes its sign within a sixteenth. */
function rootsOf(f: (share: number) => number): number[] {
  const roots: number[] = [];
  const steps = 16;
  let before = f(0);
  for (let step = 1; step <= steps; step += 1) {
    const value = f(step / steps);
    if (before < 0 !== value < 0) {
      let [low, high] = [(step - 1) / steps, step / steps];
      for (let turn = 0; turn < 50; turn += 1) {
        const middle = (low + high) / 2;
        if (f(middle) < 0 === before < 0) low = middle;
        else high = middle;
      }
      roots.push((low + high) / 2);
    }
    before = value;
  }
  return roots;
}

/** Area of a disc under a level and under a line, both told over its lowest point, the line in the disc's middle. */
export function discUnder(level: number, line: number, across: number, radius: number): number {
  const full = Math.PI * radius * radius;
  const up = level - radius;
  const near = (line - radius) / Math.hypot(1, across);
  const underLevel = areaBelow(level, radius);
  const underLine = areaBelow(radius + near, radius);
  if (up >= radius) return underLine;
  if (near >= radius) return underLevel;
  if (up <= -radius || near <= -radius) return 0;
  // Half the arcs that both cut off, from their middles: that of the level points up, that of the line aslant.
  const [ofLevel, ofLine] = [Math.acos(up / radius), Math.acos(near / radius)];
  const aslant = Math.atan(across);
  const apart = Math.abs(aslant);
  if (apart >= ofLevel + ofLine) return underLevel + underLine - full;
  if (apart <= Math.abs(ofLevel - ofLine)) return Math.min(underLevel, underLine);
  if (apart >= 2 * Math.PI - ofLevel - ofLine) return 0;
  const from = Math.max(-ofLevel, aslant - ofLine);
  const to = Math.min(ofLevel, aslant + ofLine);
  const point = (angle: number): readonly [number, number] => [-radius * Math.sin(angle), radius * Math.cos(angle)];
  // Where the two cross.
  const x = (level - line) / across;
  const [[ax, ay], [bx, by]] = [point(from), point(to)];
  const triangle = ((ax - x) * (by - up) - (bx - x) * (ay - up)) / 2;
  const both = triangle + (radius * radius * (to - from - Math.sin(to - from))) / 2;
  return underLevel + underLine - full + both;
}

/** Ten-point Gauss-Legendre abscissae and weights on [-1, 1] (Abramowitz and Stegun, table 25.4). */
const GAUSS = [
  [0.1488743389816312, 0.2955242247147529],
  [0.4333953941292472, 0.2692667193099963],
  [0.6794095682990244, 0.219086362515982],
  [0.8650633666889845, 0.1494513491505806],
  [0.9739065285171717, 0.0666713443086881],
] as const;

function gauss(f: (x: number) => number, a: number, b: number): number {
  const [half, middle] = [(b - a) / 2, (a + b) / 2];
  let sum = 0;
  for (const [x, weight] of GAUSS) sum += weight * (f(middle - half * x) + f(middle + half * x));
  return half * sum;
}

/** Sum over pieces, each halved until whole and halves agree. */
function integral(f: (x: number) => number, cuts: readonly number[], within: number): number {
  const go = (a: number, b: number, whole: number, eps: number, left: number): number => {
    const middle = (a + b) / 2;
    const [lower, upper] = [gauss(f, a, middle), gauss(f, middle, b)];
    if (left === 0 || !(Math.abs(lower + upper - whole) > eps)) return lower + upper;
    return go(a, middle, lower, eps * 0.7, left - 1) + go(middle, b, upper, eps * 0.7, left - 1);
  };
  let sum = 0;
  for (let index = 1; index < cuts.length; index += 1) {
    const [a, b] = [cuts[index - 1] as number, cuts[index] as number];
    if (b > a) sum += go(a, b, gauss(f, a, b), within, 24);
  }
  return sum;
}
