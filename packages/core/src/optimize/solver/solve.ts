import { Cheapest } from './cheapest';
import type { Compiled } from './compile';
import { compile } from './compile';
import { hanging } from './forest';
import type { Program } from './program';
import { bentAt, highOf, lowOf } from './program';
import { aroundRings } from './rings';

/**
 * The cheapest levels of all ends, or that there are none: each tree of levels by dynamic programming (`cheapest`), each
 * ring by a linear program (`rings`).
 */
export type Solved = { readonly ok: true; readonly ends: Float64Array; readonly cost: number } | { readonly ok: false };

const NONE: Solved = { ok: false };

export function solve(program: Program): Solved {
  const compiled = compile(program);
  if ('contradicts' in compiled) return NONE;
  const levels = engineOf(compiled).levels();
  if (!levels) return NONE;
  const ends = endsOf(compiled, levels);
  return { ok: true, ends, cost: costOf(program, ends) };
}

/** What finds the cheapest levels, and finds them again where a few are held otherwise. */
export type Engine = Pick<Cheapest, 'levels' | 'again'>;

export function engineOf({ forest }: Compiled): Engine {
  const tree = hanging(forest, forest.least.length);
  if (!('ring' in tree) && forest.bent.length === 0) return new Cheapest(forest, tree);
  return {
    levels: () => aroundRings(forest),
    again: (tighter) => ({ levels: aroundRings(tighter), back: () => undefined }),
  };
}

export function endsOf({ levelOf, over }: Compiled, levels: Float64Array): Float64Array {
  const ends = over.slice();
  for (let end = 0; end < ends.length; end += 1) {
    const level = levelOf[end] as number;
    if (level >= 0) ends[end] = (ends[end] as number) + (levels[level] as number);
  }
  return ends;
}

export function costOf({ runs, low, high, base, bent = [] }: Program, ends: ArrayLike<number>): number {
  let cost = 0;
  for (const bend of bent) cost += bentAt(bend, ends[lowOf(bend.run)] as number, ends[highOf(bend.run)] as number);
  for (let run = 0; run < runs; run += 1)
    cost +=
      (base[run] as number) +
      (low[run] as number) * (ends[lowOf(run)] as number) +
      (high[run] as number) * (ends[highOf(run)] as number);
  return cost;
}
