import type { Evaluation } from '@alveus/core';
import type { SheetPlace } from '@alveus/core/setout';
import { levelsAt } from '@alveus/core/setout';
import type { Uuid } from '@alveus/plan';
import { standing } from './useDig';

/**
 * The ground that the stand-in of a receiver is held in: a level that stands somewhere over the benchmarks, a turning point
 * under it, and trenches dug as well as people dig. It is made up, but the same each time that one looks.
 */

/** Between 0 and 1, the same for the same words. */
function chance(words: string): number {
  let hash = 2_166_136_261;
  for (let at = 0; at < words.length; at += 1) hash = Math.imul(hash ^ words.charCodeAt(at), 16_777_619);
  return (hash >>> 0) / 4_294_967_296;
}

const elevations = ({ plan }: Evaluation): number[] => Object.values(plan.benchmark).map(({ elevation }) => elevation);

/** The line of sight of a setup that is yet to be told: over everything that is known. */
const newSight = (evaluation: Evaluation): number =>
  Math.max(...elevations(evaluation)) + 1.2 + 0.5 * chance(String(evaluation.book.setups.length));

const turningPoint = (evaluation: Evaluation): number => Math.min(...elevations(evaluation)) - 0.4;

export type RodPlace =
  | { readonly on: 'benchmark'; readonly benchmark: Uuid; readonly from: 'new' | 'now' }
  | { readonly on: 'turning'; readonly from: 'new' | 'now' }
  | { readonly on: 'bottom'; readonly place: SheetPlace };

/** What the rod would read; undefined where nothing can be seen of it. */
export function truthOf(evaluation: Evaluation, held: RodPlace): number | undefined {
  const now = standing(evaluation)?.height;
  if (held.on === 'bottom') {
    const run = evaluation.runs.get(held.place.run);
    const bottom = run && levelsAt(run, held.place.at).bottom;
    const off = (chance(`${held.place.run} ${held.place.at.toFixed(2)}`) - 0.5) * 0.06;
    return bottom === undefined || now === undefined ? undefined : now - bottom - off;
  }
  const sight = held.from === 'new' ? newSight(evaluation) : now;
  const on = held.on === 'turning' ? turningPoint(evaluation) : evaluation.plan.benchmark[held.benchmark]?.elevation;
  return sight === undefined || on === undefined ? undefined : sight - on;
}

/** When the level was set up that stands, ms: what drifts, drifts from then on. */
let since = Date.now();
export const setUpNow = (): void => void (since = Date.now());
export const stood = (): number => (Date.now() - since) / 1000;
