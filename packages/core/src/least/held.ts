import type { Compiled } from './compile';
import type { Rows } from './program';
import { DATUM, JUST, LEAST, MOST } from './program';

/**
 * Why levels lie no higher: the rows that leave no room. At the cheapest levels, which cost less the higher they lie,
 * each level has rows that leave none over it, and loosening them all lowers the cost: without them nothing would keep
 * it down.
 */
export interface Held {
  /** Rows that leave no room over level n from `start[2 n]` to before `start[2 n + 1]`, and under it from there on. */
  readonly start: Int32Array;
  readonly rows: Int32Array;
}

/** Rows with less room than this leave none, m. */
const NONE = 1e-6;

type Side = 0 | 1;
const OVER: Side = 0;
const UNDER: Side = 1;
const place = (level: number, side: Side): number => 2 * level + side;

export function held(rows: Rows, { levelOf, forest }: Compiled, ends: ArrayLike<number>): Held {
  const places = 2 * forest.least.length;
  const tight = new Int32Array(rows.count);
  let count = 0;
  for (let row = 0; row < rows.count; row += 1) {
    if (rows.is[row] === JUST && (rows.share[row] as number) < 0) continue;
    if (rows.room(row, ends) > NONE) continue;
    tight[count] = row;
    count += 1;
  }
  const start = new Int32Array(places + 1);
  const counted = (at: number): void => {
    start[at + 1] = (start[at + 1] as number) + 1;
  };
  for (let index = 0; index < count; index += 1) sidesOf(rows, tight[index] as number, levelOf, counted);
  for (let at = 0; at < places; at += 1) start[at + 1] = (start[at + 1] as number) + (start[at] as number);
  const next = start.slice();
  const into = new Int32Array(start[places] as number);
  for (let index = 0; index < count; index += 1) {
    const row = tight[index] as number;
    sidesOf(rows, row, levelOf, (at) => {
      into[next[at] as number] = row;
      next[at] = (next[at] as number) + 1;
    });
  }
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

export function chainOf(end: number, rows: Rows, { levelOf }: Compiled, { start, rows: tight }: Held): Chain {
  const [by, through, against, tied] = [new Set<number>(), new Set<number>(), new Set<number>(), new Set<number>()];
  const seen = new Set<number>();
  const open: { readonly end: number; readonly side: Side }[] = [{ end, side: OVER }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { side } = next;
    const level = levelOf[next.end] as number;
    const at = level < 0 ? -1 - next.end : place(level, side);
    if (seen.has(at)) continue;
    seen.add(at);
    for (const row of tyingRows(rows, levelOf, next.end)) tied.add(row);
    if (level < 0) continue;
    for (let index = start[at] as number; index < (start[at + 1] as number); index += 1) {
      const row = tight[index] as number;
      const [one, other] = [rows.one[row] as number, rows.other[row] as number];
      const partner = levelOf[one] === level ? other : one;
      if (other === DATUM || levelOf[one] === levelOf[other]) (side === OVER ? by : against).add(row);
      else if ((rows.share[row] as number) >= 0) {
        (side === OVER ? by : against).add(row);
        open.push({ end: partner, side: side === OVER ? UNDER : OVER });
      } else {
        (side === OVER ? through : against).add(row);
        open.push({ end: partner, side });
      }
    }
  }
  return { by: [...by], through: [...through], against: [...against], tied: [...tied] };
}

/** Rows that tie an end to others of its level; of one that is fixed, those by which it is. */
function tyingRows(rows: Rows, levelOf: Int32Array, end: number): number[] {
  const ties = new Map<number, number[]>();
  const level = levelOf[end] as number;
  for (let row = 0; row < rows.count; row += 1) {
    if (rows.is[row] !== JUST || (rows.share[row] as number) >= 0) continue;
    const [one, other] = [rows.one[row] as number, rows.other[row] as number];
    if (levelOf[one] !== level) continue;
    for (const at of [one, other]) {
      const list = ties.get(at);
      if (list) list.push(row);
      else ties.set(at, [row]);
    }
  }
  // From the end on; past the datum nothing hangs together any more.
  const found = new Set<number>();
  const open = [end];
  const seen = new Set(open);
  for (let next = open.pop(); next !== undefined; next = open.pop())
    for (const row of ties.get(next) ?? []) {
      found.add(row);
      for (const at of [rows.one[row] as number, rows.other[row] as number]) {
        if (at === DATUM || seen.has(at)) continue;
        seen.add(at);
        open.push(at);
      }
    }
  return [...found];
}
