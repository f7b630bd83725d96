import type { NodePlace, Plan, Uuid } from '@alveus/plan';

/** Ways to say where a node lies. East and north in metres; bearings in radians clockwise from north. */

export interface Spot {
  readonly east: number;
  readonly north: number;
}

export function fromBearing(from: Spot, distance: number, bearing: number): Spot {
  return { east: from.east + distance * Math.sin(bearing), north: from.north + distance * Math.cos(bearing) };
}

/** @param offset to the right when looking up the run, m */
export function fromRun(lower: Spot, upper: Spot, at: number, offset: number): Spot | undefined {
  const length = Math.hypot(upper.east - lower.east, upper.north - lower.north);
  if (!(length > 0)) return undefined;
  const [e, n] = [(upper.east - lower.east) / length, (upper.north - lower.north) / length];
  return { east: lower.east + e * at + n * offset, north: lower.north + n * at - e * offset };
}

/** Bearing from one spot to another, from 0 up to a full turn. */
export function bearingTo(from: Spot, to: Spot): number {
  const angle = Math.atan2(to.east - from.east, to.north - from.north);
  return angle < 0 ? angle + 2 * Math.PI : angle;
}

/** How far a line turns at a node between two runs: 0 is straight on. Radians, never negative. */
export function deflection(before: Spot, here: Spot, after: Spot): number {
  const turn = Math.abs(bearingTo(before, here) - bearingTo(here, after));
  return turn > Math.PI ? 2 * Math.PI - turn : turn;
}

/**
 * Where a finger means to put a node: on another node that is near, else at a round distance and an even angle from
 * the node it hangs on.
 * @param reach how near is near, m @param step the round distance, m
 */
export function snapped(
  wanted: Spot,
  from: Spot | undefined,
  others: readonly Spot[],
  reach: number,
  step: number,
): Spot {
  const near = others.find((other) => Math.hypot(other.east - wanted.east, other.north - wanted.north) <= reach);
  if (near) return near;
  if (!from) return { east: Math.round(wanted.east / step) * step, north: Math.round(wanted.north / step) * step };
  const distance = Math.max(
    step,
    Math.round(Math.hypot(wanted.east - from.east, wanted.north - from.north) / step) * step,
  );
  const even = Math.PI / 12;
  const bearing = bearingTo(from, wanted);
  const round = Math.round(bearing / even) * even;
  // Only as far as the reach does it take the even angle; elsewhere any angle may be meant.
  return fromBearing(from, distance, Math.abs(round - bearing) * distance <= reach ? round : bearing);
}

export function placeItem(node: Uuid, { east, north }: Spot): NodePlace {
  return { kind: 'nodePlace', id: node, east, north };
}

/** Whether the plan has a sketch at all. */
export function isDrawn(plan: Pick<Plan, 'nodePlace'>): boolean {
  return Object.keys(plan.nodePlace).length > 0;
}
