import type { ItemOf, Plan, Uuid } from '@alveus/plan';

type Places = Pick<Plan, 'nodePlace'>;

/** Horizontal length of a run, node to node, in metres; undefined where it is to come from places that are not there. */
export function runLength(plan: Places, run: Pick<ItemOf<'run'>, 'length' | 'lower' | 'upper'>): number | undefined {
  if (run.length.from === 'typed') return run.length.value;
  const drawn = drawnLength(plan, run);
  return drawn !== undefined && drawn > 0 ? drawn : undefined;
}

/** Distance between a run's nodes on the sketch, m. */
export function drawnLength(plan: Places, run: { readonly lower: Uuid; readonly upper: Uuid }): number | undefined {
  const from = plan.nodePlace[run.lower];
  const to = plan.nodePlace[run.upper];
  return from && to ? Math.hypot(to.east - from.east, to.north - from.north) : undefined;
}
