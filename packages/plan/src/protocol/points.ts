import type { Point } from './change';
import { START } from './change';

/**
 * The points of a job's history that a device knows of, since it heard of them or has the server's word for a batch of
 * its own; the newest last: where it finds out how far back a server that was put back
 * to an earlier day still agrees with it.
 */

/** Points kept: all of the last ones, and ever fewer the further they lie back. */
const KEPT = 60;
const LAST = 30;

export function lastPoint(points: readonly Point[]): Point {
  return points[points.length - 1] ?? START;
}

export function withPoint(points: readonly Point[], point: Point): readonly Point[] {
  const last = lastPoint(points);
  if (point.at === null || point.sequence <= last.sequence) return points;
  const all = [...points, point];
  if (all.length <= KEPT) return all;
  // The one that is missed least: those beside it lie closest together, for how far back they are.
  let least = 1;
  for (let index = 1; index < KEPT - LAST; index += 1) if (gapAt(all, index) < gapAt(all, least)) least = index;
  return all.filter((_one, index) => index !== least);
}

function gapAt(points: readonly Point[], index: number): number {
  const at = (index: number): number => (points[index] ?? START).sequence;
  return (at(index + 1) - at(index - 1)) / (lastPoint(points).sequence - at(index));
}
