import type { Run, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';

/** Runs at a node, by their number: those that bring water to it, and those that carry it away. */
export interface NodeEnds {
  readonly arriving: number[];
  readonly leaving: number[];
}

export function endsByNode(runs: readonly Run[]): Map<Uuid, NodeEnds> {
  const nodes = new Map<Uuid, NodeEnds>();
  const at = (node: Uuid): NodeEnds => {
    let ends = nodes.get(node);
    if (!ends) nodes.set(node, (ends = { arriving: [], leaving: [] }));
    return ends;
  };
  runs.forEach((run, index) => {
    at(lowerOf(run)).arriving.push(index);
    at(upperOf(run)).leaving.push(index);
  });
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
