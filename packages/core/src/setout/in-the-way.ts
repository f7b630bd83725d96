import type { Crossing, UpLine, Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { crossingsAt } from '../evaluate';
import { numberFor } from '../rules';
import { groundAt } from '../ground';
import type { CrossingResult, RunResult } from '../results';
import { topOfCrossing } from '../rules';
import { NEAR } from '../tolerance';
import type { SheetPlace } from './sheet';

/** Utilities in reach of the digging, along a line: where a trench is dug by hand. */

export interface InTheWay {
  readonly crossing: Crossing;
  readonly run: Uuid;
  /** Where it is dug by hand, from the low end of the line, m: the stretch it lies along, and the hand-dig width each way. */
  readonly from: UpLine;
  readonly to: UpLine;
  /** Where it crosses; where it lies beside the trench, the stretch. */
  readonly lies: { readonly from: UpLine; readonly to: UpLine };
  /** From the ground down to its top where it crosses or begins, m; undefined where that is not known. */
  readonly depth: number | undefined;
  /** It lies where the pipe has to go. */
  readonly blocks: boolean;
}

/**
 * What is in the way of a line, from its low end up.
 *
 * What lies too deep to be met is left out; what is not known to lie deep enough is not.
 */
export function inTheWay(evaluation: Evaluation, line: Uuid): readonly InTheWay[] {
  const order = evaluation.lines.get(line)?.order;
  if (!order) return [];
  const each = numberFor(evaluation.profile, 'hand-dig').value;
  const found = order.runs.flatMap((item, index) => {
    const run = evaluation.runs.get(item.id);
    const start = order.starts[index] ?? 0;
    return run ? crossingsAt(evaluation, item.id).flatMap((at) => reach(at, run, start, each)) : [];
  });
  return found.sort((a, b) => a.from - b.from);
}

function reach(result: CrossingResult, run: RunResult, start: number, each: number): readonly InTheWay[] {
  const { crossing, stretch, wall, beside, apart, places } = result;
  const across = crossing.lies.how === 'across';
  // Nothing of it lies along the run.
  if (result.beyond > 0 && stretch.to - stretch.from < NEAR) return [];
  if (!across && (wall ?? beside ?? 0) >= each - NEAR) return [];
  // Its top stays so far under the trench that nobody digs down to it.
  if (places.length > 0 && places.every(({ top, trench }) => top <= trench - each + NEAR)) return [];
  const ground = groundAt(run.ground, stretch.from);
  const top = topOfCrossing(crossing, run, stretch.from);
  return [
    {
      crossing,
      run: run.id,
      from: start + stretch.from - each,
      to: start + stretch.to + each,
      lies: { from: start + stretch.from, to: start + stretch.to },
      depth: ground === undefined || top === undefined ? undefined : ground - top,
      blocks: apart !== undefined && apart < -NEAR,
    },
  ];
}

/** What is in the way from a place of the sheet up to the next one: nothing between two rows goes without a word. */
export function inTheWayFrom(
  all: readonly InTheWay[],
  { along }: Pick<SheetPlace, 'along'>,
  next: Pick<SheetPlace, 'along'> | undefined,
): readonly InTheWay[] {
  const end = Math.max(along, next?.along ?? along);
  return all.filter(
    ({ from, to }) => (from < end - NEAR && to > along + NEAR) || (from <= along + NEAR && to >= along - NEAR),
  );
}
