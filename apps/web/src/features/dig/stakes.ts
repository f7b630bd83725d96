import type { Evaluation } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { formOf, lowerOf, upperOf } from '@alveus/plan';

/** Structures and ends of a line that are staked, from its low end up. */
export function stakesOf({ lines, plan }: Evaluation, line: Uuid | undefined): readonly Uuid[] {
  const order = lines.get(line ?? '')?.order.runs ?? [];
  const nodes = new Set(order.flatMap((run) => [lowerOf(run), upperOf(run)]));
  return [...nodes].filter((node) => !formOf(plan.node[node]?.form ?? 'bend').buried);
}
