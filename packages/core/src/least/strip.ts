import type { Convex } from './convex';
import { FAR, leastAt, NEVER, valueAt } from './convex';

/**
 * What the two ends of a straight run may be: bounds on the level at places along it. Seen from one end, they bound the
 * other between two functions of straight pieces: the highest of some lines and the lowest of others.
 */

/** A line: other end = level × slope + rise, by slope from the least on. */
interface Line {
  readonly slope: number;
  readonly rise: number;
}

export interface Strip {
  /** Of the near end itself. */
  readonly from: number;
  readonly to: number;
  /** The far end is over the highest of these, and under the lowest of those. */
  readonly over: readonly Line[];
  readonly under: readonly Line[];
}

/** A bound on the level at a place: 0 is the near end, 1 the far one. */
export interface Bound {
  readonly at: number;
  readonly level: number;
}

export interface Bounds {
  readonly least: readonly Bound[];
  readonly most: readonly Bound[];
  /** Of the far end over the near one, m. */
  readonly rise: { readonly least: number; readonly most: number };
}

/** Places nearer than this to an end are that end. */
const AT_END = 1e-12;

/** The bounds as they look from one end. */
export function stripOf({ least, most, rise }: Bounds): Strip {
  let [from, to] = [-FAR, FAR];
  const over: Line[] = [];
  const under: Line[] = [];
  const line = ({ at, level }: Bound): Line => ({ slope: -(1 - at) / at, rise: level / at });
  for (const bound of least)
    if (bound.at <= AT_END) from = Math.max(from, bound.level);
    else over.push(line(bound));
  for (const bound of most)
    if (bound.at <= AT_END) to = Math.min(to, bound.level);
    else under.push(line(bound));
  if (rise.least > -FAR) over.push({ slope: 1, rise: rise.least });
  if (rise.most < FAR) under.push({ slope: 1, rise: rise.most });
  return { from, to, over: highest(over), under: lowest(under) };
}

/** The same run, seen from its other end. */
export function turnedBounds({ least, most, rise }: Bounds): Bounds {
  const turn = (bounds: readonly Bound[]): Bound[] => bounds.map(({ at, level }) => ({ at: 1 - at, level }));
  return { least: turn(least), most: turn(most), rise: { least: -rise.most, most: -rise.least } };
}

/** Those of some lines that are the highest somewhere, by slope. */
function highest(lines: Line[]): Line[] {
  lines.sort((one, other) => one.slope - other.slope || one.rise - other.rise);
  const hull: Line[] = [];
  for (const line of lines) {
    if (hull.at(-1)?.slope === line.slope) hull.pop();
    for (;;) {
      const [before, last] = [hull.at(-2), hull.at(-1)];
      if (!before || !last || meet(before, line) > meet(before, last)) break;
      hull.pop();
    }
    hull.push(line);
  }
  return hull;
}

const lowest = (lines: readonly Line[]): Line[] =>
  highest(lines.map(({ slope, rise }) => ({ slope: -slope, rise: -rise }))).map(({ slope, rise }) => ({
    slope: -slope,
    rise: -rise,
  }));

/** Where two lines meet. */
const meet = (one: Line, other: Line): number => (other.rise - one.rise) / (one.slope - other.slope);

/** The least that the far end may be, for a level of the near one. */
export function overAt({ over }: Strip, at: number): number {
  let most = -FAR;
  for (const { slope, rise } of over) most = Math.max(most, slope * at + rise);
  return most;
}

/** The most that the far end may be. */
export function underAt({ under }: Strip, at: number): number {
  let least = FAR;
  for (const { slope, rise } of under) least = Math.min(least, slope * at + rise);
  return least;
}

/** The least that the far end costs when the near one lies there, and where it lies then. */
export function farAt(strip: Strip, far: Convex, best: number, at: number): number {
  return Math.min(
    Math.max(best, overAt(strip, at), far.x[0] ?? Infinity),
    underAt(strip, at),
    far.x.at(-1) ?? -Infinity,
  );
}

/**
 * What a run costs by its near end, where what lies at its far end costs `far`: for each level the best far end that the
 * strip allows. Exact: every level at which a piece of it can begin is among those that are asked.
 *
 * @param cost of a metre that the near end lies higher
 */
export function through(strip: Strip, far: Convex, cost: number): Convex {
  if (far.x.length === 0) return NEVER;
  const reach = reachOf(strip, far);
  if (!reach) return NEVER;
  const [from, to] = reach;
  const best = leastAt(far);
  const asked = [from, to];
  const ask = (at: number): void => {
    if (at > from && at < to) asked.push(at);
  };
  for (const lines of [strip.over, strip.under]) {
    lines.forEach((line, index) => {
      const next = lines[index + 1];
      if (next) ask(meet(line, next));
      // Where the far end, held by this line, comes to a corner of what lies there.
      if (line.slope !== 0) for (const corner of far.x) ask((corner - line.rise) / line.slope);
    });
  }
  asked.sort((one, other) => one - other);
  const x: number[] = [];
  const y: number[] = [];
  for (const at of asked) {
    if (x.length > 0 && at - (x.at(-1) as number) < 1e-9) continue;
    const value = cost * at + valueAt(far, farAt(strip, far, best, at));
    drop(x, y, at, value);
    x.push(at);
    y.push(value);
  }
  return { x, y };
}

/** Takes away the last point where the next one goes on straight from it. */
function drop(x: number[], y: number[], at: number, value: number): void {
  const last = x.length - 1;
  if (last < 1) return;
  const [x0, x1] = [x[last - 1] as number, x[last] as number];
  const [y0, y1] = [y[last - 1] as number, y[last] as number];
  const straight = y0 + ((x1 - x0) / (at - x0)) * (value - y0);
  if (Math.abs(straight - y1) > 1e-9 * (1 + Math.abs(y1))) return;
  x.pop();
  y.pop();
}

/** Levels of the near end at which there is a far end; found by halving, since both bounds bend one way. */
function reachOf(strip: Strip, far: Convex): readonly [number, number] | undefined {
  const [least, most] = [far.x[0] as number, far.x.at(-1) as number];
  let [from, to] = [strip.from, strip.to];
  // Each line of the one against each of the other, and against what lies at the far end: a half line each.
  const keep = (slope: number, rise: number): void => {
    // slope × level + rise must not be over 0.
    if (Math.abs(slope) < 1e-15) {
      if (rise > 1e-9) [from, to] = [Infinity, -Infinity];
    } else if (slope > 0) to = Math.min(to, -rise / slope);
    else from = Math.max(from, -rise / slope);
  };
  for (const low of strip.over) {
    keep(low.slope, low.rise - most);
    for (const high of strip.under) keep(low.slope - high.slope, low.rise - high.rise);
  }
  for (const high of strip.under) keep(-high.slope, least - high.rise);
  if (from > to) return from - to < 1e-7 ? [(from + to) / 2, (from + to) / 2] : undefined;
  return [from, to];
}
