import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { fixFact } from '../grade';
import { choose, DATUM, highOf, JUST, lowOf, Rows } from '../least';
import type { System } from '../units';
import { levelEdits } from './accept';
import { digLeast } from './dig-least';
import type { Asked } from './program';
import { digProgram } from './program';

export interface Taken {
  readonly run: Uuid;
  readonly end: 'low' | 'high';
}

/**
 * Follows an invert that is dragged with all that is free at its least dig.
 * @returns for an elevation, the edits that bring it there; where no limit allows that, those of where it came last;
 * undefined where the run is not worked out
 */
export function followLeast(
  evaluation: Evaluation,
  taken: Taken,
  asked: Asked,
): ((to: number) => readonly Edit[]) | undefined {
  const dig = digProgram(evaluation, { ...asked, taken });
  const own = dig.runs.find(({ id }) => id === taken.run);
  if (!own) return undefined;
  const end = taken.end === 'low' ? lowOf(own.index) : highOf(own.index);
  const rows = new Rows();
  rows.addAll(dig.program.rows);
  const count = rows.count;
  let last: readonly Edit[] = [];
  return (to) => {
    rows.cut(count);
    rows.apart(end, DATUM, JUST, to, -1);
    const found = choose({ ...dig.program, rows });
    if (found.ok)
      last = levelEdits(evaluation.plan, evaluation.nodes, dig.runs, found.ends, { taken: { ...taken, to } });
    return last;
  };
}

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
  const found = digLeast(moved, asked);
  if (!found.ok) return undefined;
  const others = levelEdits(moved.plan, moved.nodes, found.at.dig.runs, found.at.set);
  return others.some((edit) => edit.op === 'put' && edit.item.id === taken.run) ? others : [fixed, ...others];
}
