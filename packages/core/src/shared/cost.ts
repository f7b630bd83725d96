import type { Edit } from '@alveus/plan';
import { applyEdits, classOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { evaluate } from '../evaluate';

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
export function amountsIn({ lines, plan }: Evaluation): Cost {
  let [dug, bought] = [0, 0];
  for (const { quantities } of lines.values()) {
    dug += quantities.excavation;
    for (const { material, mass } of quantities.bought) {
      const known = plan.material[material];
      if (known && classOf(known.class).supplier === 'quarry') bought += mass;
    }
  }
  return { dug, bought };
}
