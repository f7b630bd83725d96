import type { Compiled } from './compile';
import { compile } from './compile';
import type { Chains, Forest, Hanging } from './forest';
import { hanging } from './forest';
import type { Program } from './program';
import { DATUM, highOf, JUST, lowOf, Rows } from './program';
import { costOf, endsOf } from './solve';
import type { BentCost } from './tangents';

/**
 * Levels that a crew can set: whole steps near the cheapest ones, cheapest of all such within a few steps, and none of
 * them breaking a limit. Of ends that are tied to one another the first lies on a step, and the others carry what
 * remains.
 */
export interface Stepped {
  readonly ends: Float64Array;
  readonly cost: number;
  readonly step: number;
  /** Whether it is a finer step than the first that was asked for. */
  readonly finer: boolean;
  /** Ends that lie on no step, because a slope or a drop is fixed. */
  readonly between: readonly number[];
}

/** How many steps either side are looked through, and then once more. */
const WINDOWS = [3, 12] as const;
/** Limits are kept to within this, m. */
const KEPT = 5e-7;

/**
 * @param program with its choices made @param ends the cheapest levels
 * @param steps from the coarsest on, m @param costs that bend, as they are and not by their tangents
 * @returns nothing where no step works
 */
export function rounded(
  program: Program,
  ends: Float64Array,
  steps: readonly number[],
  costs: readonly BentCost[] = [],
): Stepped | undefined {
  const straight = { ...program, bent: [] };
  const compiled = compile(straight);
  if ('contradicts' in compiled) return undefined;
  for (const step of steps)
    for (const window of WINDOWS) {
      const found = onSteps(straight, compiled, ends, step, window, costs);
      if (!found) continue;
      const between: number[] = [];
      for (let end = 0; end < found.length; end += 1)
        if ((compiled.levelOf[end] as number) >= 0 && offStep(found[end] as number, step)) between.push(end);
      return {
        ends: found,
        cost: costOf(straight, found) + bendsAt(costs, found),
        step,
        finer: step !== steps[0],
        between,
      };
    }
  return undefined;
}

function bendsAt(costs: readonly BentCost[], ends: Float64Array): number {
  return costs.reduce((sum, { run, at }) => sum + at(ends[lowOf(run)] as number, ends[highOf(run)] as number).value, 0);
}

function offStep(level: number, step: number): boolean {
  return Math.abs(level / step - Math.round(level / step)) * step > KEPT;
}

function onSteps(
  program: Program,
  compiled: Compiled,
  ends: Float64Array,
  step: number,
  window: number,
  costs: readonly BentCost[],
): Float64Array | undefined {
  const { forest, levelOf, over } = compiled;
  const count = forest.least.length;
  const tree = hanging(forest, count);
  if ('ring' in tree) {
    // Where levels hang together in a ring, one of it is set first; what is left is tried for each of its steps.
    const cut = forest.from[tree.ring] as number;
    const end = levelOf.indexOf(cut);
    for (const level of near(ends[end] as number, step, window)) {
      const rows = new Rows();
      rows.addAll(program.rows);
      rows.apart(end, DATUM, JUST, level, -1);
      const fixed = { ...program, rows };
      const cutOpen = compile(fixed);
      if ('contradicts' in cutOpen) continue;
      const found = onSteps(fixed, cutOpen, ends, step, window, costs);
      if (found) return found;
    }
    return undefined;
  }
  /** The first end of each level lies on a step. */
  const first = new Int32Array(count).fill(-1);
  for (let end = 0; end < levelOf.length; end += 1) {
    const level = levelOf[end] as number;
    if (level >= 0 && first[level] === -1) first[level] = end;
  }
  const wanted = new Float64Array(count);
  const lowest = new Float64Array(count);
  for (let level = 0; level < count; level += 1) {
    const end = first[level] as number;
    const above = over[end] as number;
    wanted[level] = (ends[end] as number) - above;
    lowest[level] = (Math.round((ends[end] as number) / step) - window) * step - above;
  }
  const bends = bendsOf(compiled, costs, ends);
  const levels = bestOnSteps(forest, tree, bends, { wanted, lowest, step, many: 2 * window + 1 });
  return levels && endsOf(compiled, levels);
}

/** What bends, by one level or by the two that a link has. */
interface Bends {
  readonly ofLevel: ReadonlyMap<number, readonly ((level: number) => number)[]>;
  readonly ofLink: ReadonlyMap<number, (from: number, to: number) => number>;
}

function bendsOf({ levelOf, over, linkOf }: Compiled, costs: readonly BentCost[], ends: Float64Array): Bends {
  const ofLevel = new Map<number, ((level: number) => number)[]>();
  const ofLink = new Map<number, (from: number, to: number) => number>();
  for (const { run, at } of costs) {
    const [lowEnd, highEnd] = [lowOf(run), highOf(run)];
    const [low, high] = [levelOf[lowEnd] as number, levelOf[highEnd] as number];
    const [overLow, overHigh] = [over[lowEnd] as number, over[highEnd] as number];
    const link = linkOf[run] as number;
    if (link >= 0) {
      ofLink.set(link, (from, to) => at(from + overLow, to + overHigh).value);
      continue;
    }
    // Both ends are one level, or one is fixed; where nothing links them, the other is taken where it is cheapest.
    const level = low >= 0 ? low : high;
    if (level < 0) continue;
    const roundedEnd = (end: number, of: number, above: number, here: number): number =>
      of === level ? here + above : (ends[end] as number);
    const list = ofLevel.get(level) ?? [];
    list.push((here) => at(roundedEnd(lowEnd, low, overLow, here), roundedEnd(highEnd, high, overHigh, here)).value);
    ofLevel.set(level, list);
  }
  return { ofLevel, ofLink };
}

/** Steps about a level, the nearest first. */
function near(level: number, step: number, window: number): number[] {
  const middle = Math.round(level / step);
  const all = Array.from({ length: 2 * window + 1 }, (_, index) => (middle - window + index) * step);
  return all.sort((a, b) => Math.abs(a - level) - Math.abs(b - level));
}

interface Steps {
  readonly wanted: Float64Array;
  /** Of each level, the lowest step that is tried. */
  readonly lowest: Float64Array;
  readonly step: number;
  /** How many steps are tried of each. */
  readonly many: number;
}

/** Of all steps of all levels the cheapest that keep every limit, from the ends of the trees to their roots. */
function bestOnSteps(
  forest: Forest,
  tree: Hanging,
  { ofLevel, ofLink }: Bends,
  { wanted, lowest, step, many }: Steps,
): Float64Array | undefined {
  const count = forest.least.length;
  const { order, by } = tree;
  const cost = new Float64Array(count * many);
  const taken = new Int32Array(count * many);
  const at = (level: number, index: number): number => (lowest[level] as number) + index * step;
  for (let level = 0; level < count; level += 1) {
    const bends = ofLevel.get(level) ?? [];
    for (let index = 0; index < many; index += 1) {
      const here = at(level, index);
      const fits = here >= (forest.least[level] as number) - KEPT && here <= (forest.most[level] as number) + KEPT;
      // Of two that cost the same the nearer to the cheapest.
      const off = (here - (wanted[level] as number)) / step;
      cost[level * many + index] = fits
        ? (forest.cost[level] as number) * (here - (wanted[level] as number)) +
          TIE * step * off * off +
          bends.reduce((sum, bend) => sum + bend(here), 0)
        : Infinity;
    }
  }
  for (let place = count - 1; place >= 0; place -= 1) {
    const level = order[place] as number;
    const link = by[level] as number;
    if (link < 0) continue;
    const up = forest.to[link] === level;
    const near = (up ? forest.from[link] : forest.to[link]) as number;
    const bend = ofLink.get(link);
    for (let index = 0; index < many; index += 1) {
      const here = at(near, index);
      let [least, best] = [Infinity, -1];
      for (let far = 0; far < many; far += 1) {
        const there = at(level, far);
        const [from, to] = up ? [here, there] : [there, here];
        let more = cost[level * many + far] as number;
        if ((more >= least && !bend) || !links(forest, link, from, to)) continue;
        more += bend?.(from, to) ?? 0;
        if (more >= least) continue;
        [least, best] = [more, far];
      }
      taken[level * many + index] = best;
      cost[near * many + index] = (cost[near * many + index] as number) + least;
    }
  }
  const chosen = new Int32Array(count);
  const levels = new Float64Array(count);
  for (const level of order) {
    const link = by[level] as number;
    let best = 0;
    if (link < 0) {
      for (let index = 1; index < many; index += 1)
        if ((cost[level * many + index] as number) < (cost[level * many + best] as number)) best = index;
      if (cost[level * many + best] === Infinity) return undefined;
    } else {
      const near = (forest.to[link] === level ? forest.from[link] : forest.to[link]) as number;
      best = taken[level * many + (chosen[near] as number)] as number;
      if (best < 0) return undefined;
    }
    chosen[level] = best;
    levels[level] = at(level, best);
  }
  return levels;
}

/** Weighs so little that it decides only between levels that cost the same. */
const TIE = 1e-6;

/** Whether a link allows two levels. */
function links({ riseLeast, riseMost, under, over }: Forest, link: number, from: number, to: number): boolean {
  const rise = to - from;
  if (rise < (riseLeast[link] as number) - KEPT || rise > (riseMost[link] as number) + KEPT) return false;
  return keeps(under, link, from, rise, 1) && keeps(over, link, from, rise, -1);
}

function keeps({ start, at, level }: Chains, link: number, from: number, rise: number, side: 1 | -1): boolean {
  for (let point = start[link] as number; point < (start[link + 1] as number); point += 1)
    if (side * (from + (at[point] as number) * rise - (level[point] as number)) > KEPT) return false;
  return true;
}
