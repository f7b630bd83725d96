import type { Run, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';

/** Runs at a node, by their number: those that bring water to it, and those that carry it away. */
export interface NodeEnds {
  readonly arriving: readonly number[];
  readonly leaving: readonly number[];
}

const known = new WeakMap<readonly Run[], ReadonlyMap<Uuid, NodeEnds>>();

/** Kept with the list of runs: which of them meet does not depend on how deep they lie. */
export function endsByNode(runs: readonly Run[]): ReadonlyMap<Uuid, NodeEnds> {
  const before = known.get(runs);
  if (before) return before;
  const nodes = new Map<Uuid, { arriving: number[]; leaving: number[] }>();
  const at = (node: Uuid): { arriving: number[]; leaving: number[] } => {
    let ends = nodes.get(node);
    if (!ends) nodes.set(node, (ends = { arriving: [], leaving: [] }));
    return ends;
  };
  runs.forEach((run, index) => {
    at(lowerOf(run)).arriving.push(index);
    at(upperOf(run)).leaving.push(index);
  });
  known.set(runs, nodes);
  return nodes;
}

/** The nodes so that each comes after those its water goes to; nodes on rings come last. */
export function fromOutletsUp(runs: readonly Run[], nodes: ReadonlyMap<Uuid, NodeEnds>): NodeEnds[] {
  const open = new Map<NodeEnds, number>();
  const order: NodeEnds[] = [];
  for (const ends of nodes.values()) {
    open.set(ends, ends.leaving.length);
    if (ends.leaving.length === 0) order.push(ends);
  }
  for (let next = 0; next < order.length; next += 1) {
    for (const index of (order[next] as NodeEnds).arriving) {
      const above = nodes.get(upperOf(runs[index] as Run)) as NodeEnds;
      const left = (open.get(above) as number) - 1;
      open.set(above, left);
      if (left === 0) order.push(above);
    }
  }
  for (const ends of nodes.values()) if ((open.get(ends) as number) > 0) order.push(ends);
  return order;
}
