import type { Chains } from './forest';
import type { Rows } from './program';
import { LEAST, MOST } from './program';
import { doubled } from './turns';

/** Places along links that can bind: the lower or upper convex hull of the points, found by a monotone chain in one pass. */

/** Chains with one more point in that of a link. */
export function withPoint(
  { start, at, level }: Chains,
  link: number,
  share: number,
  height: number,
  side: 1 | -1,
): Chains {
  const [from, to] = [start[link] as number, start[link + 1] as number];
  const ats = new Float64Array(to - from + 1);
  const levels = new Float64Array(to - from + 1);
  ats.set(at.subarray(from, to));
  levels.set(level.subarray(from, to));
  ats[to - from] = share;
  levels[to - from] = height;
  const kept = hollow(ats, levels, 0, to - from, to - from, side);
  const more = kept - (to - from);
  const end = start[start.length - 1] as number;
  const into = { start: start.slice(), at: new Float64Array(end + more), level: new Float64Array(end + more) };
  for (let index = link + 1; index < start.length; index += 1) into.start[index] = (start[index] as number) + more;
  for (const [old, own, all] of [
    [at, ats, into.at],
    [level, levels, into.level],
  ] as const) {
    all.set(old.subarray(0, from));
    all.set(own.subarray(0, kept), from);
    all.set(old.subarray(to, end), from + kept);
  }
  return into;
}

/** Where the ends of runs lie: at which level, how high over it, and the link of each run whose ends are two levels. */
export interface Placed {
  readonly levelOf: Int32Array;
  readonly over: Float64Array;
  readonly linkOf: Int32Array;
}

/** The places that hold what lies between the levels of each link: those it runs under, and those it runs over. */
export interface Between {
  readonly under: Chains;
  readonly over: Chains;
}

/** The chains of all links, from rows between the two ends of a run. */
export function chainsOf(rows: Rows, placed: Placed, links: number): Between {
  return (
    asTheyCome(rows, placed, links) ?? {
      under: sorted(rows, placed, links, 1),
      over: sorted(rows, placed, links, -1),
    }
  );
}

/**
 * Rows that come link by link, and up each as a rule: chains are made on the way. One loop that calls next to nothing,
 * since numbers that are handed on are boxed, and this is gone through for every ground point.
 *
 * @returns nothing where they do not come so
 */
function asTheyCome(rows: Rows, { levelOf, over, linkOf }: Placed, links: number): Between | undefined {
  const { count, one: a, other: b, share, is, value } = rows;
  const [underStart, overStart] = [new Int32Array(links + 1), new Int32Array(links + 1)];
  let [underAt, underLevel] = [new Float64Array(POINTS * links), new Float64Array(POINTS * links)];
  let [overAt, overLevel] = [new Float64Array(POINTS * links), new Float64Array(POINTS * links)];
  let [underEnd, overEnd, underBegin, overBegin] = [0, 0, 0, 0];
  let current = -1;
  for (let row = 0; row < count; row += 1) {
    const at = share[row] as number;
    if (at < 0) continue;
    const far = a[row] as number;
    const near = b[row] as number;
    if (!apart(levelOf[far] as number, levelOf[near] as number)) continue;
    const link = linkOf[far >> 1] as number;
    if (link !== current) {
      if (link < current) return undefined;
      for (let next = current + 1; next <= link; next += 1) {
        underStart[next] = underEnd;
        overStart[next] = overEnd;
      }
      [current, underBegin, overBegin] = [link, underEnd, overEnd];
    }
    const level = (value[row] as number) - at * (over[far] as number) - (1 - at) * (over[near] as number);
    const which = is[row] as number;
    if (which !== LEAST) {
      if (underEnd === underAt.length) [underAt, underLevel] = [doubled(underAt), doubled(underLevel)];
      underAt[underEnd] = at;
      underLevel[underEnd] = level;
      underEnd = hollow(underAt, underLevel, underBegin, underEnd, underEnd, 1);
    }
    if (which !== MOST) {
      if (overEnd === overAt.length) [overAt, overLevel] = [doubled(overAt), doubled(overLevel)];
      overAt[overEnd] = at;
      overLevel[overEnd] = level;
      overEnd = hollow(overAt, overLevel, overBegin, overEnd, overEnd, -1);
    }
  }
  underStart.fill(underEnd, current + 1);
  overStart.fill(overEnd, current + 1);
  return {
    under: { start: underStart, at: underAt, level: underLevel },
    over: { start: overStart, at: overAt, level: overLevel },
  };
}

/** Whether the ends of a run are two levels, neither of them fixed. */
export const apart = (a: number, b: number): boolean => a !== b && a >= 0 && b >= 0;

/** Rows that come as they like, of one side: put link by link first. */
function sorted(rows: Rows, { levelOf, over, linkOf }: Placed, links: number, side: 1 | -1): Chains {
  const { count, one: firsts, other, share, is, value } = rows;
  const mine = Int32Array.from({ length: count }, (_, row) => row).filter(
    (row) =>
      (share[row] as number) >= 0 &&
      is[row] !== side &&
      apart(levelOf[firsts[row] as number] as number, levelOf[other[row] as number] as number),
  );
  const linkAt = (row: number): number => linkOf[(firsts[row] as number) >> 1] as number;
  mine.sort((a, b) => linkAt(a) - linkAt(b) || a - b);
  const first = new Int32Array(links + 1);
  const [ats, levels] = [new Float64Array(mine.length), new Float64Array(mine.length)];
  mine.forEach((row, point) => {
    const at = share[row] as number;
    const [far, near] = [over[firsts[row] as number] as number, over[other[row] as number] as number];
    first[linkAt(row) + 1] = point + 1;
    ats[point] = at;
    levels[point] = (value[row] as number) - at * far - (1 - at) * near;
  });
  for (let link = 0; link < links; link += 1)
    first[link + 1] = Math.max(first[link] as number, first[link + 1] as number);
  return hulls(first, ats, levels, side);
}

/** Written over the points themselves, since what is kept never outruns what is read. */
function hulls(first: Int32Array, ats: Float64Array, levels: Float64Array, side: 1 | -1): Chains {
  const start = new Int32Array(first.length);
  let kept = 0;
  for (let link = 0; link + 1 < first.length; link += 1) {
    const begin = kept;
    for (let point = first[link] as number; point < (first[link + 1] as number); point += 1)
      kept = hollow(ats, levels, begin, kept, point, side);
    start[link + 1] = kept;
  }
  return { start, at: ats, level: levels };
}

/** Points of a link that hold it, as a rule; there is room for more. */
const POINTS = 4;

/** Places nearer than this along a run are one, as a share of it. */
const SAME = 1e-9;

/**
 * Takes a point, written at `point`, onto the chain from `begin` to before `end`, and takes away those that it makes
 * idle. Told by its place only: numbers with a fraction are boxed when they are handed on.
 *
 * @param side 1 for what lies under the points, and keeps their lower hull; -1 for what lies over them
 * @returns where the chain ends then
 */
function hollow(
  ats: Float64Array,
  levels: Float64Array,
  begin: number,
  end: number,
  point: number,
  side: 1 | -1,
): number {
  let kept = end;
  if (kept > begin && (ats[point] as number) - (ats[kept - 1] as number) < SAME) {
    if ((ats[kept - 1] as number) - (ats[point] as number) >= SAME) return among(ats, levels, begin, end, point, side);
    if (side * (levels[point] as number) >= side * (levels[kept - 1] as number)) return end;
    kept -= 1;
  }
  while (kept - begin >= 2 && idle(ats, levels, kept, point, side)) kept -= 1;
  ats[kept] = ats[point] as number;
  levels[kept] = levels[point] as number;
  return kept + 1;
}

/** A point that is not beyond all others: it is put before those beyond it, and they come again. */
function among(
  ats: Float64Array,
  levels: Float64Array,
  begin: number,
  end: number,
  point: number,
  side: 1 | -1,
): number {
  const [at, level] = [ats[point] as number, levels[point] as number];
  let place = end;
  for (; place > begin && (ats[place - 1] as number) - at >= SAME; place -= 1) {
    ats[place] = ats[place - 1] as number;
    levels[place] = levels[place - 1] as number;
  }
  ats[place] = at;
  levels[place] = level;
  let kept = place;
  for (let next = place; next <= end; next += 1) kept = hollow(ats, levels, begin, kept, next, side);
  return kept;
}

/** Whether the last point kept lies beyond the straight from the one before it to the next. */
function idle(ats: Float64Array, levels: Float64Array, kept: number, point: number, side: 1 | -1): boolean {
  const before = ats[kept - 2] as number;
  const from = levels[kept - 2] as number;
  const whole = (ats[point] as number) - before;
  // Not divided by the whole way, which takes longer than all the rest.
  const over =
    ((levels[kept - 1] as number) - from) * whole -
    ((ats[kept - 1] as number) - before) * ((levels[point] as number) - from);
  return side * over >= -1e-12 * whole;
}
