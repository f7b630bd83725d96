import type { Plan, Run, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { byName } from '../by-name';
import { runLength } from '../length';
import type { Topology } from './topology';

/** Where each node is shown: where it was put on the sketch, or, undrawn, where the schematic lays it. */
export interface NodeSpot {
  readonly east: number;
  readonly north: number;
  readonly placed: boolean;
}

/** Angle between a branch and what it joins, and length of a run that has none, on the schematic. */
const BRANCH = Math.PI / 4;
const UNKNOWN_LENGTH = 10;
const NONE: readonly Uuid[] = [];

const drawnLong = (run: Run): number => runLength({ nodePlace: {} }, run) ?? UNKNOWN_LENGTH;

/**
 * A spot for every node. From each placed node, and then from each outlet that nothing placed leads to, the
 * schematic goes along the runs: a line goes straight on, branches leave it to either side by turns, laterals lie side
 * by side, and every run is as long as it is.
 */
export function networkSpots(plan: Plan, topology: Topology): Map<Uuid, NodeSpot> {
  const spots = new Map<Uuid, NodeSpot>();
  for (const [id, { east, north }] of Object.entries(plan.nodePlace))
    if (plan.node[id]) spots.set(id, { east, north, placed: true });
  const heading = new Map<Uuid, number>();
  /** Nodes that were come to the way the water goes. */
  const arrived = new Set<Uuid>();
  const spread = (start: Uuid): void => {
    const queue = [start];
    /** Puts the other end of a run where it lies from here. @param on which way what it leads to goes on */
    const lay = (from: NodeSpot, item: Run, to: Uuid, angle: number, on: number): void => {
      const length = drawnLong(item);
      spots.set(to, {
        east: from.east + length * Math.cos(angle),
        north: from.north + length * Math.sin(angle),
        placed: false,
      });
      heading.set(to, on);
      if (to === lowerOf(item)) arrived.add(to);
      queue.push(to);
    };
    /** Where the flow splits: leaders to either side by turns, the shortest inmost, and what they lead to side by side. */
    const fan = (from: NodeSpot, down: number, all: readonly Uuid[], further: readonly Uuid[]): void => {
      const runs = further.flatMap((id) => plan.run[id] ?? []);
      runs.sort((a, b) => drawnLong(a) - drawnLong(b) || byName(a, b));
      // The one that led here, or the middle one of an odd number, goes straight on.
      let turn = runs.length === all.length && runs.length % 2 === 1 ? 0 : 1;
      for (const run of runs) {
        const to = lowerOf(run);
        if (spots.has(to) || !plan.node[to]) continue;
        // Never back up: the outer ones lie further off by their length.
        lay(from, run, to, down + Math.sign(turn) * Math.min(Math.abs(turn), 2) * BRANCH, down);
        turn = turn > 0 ? -turn : 1 - turn;
      }
    };
    for (const node of queue) {
      const from = spots.get(node);
      if (!from) continue;
      const onward = heading.get(node) ?? 0;
      let side = 1;
      const go = (run: Uuid, to: Uuid, straight: boolean): void => {
        const item = plan.run[run];
        if (!item || spots.has(to) || !plan.node[to]) return;
        const angle = straight ? onward : onward + side * BRANCH;
        if (!straight) side = side > 0 ? -side : 1 - side;
        lay(from, item, to, angle, angle);
      };
      const own = lineEndingAt(plan, topology, node);
      const arriving = topology.arriving.get(node) ?? NONE;
      const alone = own === undefined || arriving.length === 1;
      const main = arriving.find((id) => plan.run[id]?.line === own) ?? (alone ? arriving[0] : undefined);
      for (const id of arriving) go(id, upperOf(plan.run[id] as Run), id === main);
      const leaving = topology.leaving.get(node) ?? NONE;
      const further = leaving.filter((id) => !spots.has(lowerOf(plan.run[id] as Run)));
      if (leaving.length > 1) fan(from, arrived.has(node) ? onward : onward + Math.PI, leaving, further);
      else for (const id of further) go(id, lowerOf(plan.run[id] as Run), arrived.has(node));
    }
  };
  for (const id of [...spots.keys()]) spread(id);
  const nodes = Object.values(plan.node)
    .sort(byName)
    .map(({ id }) => id);
  const outlets = nodes.filter((id) => !topology.leaving.has(id) && topology.arriving.has(id));
  let north = 0;
  for (const [, spot] of spots) north = Math.min(north, spot.north - 20);
  for (const id of [...outlets, ...nodes]) {
    if (spots.has(id)) continue;
    spots.set(id, { east: 0, north, placed: false });
    spread(id);
    for (const [, spot] of spots) north = Math.min(north, spot.north - 20);
  }
  return spots;
}

/** The line that goes on through a node: that of the run which leaves it. */
function lineEndingAt(plan: Plan, topology: Topology, node: Uuid): Uuid | undefined {
  const [leaving] = topology.leaving.get(node) ?? [];
  return leaving === undefined ? undefined : plan.run[leaving]?.line;
}
