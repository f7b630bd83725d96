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

const orders = new WeakMap<ReadonlyMap<Uuid, NodeEnds>, readonly NodeEnds[]>();

/** The nodes so that each comes after those its water goes to; nodes on rings come last. Kept with the nodes. */
export function fromOutletsUp(runs: readonly Run[], nodes: ReadonlyMap<Uuid, NodeEnds>): readonly NodeEnds[] {
  const before = orders.get(nodes);
  if (before) return before;
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
  orders.set(nodes, order);
  return order;
}

/** Where two runs of one line go on through a node at which the water does not part, by their numbers. */
export interface Passage {
  readonly below: number;
  readonly above: number;
}

const passages = new WeakMap<ReadonlyMap<Uuid, NodeEnds>, readonly Passage[]>();

/** Kept with the nodes. */
export function passagesAt(runs: readonly Run[], nodes: ReadonlyMap<Uuid, NodeEnds>): readonly Passage[] {
  let found = passages.get(nodes);
  if (!found) passages.set(nodes, (found = [...nodes.values()].flatMap((ends) => passageAt(runs, ends))));
  return found;
}

function passageAt(runs: readonly Run[], { arriving, leaving }: NodeEnds): Passage[] {
  const [above] = leaving;
  if (above === undefined || leaving.length > 1) return [];
  const own = arriving.filter((index) => runs[index]?.line === runs[above]?.line);
  const [below] = own;
  return below === undefined || own.length > 1 ? [] : [{ below, above }];
}
