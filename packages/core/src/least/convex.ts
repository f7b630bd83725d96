/**
 * Convex functions of one level, in straight pieces: what a part of a network costs when its end lies at that level.
 * They are points in order of x, straight between, and infinite beyond the first and the last; no point at all is a
 * part that cannot be laid.
 */
export interface Convex {
  readonly x: readonly number[];
  readonly y: readonly number[];
}

export const NEVER: Convex = { x: [], y: [] };

/** Nothing lies further from the datum, m. */
export const FAR = 20_000;

/** Nothing, wherever it lies. */
export const FREE: Convex = { x: [-FAR, FAR], y: [0, 0] };

/** Points nearer than this are one, m. */
const SAME = 1e-9;

/** The value at a level; infinite out of reach. */
export function valueAt({ x, y }: Convex, at: number): number {
  const last = x.length - 1;
  if (last < 0) return Infinity;
  const [first, end] = [x[0] as number, x[last] as number];
  if (at < first - SAME || at > end + SAME) return Infinity;
  if (at <= first) return y[0] as number;
  if (at >= end) return y[last] as number;
  const piece = pieceAt(x, at);
  return along(x, y, piece, at);
}

function along(x: readonly number[], y: readonly number[], piece: number, at: number): number {
  const [from, to] = [x[piece] as number, x[piece + 1] as number];
  const [low, high] = [y[piece] as number, y[piece + 1] as number];
  return low + ((at - from) / (to - from)) * (high - low);
}

/** Index of the piece that holds a level strictly within the reach. */
function pieceAt(x: readonly number[], at: number): number {
  let [low, high] = [0, x.length - 2];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((x[middle] as number) <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The level of least cost: of several the highest, which is the least to dig for. NaN where there is none. */
export function leastAt({ x, y }: Convex): number {
  let best = x.length - 1;
  if (best < 0) return NaN;
  while (best > 0 && (y[best - 1] as number) < (y[best] as number)) best -= 1;
  return x[best] as number;
}

/** Both together. */
export function sum(one: Convex, other: Convex): Convex {
  if (one === FREE) return other;
  if (other === FREE) return one;
  const from = Math.max(one.x[0] ?? Infinity, other.x[0] ?? Infinity);
  const to = Math.min(one.x.at(-1) ?? -Infinity, other.x.at(-1) ?? -Infinity);
  if (!(from <= to + SAME)) return NEVER;
  if (from >= to) return { x: [from], y: [valueAt(one, from) + valueAt(other, from)] };
  const x = [from];
  let [at, beside] = [0, 0];
  for (;;) {
    while (at < one.x.length && (one.x[at] as number) <= (x.at(-1) as number) + SAME) at += 1;
    while (beside < other.x.length && (other.x[beside] as number) <= (x.at(-1) as number) + SAME) beside += 1;
    const next = Math.min(one.x[at] ?? Infinity, other.x[beside] ?? Infinity, to);
    if (next >= to - SAME) break;
    x.push(next);
  }
  x.push(to);
  return { x, y: x.map((level) => valueAt(one, level) + valueAt(other, level)) };
}

/** The same, so much higher. */
export function raised(of: Convex, by: number): Convex {
  return by === 0 ? of : { x: of.x.map((level) => level + by), y: of.y };
}

/** The least cost at this level or any over it: what a pipe costs that may fall in from as high as it likes. */
export function orHigher(of: Convex): Convex {
  if (of.x.length === 0) return of;
  let best = of.x.length - 1;
  while (best > 0 && (of.y[best - 1] as number) <= (of.y[best] as number)) best -= 1;
  const at = of.x[best] as number;
  if (at <= -FAR) return of;
  return { x: [-FAR, ...of.x.slice(best)], y: [of.y[best] as number, ...of.y.slice(best)] };
}

/** The least cost at this level or any under it. */
export function orLower(of: Convex): Convex {
  if (of.x.length === 0) return of;
  let best = 0;
  while (best < of.x.length - 1 && (of.y[best + 1] as number) <= (of.y[best] as number)) best += 1;
  const at = of.x[best] as number;
  if (at >= FAR) return of;
  return { x: [...of.x.slice(0, best + 1), FAR], y: [...of.y.slice(0, best + 1), of.y[best] as number] };
}

/** The same, and so much more for each metre that it lies higher. */
export function tilted(of: Convex, slope: number): Convex {
  if (slope === 0) return of;
  return { x: of.x, y: of.y.map((value, index) => value + slope * (of.x[index] as number)) };
}

/** So much, wherever it lies. */
export const always = (value: number): Convex => ({ x: [-FAR, FAR], y: [value, value] });
