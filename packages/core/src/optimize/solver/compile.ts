import { TiedLevels } from '../../grade';
import { NEAR } from '../../tolerance';
import { apart, chainsOf, withPoint } from './chains';
import type { BentLevels, Chains, Forest } from './forest';
import { FAR } from './forest';
import type { Bent, Program, Rows } from './program';
import { planeAt } from './program';
import { DATUM, highOf, JUST, LEAST, lowOf, MOST } from './program';

/**
 * Presolve: from the rows of a program to levels and links, equalities eliminated by a union-find. Ends that are tied to one another are one level with a height over
 * it each: a fixed slope is put in for what it fixes, and never told as two limits, between which rounding leaves
 * nothing. What is tied to the datum is no level at all.
 */
export interface Compiled {
  readonly forest: Forest;
  /** The level of each end, -1 where it is fixed; and how high it lies over that, or over the datum. */
  readonly levelOf: Int32Array;
  readonly over: Float64Array;
  /** The link of each run, -1 where it has none. */
  readonly linkOf: Int32Array;
}

/** @returns the row that contradicts those before it, where fixed values do */
export function compile({ runs, low, high, rows, bent = [] }: Program): Compiled | { readonly contradicts: number } {
  const tied = new TiedLevels(1 + 2 * runs);
  const { one: firsts, other, share, is, value } = rows;
  const count = rows.count;
  for (let row = 0; row < count; row += 1) {
    if (is[row] !== JUST || (share[row] as number) >= 0) continue;
    const rise = value[row] as number;
    const tiedRise = tied.tie((firsts[row] as number) + 1, (other[row] as number) + 1, rise);
    if (tiedRise !== undefined && Math.abs(tiedRise - rise) > NEAR) return { contradicts: row };
  }
  const ends = 2 * runs;
  const levelOf = new Int32Array(ends);
  const over = new Float64Array(ends);
  const index = new Int32Array(ends + 1).fill(-1);
  let levels = 0;
  for (let end = 0; end < ends; end += 1) {
    const root = tied.rootOf(end + 1);
    over[end] = tied.overRoot(end + 1);
    if (root > 0 && index[root] === -1) {
      index[root] = levels;
      levels += 1;
    }
    levelOf[end] = index[root] as number;
  }
  const cost = costsOf({ runs, low, high }, levelOf, levels);
  const least = new Float64Array(levels).fill(-FAR);
  const most = new Float64Array(levels).fill(FAR);
  const links = new Links(runs);
  const intervals = { levelOf, over, least, most };
  const linkOf = links.ofRun;
  for (let row = 0; row < count; row += 1) {
    const part = share[row] as number;
    if (part < 0) {
      if (is[row] === JUST) continue;
    } else {
      // Most rows by far are places along a run with two levels: they become chains, all at once.
      const far = firsts[row] as number;
      const run = far >> 1;
      if ((linkOf[run] as number) >= 0) continue;
      const a = levelOf[far] as number;
      const b = levelOf[other[row] as number] as number;
      if (apart(a, b)) {
        links.between(run, b, a);
        continue;
      }
    }
    if (!put(rows, row, intervals, links)) return { contradicts: row };
  }
  return {
    forest: {
      least,
      most,
      cost,
      ...links.done(rows, levelOf, over),
      bent: bent.map((cost) => bentLevels(cost, levelOf, over)),
    },
    levelOf,
    over,
    linkOf: links.ofRun,
  };
}

/** A bent cost by the levels that its run's ends are. */
function bentLevels({ run, planes }: Bent, levelOf: Int32Array, over: Float64Array): BentLevels {
  const [low, high] = [lowOf(run), highOf(run)];
  const [overLow, overHigh] = [over[low] as number, over[high] as number];
  return {
    a: levelOf[low] as number,
    b: levelOf[high] as number,
    planes: planes.map((plane) => ({ base: planeAt(plane, overLow, overHigh), a: plane.low, b: plane.high })),
  };
}

type Prices = Pick<Program, 'runs' | 'low' | 'high'>;

/** What a metre more of each level costs. */
function costsOf({ runs, low, high }: Prices, levelOf: Int32Array, levels: number): Float64Array {
  const cost = new Float64Array(levels);
  for (let run = 0; run < runs; run += 1) {
    const down = levelOf[lowOf(run)] as number;
    const up = levelOf[highOf(run)] as number;
    if (down >= 0) cost[down] = (cost[down] as number) + (low[run] as number);
    if (up >= 0) cost[up] = (cost[up] as number) + (high[run] as number);
  }
  return cost;
}

/** The same at other costs. */
export function priced(compiled: Compiled, prices: Prices): Compiled {
  const { forest, levelOf } = compiled;
  return { ...compiled, forest: { ...forest, cost: costsOf(prices, levelOf, forest.least.length) } };
}

/**
 * The same held by more.
 * @returns with the levels that are held otherwise or linked so; undefined where levels would be tied or linked anew
 */
export function tighten(
  compiled: Compiled,
  rows: Rows,
): (Compiled & { readonly touched: readonly number[] }) | { readonly contradicts: number } | undefined {
  const { forest, levelOf, over, linkOf } = compiled;
  const least = forest.least.slice();
  const most = forest.most.slice();
  const links = new Tighter(forest, linkOf);
  const intervals = { levelOf, over, least, most };
  for (let row = 0; row < rows.count; row += 1) {
    if (rows.is[row] === JUST && (rows.share[row] as number) < 0) return undefined;
    if (!put(rows, row, intervals, links)) return { contradicts: row };
  }
  if (links.unlinked) return undefined;
  const touched: number[] = [];
  for (let row = 0; row < rows.count; row += 1)
    for (const end of [rows.one[row] as number, rows.other[row] as number]) {
      const level = end === DATUM ? -1 : (levelOf[end] as number);
      if (level >= 0) touched.push(level);
    }
  return { ...compiled, forest: { ...links.done(), least, most }, touched };
}

interface Intervals {
  readonly levelOf: Int32Array;
  readonly over: Float64Array;
  readonly least: Float64Array;
  readonly most: Float64Array;
}

interface Into {
  between(run: number, low: number, high: number, share: number, is: number, level: number): void;
  /** `far` over `near`, which lie at these levels. */
  apart(far: number, near: number, from: number, to: number, is: number, by: number): void;
}

/** Puts a row where it belongs: to a level by itself, or to what links two. @returns whether it can be kept at all */
function put(rows: Rows, row: number, { levelOf, over, least, most }: Intervals, into: Into): boolean {
  // Field by field, and no pairs: this is gone through for every ground point.
  const which = rows.is[row] as number;
  const part = rows.share[row] as number;
  const between = part >= 0;
  const far = rows.one[row] as number;
  const near = rows.other[row] as number;
  const a = levelOf[far] as number;
  const b = near === DATUM ? -1 : (levelOf[near] as number);
  const ofFar = between ? part : 1;
  const ofNear = between ? 1 - part : -1;
  const limit =
    (rows.value[row] as number) -
    ofFar * (over[far] as number) -
    (near === DATUM ? 0 : ofNear * (over[near] as number));
  if (a !== b && a >= 0 && b >= 0) {
    if (between) into.between(far >> 1, b, a, part, which, limit);
    else into.apart(far, near, b, a, which, limit);
    return true;
  }
  // Where both are one level, or one is fixed, it is that level's own bound.
  const level = a < 0 ? b : a;
  const times = (a < 0 ? 0 : ofFar) + (b < 0 ? 0 : ofNear);
  if (level < 0 || Math.abs(times) < 1e-12)
    return (which === MOST || limit <= NEAR) && (which === LEAST || limit >= -NEAR);
  const bound = limit / times;
  const from = times > 0 ? LEAST : MOST;
  if (which === from || which === JUST) least[level] = Math.max(least[level] as number, bound);
  if (which !== from) most[level] = Math.min(most[level] as number, bound);
  return true;
}

/** Links that are held tighter than they were. */
class Tighter implements Into {
  unlinked = false;
  #riseLeast: Float64Array | undefined;
  #riseMost: Float64Array | undefined;
  #under: Chains;
  #over: Chains;

  constructor(
    private readonly forest: Forest,
    private readonly linkOf: Int32Array,
  ) {
    this.#under = forest.under;
    this.#over = forest.over;
  }

  between(run: number, _low: number, _high: number, share: number, is: number, level: number): void {
    const link = this.linkOf[run] as number;
    if (link < 0) {
      this.unlinked = true;
      return;
    }
    if (is !== LEAST) this.#under = withPoint(this.#under, link, share, level, 1);
    if (is !== MOST) this.#over = withPoint(this.#over, link, share, level, -1);
  }

  apart(far: number, near: number, _from: number, _to: number, is: number, by: number): void {
    const link = far >> 1 === near >> 1 ? (this.linkOf[far >> 1] as number) : -1;
    if (link < 0) {
      this.unlinked = true;
      return;
    }
    const up = far > near;
    const rise = up ? by : -by;
    if (up ? is === LEAST : is === MOST) {
      this.#riseLeast ??= this.forest.riseLeast.slice();
      this.#riseLeast[link] = Math.max(this.#riseLeast[link] as number, rise);
    } else {
      this.#riseMost ??= this.forest.riseMost.slice();
      this.#riseMost[link] = Math.min(this.#riseMost[link] as number, rise);
    }
  }

  done(): Forest {
    const { forest } = this;
    return {
      ...forest,
      riseLeast: this.#riseLeast ?? forest.riseLeast,
      riseMost: this.#riseMost ?? forest.riseMost,
      under: this.#under,
      over: this.#over,
    };
  }
}

/** Links as they are gathered: one for each run, and one for each two ends of different runs. */
class Links implements Into {
  readonly #from: number[] = [];
  readonly #to: number[] = [];
  readonly #riseLeast: number[] = [];
  readonly #riseMost: number[] = [];
  readonly ofRun: Int32Array;
  /** Of two ends: their link, by the first; few ends have more than one. */
  readonly #ofEnds = new Map<number, number>();

  constructor(private readonly runs: number) {
    this.ofRun = new Int32Array(runs).fill(-1);
  }

  /** Its places come all at once, when all links are known. */
  between(run: number, low: number, high: number): void {
    this.link(run, low, high);
  }

  apart(far: number, near: number, from: number, to: number, is: number, by: number): void {
    if (far >> 1 === near >> 1) {
      // A run is linked from its low end up, whichever way it was told.
      const up = far > near;
      const link = up ? this.link(far >> 1, from, to) : this.link(far >> 1, to, from);
      if (up ? is === LEAST : is === MOST) this.raise(link, up ? by : -by);
      else this.lower(link, up ? by : -by);
      return;
    }
    const key = far * 2 * this.runs + near;
    let link = this.#ofEnds.get(key);
    if (link === undefined) this.#ofEnds.set(key, (link = this.open(from, to)));
    if (is === LEAST) this.raise(link, by);
    else this.lower(link, by);
  }

  private raise(link: number, by: number): void {
    this.#riseLeast[link] = Math.max(this.#riseLeast[link] as number, by);
  }

  private lower(link: number, by: number): void {
    this.#riseMost[link] = Math.min(this.#riseMost[link] as number, by);
  }

  private link(run: number, low: number, high: number): number {
    let link = this.ofRun[run] as number;
    if (link < 0) this.ofRun[run] = link = this.open(low, high);
    return link;
  }

  private open(from: number, to: number): number {
    this.#from.push(from);
    this.#to.push(to);
    this.#riseLeast.push(-2 * FAR);
    this.#riseMost.push(2 * FAR);
    return this.#from.length - 1;
  }

  done(rows: Rows, levelOf: Int32Array, over: Float64Array): Omit<Forest, 'least' | 'most' | 'cost' | 'bent'> {
    const links = this.#from.length;
    const placed = { levelOf, over, linkOf: this.ofRun };
    return {
      from: new Int32Array(this.#from),
      to: new Int32Array(this.#to),
      riseLeast: new Float64Array(this.#riseLeast),
      riseMost: new Float64Array(this.#riseMost),
      ...chainsOf(rows, placed, links),
    };
  }
}
