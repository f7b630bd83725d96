import type { Compiled } from './compile';
import { compile } from './compile';
import type { Program } from './program';
import { highOf, lowOf } from './program';
import { endsOf, engineOf } from './solve';

/**
 * Room to be wrong: how high and how low a run may lie before a limit breaks, whatever is free elsewhere being solved
 * anew. All that its two ends may be together is a convex figure; any place along it is furthest up, or down, at one of
 * its corners.
 */
export interface Room {
  /** Corners, in order round; one or two where it can hardly move. */
  readonly corners: readonly Corner[];
}

export interface Corner {
  readonly low: number;
  readonly high: number;
  /** All ends, as they may lie then. */
  readonly ends: Float64Array;
}

/** Corners nearer than this are one, m. */
const SAME = 1e-7;
/** More corners than a run has limits are not looked for. */
const MOST_CORNERS = 64;

/** @param program with its choices made @returns undefined where not all limits can be kept, wherever it lies */
export function roomOf(program: Program, run: number): Room | undefined {
  const compiled = compile(program);
  if ('contradicts' in compiled) return undefined;
  const furthest = (low: number, high: number): Corner | undefined => toward(compiled, run, low, high);
  const first = furthest(0, 1);
  if (!first) return undefined;
  const corners: Corner[] = [first];
  /** Between two corners: whether there are more beyond the straight from one to the other. */
  const between = (from: Corner, to: Corner): void => {
    if (corners.length > MOST_CORNERS) return;
    const [low, high] = [to.high - from.high, from.low - to.low];
    const size = Math.hypot(low, high);
    if (size < SAME) return;
    const found = furthest(low / size, high / size);
    if (!found) return;
    const out = ((found.low - from.low) * low + (found.high - from.high) * high) / size;
    if (out < SAME) return;
    between(from, found);
    corners.push(found);
    between(found, to);
  };
  // Up, then round by the other three sides.
  const sides = [furthest(1, 0), furthest(0, -1), furthest(-1, 0)].filter((corner) => corner !== undefined);
  let last = first;
  for (const side of [...sides, first]) {
    between(last, side);
    if (side !== first && Math.hypot(side.low - last.low, side.high - last.high) >= SAME) corners.push(side);
    last = side;
  }
  return { corners };
}

/** The levels at which `low` × low end + `high` × high end is the most it can be. */
function toward(compiled: Compiled, run: number, low: number, high: number): Corner | undefined {
  const { forest, levelOf } = compiled;
  const cost = new Float64Array(forest.least.length);
  for (const [end, share] of [
    [lowOf(run), low],
    [highOf(run), high],
  ] as const) {
    const level = levelOf[end] as number;
    if (level >= 0) cost[level] = (cost[level] as number) - share;
  }
  const levels = engineOf({ ...compiled, forest: { ...forest, cost } }).levels();
  if (!levels) return undefined;
  const ends = endsOf(compiled, levels);
  return { low: ends[lowOf(run)] as number, high: ends[highOf(run)] as number, ends };
}

/** The corners at which a place along the run, 0 at its low end, lies lowest and highest. */
export function roomAt({ corners }: Room, share: number): { readonly lowest: Corner; readonly highest: Corner } {
  const at = ({ low, high }: Corner): number => low + share * (high - low);
  const [first, ...others] = corners as readonly [Corner, ...Corner[]];
  let [lowest, highest] = [first, first];
  for (const corner of others) {
    if (at(corner) < at(lowest)) lowest = corner;
    if (at(corner) > at(highest)) highest = corner;
  }
  return { lowest, highest };
}
