import type { LineShape, Preview } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { serviceOf, upperOf } from '@alveus/plan';
import { spread } from '../scale';
import type { SectionFrame } from './frame';

/** Where a run comes in that the section does not go along: the invert it arrives at, and what it is, in pixels. */
export interface Arrival {
  readonly run: string;
  readonly x: number;
  readonly y: number;
  /** Where its letters stand. */
  readonly label: number;
  /** On which side of the node it is drawn. */
  readonly side: 1 | -1;
  readonly letters: string;
}

export function arrivals(
  line: LineShape,
  { plan, topology, runs }: Preview,
  frame: SectionFrame,
  of: (run: Uuid) => boolean = () => true,
): Arrival[] {
  const { x, y, width } = frame;
  const own = new Set(line.order.runs.map(({ id }) => id));
  return line.order.runs.flatMap((run, index) => {
    const at = x.to(line.order.starts[index + 1] ?? line.order.length);
    // Near the edge they stand on the other side of the node.
    const side = at > width - 60 ? -1 : 1;
    const there = topology.arriving.get(upperOf(run)) ?? [];
    if (!there.some(of)) return [];
    const arriving = there.flatMap((id) => {
      const service = plan.line[plan.run[id]?.line ?? '']?.service;
      const low = runs.get(id)?.grade.low;
      return !own.has(id) && service !== undefined && low !== undefined
        ? [{ run: id, y: y.to(low), letters: serviceOf(service).letters }]
        : [];
    });
    const ordered = arriving.sort((a, b) => a.y - b.y);
    const labels = spread(
      ordered.map((arrival) => arrival.y),
      14,
      0,
      Infinity,
    );
    return ordered
      .map((arrival, order): Arrival => ({ ...arrival, x: at + side * 8, side, label: labels[order] as number }))
      .filter((arrival) => of(arrival.run));
  });
}
