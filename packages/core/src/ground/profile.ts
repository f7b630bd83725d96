import type { GroundBreak } from '@alveus/plan';
import { NEAR } from '../tolerance';

/** The ground along one run: known points in order up the run, straight between, unknown before the first and after the last. */
export interface GroundProfile {
  readonly length: number;
  readonly points: readonly GroundPoint[];
  /** Length of the run over which the ground is not known. */
  readonly missing: number;
  /** Breaks typed beyond the run's upper end; they are left out. */
  readonly beyond: readonly GroundBreak[];
}

export interface GroundPoint {
  /** Distance from the run's lower node, m. */
  readonly at: number;
  readonly elevation: number;
}

/** @param lower,upper the ground at the run's nodes, shared with its neighbours, where known */
export function groundProfile(
  length: number,
  lower: number | undefined,
  upper: number | undefined,
  breaks: readonly GroundBreak[],
): GroundProfile {
  const points: GroundPoint[] = lower === undefined ? [] : [{ at: 0, elevation: lower }];
  const beyond: GroundBreak[] = [];
  for (const here of breaks) {
    if (here.at > length + NEAR) beyond.push(here);
    // A break on the upper node gives way to the node's own value, which every run there shares.
    else if (here.at < length - NEAR || upper === undefined) points.push({ at: Math.min(here.at, length), elevation: here.elevation });
  }
  if (upper !== undefined) points.push({ at: length, elevation: upper });
  const first = points[0];
  const last = points[points.length - 1];
  const missing = first && last ? first.at + (length - last.at) : length;
  return { length, points, missing: missing > NEAR ? missing : 0, beyond };
}

/** Ground elevation at a distance up the run, or undefined where it is not known. */
export function groundAt(profile: GroundProfile, at: number): number | undefined {
  const { points } = profile;
  const first = points[0];
  const last = points[points.length - 1];
  if (!first || !last || at < first.at - NEAR || at > last.at + NEAR) return undefined;
  let low = 0;
  let high = points.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((points[middle] as GroundPoint).at <= at) low = middle;
    else high = middle;
  }
  return between(points[low] as GroundPoint, points[high] as GroundPoint, at);
}

function between(a: GroundPoint, b: GroundPoint, at: number): number {
  if (b.at === a.at) return a.elevation;
  const share = Math.min(1, Math.max(0, (at - a.at) / (b.at - a.at)));
  return a.elevation + (b.elevation - a.elevation) * share;
}
