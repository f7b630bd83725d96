/**
 * A forest: levels linked in pairs, without rings. Flat arrays throughout: small objects for each point are twenty times
 * slower.
 */
export interface Forest {
  /** Bounds of each level, m, and what a metre more of it costs. */
  readonly least: Float64Array;
  readonly most: Float64Array;
  readonly cost: Float64Array;
  /** The two levels of each link. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Of `to` over `from`, m. */
  readonly riseLeast: Float64Array;
  readonly riseMost: Float64Array;
  /** Between the two, where 0 is `from` and 1 is `to`, it runs under these points and over those. */
  readonly under: Chains;
  readonly over: Chains;
  /** Costs that are not straight: each the highest of some planes over two levels, -1 where an end is fixed. */
  readonly bent: readonly BentLevels[];
}

export interface BentLevels {
  readonly a: number;
  readonly b: number;
  readonly planes: readonly { readonly base: number; readonly a: number; readonly b: number }[];
}

/**
 * Points of each link in order along it, those of link k from `start[k]` to before `start[k + 1]`, none of them at an
 * end and none that the others make idle: under a hollow line, over a hump.
 */
export interface Chains {
  readonly start: Int32Array;
  readonly at: Float64Array;
  readonly level: Float64Array;
}

/** Nothing lies further from the datum, m. */
export const FAR = 20_000;

/** Levels from the roots on, each after the one it hangs on, and by which link it does; -1 at a root. */
export interface Hanging {
  readonly order: Int32Array;
  readonly by: Int32Array;
  /** Those that hang on a level: in the order, from `first` to before `last`. */
  readonly first: Int32Array;
  readonly last: Int32Array;
}

/** @returns the link that closes a ring, where one does */
export function hanging(forest: Pick<Forest, 'from' | 'to'>, count: number): Hanging | { readonly ring: number } {
  const { from, to } = forest;
  const { start, links } = linksAt(forest, count);
  const order = new Int32Array(count);
  const by = new Int32Array(count).fill(UNSEEN);
  const first = new Int32Array(count);
  const last = new Int32Array(count);
  let [end, next] = [0, 0];
  for (let root = 0; root < count; root += 1) {
    if (by[root] !== UNSEEN) continue;
    by[root] = -1;
    order[end] = root;
    for (end += 1; next < end; next += 1) {
      const level = order[next] as number;
      first[level] = end;
      for (let index = start[level] as number; index < (start[level + 1] as number); index += 1) {
        const link = links[index] as number;
        if (link === by[level]) continue;
        const other = from[link] === level ? (to[link] as number) : (from[link] as number);
        if (by[other] !== UNSEEN) return { ring: link };
        by[other] = link;
        order[end] = other;
        end += 1;
      }
      last[level] = end;
    }
  }
  return { order, by, first, last };
}

const UNSEEN = -2;

/** Links at each level: those of level n from `start[n]` to before `start[n + 1]`. */
function linksAt({ from, to }: Pick<Forest, 'from' | 'to'>, count: number) {
  const start = new Int32Array(count + 1);
  const more = (level: number): void => {
    start[level + 1] = (start[level + 1] as number) + 1;
  };
  for (let link = 0; link < from.length; link += 1) {
    more(from[link] as number);
    more(to[link] as number);
  }
  for (let level = 0; level < count; level += 1)
    start[level + 1] = (start[level + 1] as number) + (start[level] as number);
  const next = start.slice();
  const links = new Int32Array(2 * from.length);
  const put = (level: number, link: number): void => {
    links[next[level] as number] = link;
    next[level] = (next[level] as number) + 1;
  };
  for (let link = 0; link < from.length; link += 1) {
    put(from[link] as number, link);
    put(to[link] as number, link);
  }
  return { start, links };
}
