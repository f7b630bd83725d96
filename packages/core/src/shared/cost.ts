import type { Edit } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { evaluate } from '../evaluate';
import { takeoff } from '../takeoff';

/** What a change of the plan costs: more that is dug, m³, and more that is bought by weight, kg; negative where it saves. */
export interface Cost {
  readonly dug: number;
  readonly bought: number;
}

export function costOf(edits: readonly Edit[], before: Evaluation): Cost {
  const after = evaluate(applyEdits(before.plan, edits), before);
  const [now, then] = [amountsIn(before), amountsIn(after)];
  return { dug: then.dug - now.dug, bought: then.bought - now.bought };
}

/** All that the job digs, m³, and what of it is bought from a quarry, kg. */
export function amountsIn(evaluation: Evaluation): Cost {
  let [dug, bought] = [0, 0];
  for (const { soil } of evaluation.lines.values()) dug += soil.excavation;
  for (const { supplier, mass } of takeoff(evaluation).sums) if (supplier === 'quarry') bought += mass;
  return { dug, bought };
}
