import type { Compiled } from './compile';
import type { Rows } from './program';
import { DATUM, JUST, LEAST, MOST } from './program';

/**
 * Why levels lie no higher: the binding rows. At the optimum, where levels cost less the higher they lie, each level has
 * rows without slack over it, and relaxing them all lowers the cost.
 */
export interface BindingRows {
  /** Rows that leave no room over level n from `start[2 n]` to before `start[2 n + 1]`, and under it from there on. */
  readonly start: Int32Array;
  readonly rows: Int32Array;
}

/** Rows with less room than this leave none, m. */
const NONE = 1e-6;

/** Which way there is no room: over a level, or under it. */
export type Side = 0 | 1;
export const OVER: Side = 0;
export const UNDER: Side = 1;
const place = (level: number, side: Side): number => 2 * level + side;

export function bindingRows(rows: Rows, { levelOf, forest }: Compiled, ends: ArrayLike<number>): BindingRows {
  const places = 2 * forest.least.length;
  const tight: number[] = [];
  const { one: a, other: b, share, is, value } = rows;
  for (let row = 0; row < rows.count; row += 1) {
    // As `room` has it, written out: this is gone through for every limit there is.
    const part = share[row] as number;
    const which = is[row] as number;
    if (part < 0 && which === JUST) continue;
    const there = b[row] as number;
    const near = there === DATUM ? 0 : (ends[there] as number);
    const far = ends[a[row] as number] as number;
    const past = (part < 0 ? far - near : near + part * (far - near)) - (value[row] as number);
    if (which === JUST ? Math.abs(past) > NONE : which * past > NONE) continue;
    tight.push(row);
  }
  const start = new Int32Array(places + 1);
  const counted = (at: number): void => {
    start[at + 1] = (start[at + 1] as number) + 1;
  };
  for (const row of tight) sidesOf(rows, row, levelOf, counted);
  for (let at = 0; at < places; at += 1) start[at + 1] = (start[at + 1] as number) + (start[at] as number);
  const next = start.slice();
  const into = new Int32Array(start[places] as number);
  for (const row of tight)
    sidesOf(rows, row, levelOf, (at) => {
      into[next[at] as number] = row;
      next[at] = (next[at] as number) + 1;
    });
  return { start, rows: into };
}

/** The places at which a row leaves no room. */
function sidesOf(rows: Rows, row: number, levelOf: Int32Array, put: (at: number) => void): void {
  const far = levelOf[rows.one[row] as number] as number;
  const other = rows.other[row] as number;
  const near = other === DATUM ? -1 : (levelOf[other] as number);
  const apart = (rows.share[row] as number) < 0;
  if (apart && far === near) return;
  const is = rows.is[row] as number;
  if (is !== LEAST) {
    if (far >= 0) put(place(far, OVER));
    if (near >= 0 && near !== far) put(place(near, apart ? UNDER : OVER));
  }
  if (is !== MOST) {
    if (far >= 0) put(place(far, UNDER));
    if (near >= 0 && near !== far) put(place(near, apart ? OVER : UNDER));
  }
}

/** What leaves no room over an end: limits by themselves first, then those that pass it on to another level. */
export interface Chain {
  /** Rows that hold it where it is, whatever lies elsewhere. */
  readonly by: readonly number[];
  /** Rows by which it hangs on another that is held so. */
  readonly through: readonly number[];
  /** Rows that keep what could make room for it from doing so: the other end of its run cannot go down. */
  readonly against: readonly number[];
  /** Rows that tie what is on the way to something fixed, or to one another. */
  readonly tied: readonly number[];
}

/** @param from the side that is asked of: what leaves no room over the end, or under it */
export function chainOf(
  end: number,
  rows: Rows,
  { levelOf }: Compiled,
  { start, rows: tight }: BindingRows,
  from: Side = OVER,
): Chain {
  const [by, through, against, tied] = [new Set<number>(), new Set<number>(), new Set<number>(), new Set<number>()];
  const ties = new Ties(rows);
  const seen = new Set<number>();
  const open: { readonly end: number; readonly side: Side }[] = [{ end, side: from }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { side } = next;
    const level = levelOf[next.end] as number;
    const at = level < 0 ? -1 - next.end : place(level, side);
    if (seen.has(at)) continue;
    seen.add(at);
    const way = ties.from(next.end);
    if (level < 0) {
      for (const row of way(DATUM)) tied.add(row);
      continue;
    }
    for (let index = start[at] as number; index < (start[at + 1] as number); index += 1) {
      const row = tight[index] as number;
      const [a, b] = [rows.one[row] as number, rows.other[row] as number];
      const own = levelOf[a] === level ? a : b;
      const partner = own === a ? b : a;
      for (const tie of way(own)) tied.add(tie);
      if (b === DATUM || levelOf[a] === levelOf[b]) (side === from ? by : against).add(row);
      else if ((rows.share[row] as number) >= 0) {
        (side === from ? by : against).add(row);
        open.push({ end: partner, side: side === OVER ? UNDER : OVER });
      } else {
        (side === from ? through : against).add(row);
        open.push({ end: partner, side });
      }
    }
  }
  return { by: [...by], through: [...through], against: [...against], tied: [...tied] };
}

/** Rows that tie ends to one another, and to the datum. */
class Ties {
  readonly #at = new Map<number, number[]>();

  constructor(private readonly rows: Rows) {
    for (let row = 0; row < rows.count; row += 1) {
      if (rows.is[row] !== JUST || (rows.share[row] as number) >= 0) continue;
      for (const end of [rows.one[row] as number, rows.other[row] as number]) {
        const list = this.#at.get(end);
        if (list) list.push(row);
        else this.#at.set(end, [row]);
      }
    }
  }

  /** The rows by which an end hangs on another, the shortest way; none where it does not. Past the datum nothing hangs together. */
  from(end: number): (to: number) => readonly number[] {
    const came = new Map<number, { readonly row: number; readonly from: number } | undefined>([[end, undefined]]);
    const open = [end];
    for (let next = 0; next < open.length; next += 1) {
      const here = open[next] as number;
      if (here === DATUM) continue;
      for (const row of this.#at.get(here) ?? []) {
        const [a, b] = [this.rows.one[row] as number, this.rows.other[row] as number];
        const there = a === here ? b : a;
        if (came.has(there)) continue;
        came.set(there, { row, from: here });
        open.push(there);
      }
    }
    return (to) => {
      const way: number[] = [];
      for (let step = came.get(to); step; step = came.get(step.from)) way.push(step.row);
      return way;
    };
  }
}
