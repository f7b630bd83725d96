import type { FromA, ItemOf, Plan, UpRun, Uuid } from '@alveus/plan';

type Places = Pick<Plan, 'nodePlace'>;

/** Horizontal length of a run, node to node, in metres; undefined where it is to come from places that are not there. */
export function runLength(plan: Places, run: Pick<ItemOf<'run'>, 'length' | 'a' | 'b'>): number | undefined {
  if (run.length.from === 'typed') return run.length.value;
  const drawn = drawnLength(plan, run);
  return drawn !== undefined && drawn > 0 ? drawn : undefined;
}

/** Distance between a run's nodes on the sketch, m. */
export function drawnLength(plan: Places, run: { readonly a: Uuid; readonly b: Uuid }): number | undefined {
  const from = plan.nodePlace[run.a];
  const to = plan.nodePlace[run.b];
  return from && to ? Math.hypot(to.east - from.east, to.north - from.north) : undefined;
}

/** A place told from end a, as it is read up the run from its lower node. @param length of the run, m */
export function upRun(run: Pick<ItemOf<'run'>, 'flow'>, length: number, at: FromA): UpRun {
  return run.flow === 'to-a' ? +at : length - at;
}

/** A place read up the run, as it is told from end a. @param length of the run, m */
export function fromEndA(run: Pick<ItemOf<'run'>, 'flow'>, length: number, at: UpRun): FromA {
  return run.flow === 'to-a' ? +at : length - at;
}
