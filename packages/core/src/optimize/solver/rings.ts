import { solve } from 'yalps';
import type { Chains, Forest } from './forest';

/**
 * Levels linked in rings, as a drain that goes round a house to one outlet, or whose costs are not straight: dynamic
 * programming needs a tree, so these are found by a linear program of all their limits (simplex, by yalps).
 */

/** A program that would take longer, ms, or is larger, in numbers, than anybody waits for. */
const PATIENCE = 3000;
const LARGEST = 4_000_000;

/** Nothing can be said: it took too long. */
export class OutOfTime extends Error {}

/** The program as its solver takes it: limits by name, and for each level its share in them. */
class Tableau {
  readonly limits = new Map<string, { min?: number; max?: number }>();
  readonly levels: readonly Map<string, number>[];

  constructor(private readonly least: Float64Array) {
    this.levels = Array.from({ length: least.length }, () => new Map<string, number>());
  }

  add(name: string, shares: readonly (readonly [number, number])[], is: 'min' | 'max', value: number): void {
    // The program knows no negative levels: each is told over the least that it can be.
    let over = value;
    for (const [level, share] of shares) {
      over -= share * (this.least[level] as number);
      this.levels[level]?.set(name, share);
    }
    this.limits.set(name, { [is]: over });
  }
}

/** The limits of the levels, and of the links between them. */
function addLimits(tableau: Tableau, { most, cost, from, to, riseLeast, riseMost, under, over }: Forest): void {
  for (let level = 0; level < most.length; level += 1) {
    tableau.levels[level]?.set('cost', cost[level] as number);
    tableau.add(`most ${level}`, [[level, 1]], 'max', most[level] as number);
  }
  const points = (name: string, { start, at, level }: Chains, link: number, is: 'min' | 'max'): void => {
    for (let point = start[link] as number; point < (start[link + 1] as number); point += 1) {
      const share = at[point] as number;
      const shares = [
        [from[link] as number, 1 - share],
        [to[link] as number, share],
      ] as const;
      tableau.add(`${name} ${point}`, shares, is, level[point] as number);
    }
  };
  for (let link = 0; link < from.length; link += 1) {
    const apart = [
      [to[link] as number, 1],
      [from[link] as number, -1],
    ] as const;
    tableau.add(`rise ${link}`, apart, 'min', riseLeast[link] as number);
    tableau.add(`fall ${link}`, apart, 'max', riseMost[link] as number);
    points('under', under, link, 'max');
    points('over', over, link, 'min');
  }
}

/** A variable for each cost that is not straight: no less than any of its planes. */
function bendsIn({ limits, levels }: Tableau, { bent, least, most }: Forest): [string, Map<string, number>][] {
  return bent.map(({ a, b, planes }, index) => {
    const name = `bent ${index}`;
    // A cost may be less than nothing, and the program knows no such number: it is told over the least it can be.
    const lowest = Math.min(...planes.map((plane) => valueOf(plane, a, b, least, most)));
    const own = new Map([['cost', 1]]);
    planes.forEach((plane, which) => {
      const limit = `${name} ${which}`;
      let value = plane.base - lowest;
      for (const [level, share] of a === b
        ? [[a, plane.a + plane.b] as const]
        : ([
            [a, plane.a],
            [b, plane.b],
          ] as const)) {
        if (level < 0) continue;
        value += share * (least[level] as number);
        levels[level]?.set(limit, -share);
      }
      own.set(limit, 1);
      limits.set(limit, { min: value });
    });
    return [name, own];
  });
}

/** @returns the levels; nothing where not all limits can be kept @throws OutOfTime */
export function aroundRings(forest: Forest): Float64Array | undefined {
  const { least } = forest;
  const count = least.length;
  const tableau = new Tableau(least);
  addLimits(tableau, forest);
  const bends = bendsIn(tableau, forest);
  const { limits, levels } = tableau;
  if (limits.size * (count + bends.length) > LARGEST) throw new OutOfTime('too large a ring');
  const found = solve(
    {
      direction: 'minimize',
      objective: 'cost',
      constraints: limits,
      variables: [...levels.map((shares, level) => [String(level), shares] as const), ...bends],
    },
    { maxPivots: Infinity, timeout: PATIENCE, precision: 1e-9, includeZeroVariables: true },
  );
  if (found.status === 'timedout') throw new OutOfTime('the ring took too long');
  if (found.status !== 'optimal') return undefined;
  const result = new Float64Array(count);
  for (let level = 0; level < count; level += 1)
    result[level] = (found.variables[level]?.[1] ?? 0) + (least[level] as number);
  return result;
}

/** The least that a plane can come to within the bounds of its levels. */
function valueOf(
  plane: { readonly base: number; readonly a: number; readonly b: number },
  a: number,
  b: number,
  least: Float64Array,
  most: Float64Array,
): number {
  const lowest = (level: number, share: number): number =>
    level < 0 ? 0 : share * ((share > 0 ? least[level] : most[level]) as number);
  return plane.base + lowest(a, plane.a) + lowest(b, plane.b);
}
