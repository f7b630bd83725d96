import type { Run, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { keptWith, keptWithBoth } from '../kept-with';

/** Runs at a node, by their number: those that bring water to it, and those that carry it away. */
export interface NodeEnds {
  readonly arriving: readonly number[];
  readonly leaving: readonly number[];
}

/** Which runs meet does not depend on how deep they lie. */
export const endsByNode = keptWith((runs: readonly Run[]): ReadonlyMap<Uuid, NodeEnds> => {
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
  return nodes;
});

/** The nodes so that each comes after those its water goes to; nodes on rings come last. */
export const fromOutletsUp = keptWithBoth((runs: readonly Run[], nodes: ReadonlyMap<Uuid, NodeEnds>) => {
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
});

/** Where two runs of one line go on through a node at which the water does not part, by their numbers. */
export interface Passage {
  readonly below: number;
  readonly above: number;
}

export const passagesAt = keptWithBoth((runs: readonly Run[], nodes: ReadonlyMap<Uuid, NodeEnds>): readonly Passage[] =>
  [...nodes.values()].flatMap((ends) => passageAt(runs, ends)),
);

function passageAt(runs: readonly Run[], { arriving, leaving }: NodeEnds): Passage[] {
  const [above] = leaving;
  if (above === undefined || leaving.length > 1) return [];
  const own = arriving.filter((index) => runs[index]?.line === runs[above]?.line);
  const [below] = own;
  return below === undefined || own.length > 1 ? [] : [{ below, above }];
}
