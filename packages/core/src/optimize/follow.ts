import type { Edit, Plan } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { fixFact } from '../grade';
import { highOf, holding, lowOf } from './solver';
import type { System } from '../units';
import { LevelWriter } from './accept';
import type { Taken } from './gathering';
import { acceptEdits, digLeast } from './dig-least';
import type { Asked } from './program';
import { digProgram, networkOf } from './program';

/** An invert that is dragged, and all that is free with it. */
export interface Following {
  /** The edits that bring it to an elevation, or as far that way as the limits allow. */
  to(level: number): readonly Edit[];
  /** Where it came last; undefined where it came nowhere yet. */
  readonly reached: number | undefined;
}

/**
 * Follows an invert that is dragged with all that is free at its least dig.
 * @returns undefined where the run is not worked out
 */
export function followLeast(evaluation: Evaluation, taken: Taken, asked: Asked): Following | undefined {
  const dig = digProgram(evaluation, { ...asked, taken, only: networkOf(evaluation, taken.run) });
  const own = dig.runs.find(({ id }) => id === taken.run);
  if (!own) return undefined;
  const end = taken.end === 'low' ? lowOf(own.index) : highOf(own.index);
  const solved = holding(dig.program, end);
  const levels = new LevelWriter(evaluation.plan, evaluation.nodes, dig.runs);
  let edits: readonly Edit[] = [];
  let reached = taken.end === 'low' ? own.result.grade.low : own.result.grade.high;
  /** Levels that no limit allows, the nearest on either side. */
  const blocked = { over: Infinity, under: -Infinity };
  const take = (level: number, ends: Float64Array): void => {
    reached = level;
    edits = levels.write(ends, { ...taken, to: level });
  };
  /** Goes as far as the limits let it. */
  const toTheLimit = (from: number, to: number): void => {
    let [near, far] = [from, to];
    while (Math.abs(far - near) > AS_FAR) {
      const middle = (near + far) / 2;
      const ends = solved(middle);
      if (ends) {
        take(middle, ends);
        near = middle;
      } else far = middle;
    }
    if (far > near) blocked.over = far;
    else blocked.under = far;
  };
  return {
    to: (level) => {
      const held = Math.min(blocked.over, Math.max(blocked.under, level));
      const ends = held === level ? solved(level) : undefined;
      if (ends) take(level, ends);
      else if (held === level && reached !== undefined) toTheLimit(reached, level);
      return edits;
    },
    get reached() {
      return edits.length > 0 ? reached : undefined;
    },
  };
}

/** So near to a limit it comes, m. */
const AS_FAR = 0.001;

/** What is left when it is let go: the dragged invert is a person's, and the others are set to whole steps again. */
export function settleLeast(
  evaluation: Evaluation,
  taken: Taken,
  to: number,
  asked: Asked & { readonly system: System },
  evaluate: (plan: Plan) => Evaluation,
): readonly Edit[] | undefined {
  const run = evaluation.plan.run[taken.run];
  if (!run) return undefined;
  const item = fixFact(run, evaluation.plan.runGrade[taken.run], taken.end, to);
  const fixed: Edit = { op: 'put', item };
  const moved = evaluate(applyEdits(evaluation.plan, [fixed]));
  const found = digLeast(moved, { ...asked, only: networkOf(moved, taken.run) });
  if (!found.ok) return undefined;
  const others = acceptEdits(moved, found);
  return others.some((edit) => edit.op === 'put' && edit.item.id === taken.run) ? others : [fixed, ...others];
}
