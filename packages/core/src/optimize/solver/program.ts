/**
 * What the ends of some runs are held to, and what it costs to lay them: plain numbers, and nothing of plans. Run r has
 * the ends `lowOf(r)` and `highOf(r)`; each row tells which limit it comes from, by its place in a list of its maker's.
 */
export interface Program {
  readonly runs: number;
  /** What a metre more of each end costs, and what a run costs with both ends at the datum. */
  readonly low: Float64Array;
  readonly high: Float64Array;
  readonly base: Float64Array;
  readonly rows: Rows;
  readonly choices: readonly Choice[];
  /** What runs cost besides, where that is not straight in their ends. */
  readonly bent?: readonly Bent[];
}

/** The highest of some planes: what a run costs by both its ends, from below. */
export interface Bent {
  readonly run: number;
  readonly planes: readonly Plane[];
}

/** base + low × the low end + high × the high end. */
export interface Plane {
  readonly base: number;
  readonly low: number;
  readonly high: number;
}

export const planeAt = ({ base, low, high }: Plane, lowEnd: number, highEnd: number): number =>
  base + low * lowEnd + high * highEnd;

/** What a bent cost comes to. */
export function bentAt({ planes }: Bent, lowEnd: number, highEnd: number): number {
  let most = -Infinity;
  for (const plane of planes) most = Math.max(most, planeAt(plane, lowEnd, highEnd));
  return most;
}

/** Something that can be had in one of several ways: a utility passed above or below, a trench shored or not. */
export interface Choice {
  readonly ways: readonly Way[];
}

export interface Way {
  readonly rows: Rows;
  /** What its run costs this way; no less than without the choice. */
  readonly cost?: { readonly run: number; readonly low: number; readonly high: number; readonly base: number };
}

export const lowOf = (run: number): number => 2 * run;
export const highOf = (run: number): number => 2 * run + 1;

/** The level of the datum, as an end. */
export const DATUM = -1;

export const LEAST = 1;
export const JUST = 0;
export const MOST = -1;
export type Is = typeof LEAST | typeof JUST | typeof MOST;

/** A row that is of the difference of its ends, and of no place between them. */
const APART = -1;

/**
 * Limits, each a row, in flat arrays: the level so far on the way from `other` to `one` is at least, just, or at most
 * `value`; or, where there is no place between, `one` less `other` is. An end by itself is apart from the datum.
 */
export class Rows {
  count = 0;
  one = new Int32Array(ROOM);
  other = new Int32Array(ROOM);
  /** Of the way, strictly between the ends; negative for a difference of the two. */
  share = new Float64Array(ROOM);
  is = new Int8Array(ROOM);
  value = new Float64Array(ROOM);
  limit = new Int32Array(ROOM);

  /** A level along a run, 0 at its low end and 1 at its high one. */
  along(run: number, share: number, is: Is, level: number, limit: number): void {
    if (share < AT_END) this.apart(lowOf(run), DATUM, is, level, limit);
    else if (share > 1 - AT_END) this.apart(highOf(run), DATUM, is, level, limit);
    else this.add(highOf(run), lowOf(run), share, is, level, limit);
  }

  /** One end over another. */
  apart(a: number, b: number, is: Is, by: number, limit: number): void {
    this.add(a, b, APART, is, by, limit);
  }

  add(a: number, b: number, share: number, is: Is, value: number, limit: number): void {
    const row = this.count;
    if (row === this.one.length) this.grow();
    this.one[row] = a;
    this.other[row] = b;
    this.share[row] = share;
    this.is[row] = is;
    this.value[row] = value;
    this.limit[row] = limit;
    this.count = row + 1;
  }

  private grow(): void {
    const room = 2 * this.one.length;
    const wider = <Numbers extends Int8Array | Int32Array | Float64Array>(into: Numbers, from: Numbers): Numbers => {
      into.set(from);
      return into;
    };
    this.one = wider(new Int32Array(room), this.one);
    this.other = wider(new Int32Array(room), this.other);
    this.share = wider(new Float64Array(room), this.share);
    this.is = wider(new Int8Array(room), this.is);
    this.value = wider(new Float64Array(room), this.value);
    this.limit = wider(new Int32Array(room), this.limit);
  }

  copy(): Rows {
    const into = new Rows();
    into.count = this.count;
    into.one = this.one.slice();
    into.other = this.other.slice();
    into.share = this.share.slice();
    into.is = this.is.slice();
    into.value = this.value.slice();
    into.limit = this.limit.slice();
    return into;
  }

  /** Takes in what others hold, or some of it. */
  addAll(from: Rows, keep: (row: number) => boolean = () => true): void {
    for (let row = 0; row < from.count; row += 1)
      if (keep(row))
        this.add(
          from.one[row] as number,
          from.other[row] as number,
          from.share[row] as number,
          from.is[row] as Is,
          from.value[row] as number,
          from.limit[row] as number,
        );
  }

  /** Takes away those that were added last. */
  cut(count: number): void {
    this.count = count;
  }

  /** By how much a row is kept; negative where it is broken, and where it is to be just so. */
  room(row: number, ends: ArrayLike<number>): number {
    const there = this.other[row] as number;
    const near = there === DATUM ? 0 : (ends[there] as number);
    const far = ends[this.one[row] as number] as number;
    const share = this.share[row] as number;
    const over = (share < 0 ? far - near : near + share * (far - near)) - (this.value[row] as number);
    const is = this.is[row];
    return is === LEAST ? over : is === MOST ? -over : -Math.abs(over);
  }
}

/** Room to begin with; it grows. */
const ROOM = 16;
/** Places nearer than this to an end, as a share of the run, are that end. */
const AT_END = 1e-9;
