import type { Evaluation } from '@alveus/core';
import type { NodeForm, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';

/** Where nothing is set: pipe joins pipe in the ground. */
const UNSTAKED: ReadonlySet<NodeForm> = new Set<NodeForm>(['bend', 'fitting']);

/** Structures and ends of a line that are staked, from its low end up. */
export function stakesOf({ lines, plan }: Evaluation, line: Uuid | undefined): readonly Uuid[] {
  const order = lines.get(line ?? '')?.order.runs ?? [];
  const nodes = new Set(order.flatMap((run) => [lowerOf(run), upperOf(run)]));
  return [...nodes].filter((node) => !UNSTAKED.has(plan.node[node]?.form ?? 'bend'));
}
