import type { Chains } from './forest';

/** Places along links that can hold a level: under a hollow line of points, or over a hump. */

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
  let kept = 0;
  const keep = (place: number, value: number): void => {
    kept = hollow(ats, levels, 0, kept, place, value, side);
  };
  let next = from;
  for (; next < to && (at[next] as number) <= share; next += 1) keep(at[next] as number, level[next] as number);
  keep(share, height);
  for (; next < to; next += 1) keep(at[next] as number, level[next] as number);
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

/** Points between two levels as they are gathered, one after another as they come. */
export class Points {
  #count = 0;
  /** Whether they came link by link: then there is little to sort. */
  #byLink = true;
  readonly #link: Int32Array;
  readonly #at: Float64Array;
  readonly #level: Float64Array;

  constructor(most: number) {
    this.#link = new Int32Array(most);
    this.#at = new Float64Array(most);
    this.#level = new Float64Array(most);
  }

  add(link: number, at: number, level: number): void {
    const count = this.#count;
    if (count > 0 && link < (this.#link[count - 1] as number)) this.#byLink = false;
    this.#link[count] = link;
    this.#at[count] = at;
    this.#level[count] = level;
    this.#count = count + 1;
  }

  /** @param side 1 for what lies under them, and keeps their lower hull; -1 for what lies over them */
  chains(links: number, side: 1 | -1): Chains {
    return this.#byLink ? this.hulls(links, side) : this.sorted(links, side);
  }

  /** Written over themselves, since what is kept never outruns what is read. */
  private hulls(links: number, side: 1 | -1): Chains {
    const byLink = this.#link;
    const ats = this.#at;
    const levels = this.#level;
    const start = new Int32Array(links + 1);
    let [kept, point] = [0, 0];
    for (let link = 0; link < links; link += 1) {
      const begin = kept;
      const first = point;
      for (; point < this.#count && byLink[point] === link; point += 1) insert(ats, levels, first, point);
      for (point = first; point < this.#count && byLink[point] === link; point += 1)
        kept = hollow(ats, levels, begin, kept, ats[point] as number, levels[point] as number, side);
      start[link + 1] = kept;
    }
    return { start, at: ats, level: levels };
  }

  private sorted(links: number, side: 1 | -1): Chains {
    const byLink = this.#link;
    const byAt = this.#at;
    const byLevel = this.#level;
    const count = this.#count;
    const first = new Int32Array(links + 1);
    for (let point = 0; point < count; point += 1) {
      const link = (byLink[point] as number) + 1;
      first[link] = (first[link] as number) + 1;
    }
    for (let link = 0; link < links; link += 1) first[link + 1] = (first[link + 1] as number) + (first[link] as number);
    const next = first.slice();
    const ats = new Float64Array(count);
    const levels = new Float64Array(count);
    for (let point = 0; point < count; point += 1) {
      const link = byLink[point] as number;
      const at = byAt[point] as number;
      let place = next[link] as number;
      next[link] = place + 1;
      // Told up the run as a rule, so that there is little to sort.
      for (; place > (first[link] as number) && (ats[place - 1] as number) > at; place -= 1) {
        ats[place] = ats[place - 1] as number;
        levels[place] = levels[place - 1] as number;
      }
      ats[place] = at;
      levels[place] = byLevel[point] as number;
    }
    const start = new Int32Array(links + 1);
    let kept = 0;
    for (let link = 0; link < links; link += 1) {
      const begin = kept;
      for (let point = first[link] as number; point < (first[link + 1] as number); point += 1)
        kept = hollow(ats, levels, begin, kept, ats[point] as number, levels[point] as number, side);
      start[link + 1] = kept;
    }
    return { start, at: ats, level: levels };
  }
}

/** Puts a point where it belongs among those from `first` on before it; as a rule it stands there. */
function insert(ats: Float64Array, levels: Float64Array, first: number, point: number): void {
  const at = ats[point] as number;
  if (point === first || (ats[point - 1] as number) <= at) return;
  const level = levels[point] as number;
  let place = point;
  for (; place > first && (ats[place - 1] as number) > at; place -= 1) {
    ats[place] = ats[place - 1] as number;
    levels[place] = levels[place - 1] as number;
  }
  ats[place] = at;
  levels[place] = level;
}

/** Places nearer than this along a run are one, as a share of it. */
const SAME = 1e-9;

/**
 * Adds a point to a chain in order, written from `begin` on, and takes away those that it makes idle.
 * @param side 1 for what lies under the points, and keeps their lower hull; -1 for what lies over them
 * @returns where the chain ends then
 */
function hollow(
  ats: Float64Array,
  levels: Float64Array,
  begin: number,
  end: number,
  at: number,
  level: number,
  side: 1 | -1,
): number {
  let kept = end;
  if (kept > begin && at - (ats[kept - 1] as number) < SAME) {
    if (side * level >= side * (levels[kept - 1] as number)) return kept;
    kept -= 1;
  }
  while (kept - begin >= 2 && idle(ats, levels, kept, at, level, side)) kept -= 1;
  ats[kept] = at;
  levels[kept] = level;
  return kept + 1;
}

/** Whether the last point kept lies beyond the straight from the one before it to the next. */
function idle(ats: Float64Array, levels: Float64Array, kept: number, at: number, level: number, side: 1 | -1): boolean {
  const before = ats[kept - 2] as number;
  const from = levels[kept - 2] as number;
  const share = ((ats[kept - 1] as number) - before) / (at - before);
  return side * ((levels[kept - 1] as number) - from - share * (level - from)) >= -1e-12;
}
