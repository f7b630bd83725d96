import type { Uuid, UpRun } from '@alveus/plan';
import { NEAR } from '../tolerance';

/** The ground along one run: known points in order up the run, straight between, unknown before the first and after the last. */
export interface GroundProfile {
  readonly length: number;
  readonly points: readonly GroundPoint[];
  /** Length of the run over which the ground is not known. */
  readonly missing: number;
  /** Breaks beyond an end of the run; they are left out. */
  readonly beyond: readonly GroundPoint[];
}

export interface GroundPoint {
  /** Distance from the run's lower node, m. */
  readonly at: UpRun;
  readonly elevation: number;
  /** The shot it came from; otherwise it was typed. */
  readonly shot?: Uuid | undefined;
}

/** A place that is both typed and shot. */
export interface GroundTwice {
  readonly at: UpRun;
  readonly typed: number;
  readonly shot: { readonly of: Uuid; readonly elevation: number };
}

/** Typed and shot ground along a run together, in order. Where one place has both the shot is used, and it is said. */
export function mergeGround(
  typed: readonly GroundPoint[],
  shots: readonly (GroundPoint & { readonly shot: Uuid })[],
  samePlace: number,
): { points: readonly GroundPoint[]; twice: readonly GroundTwice[] } {
  if (shots.length === 0) return { points: typed, twice: NONE };
  const twice: GroundTwice[] = [];
  let next = 0;
  const kept = typed.filter((point) => {
    while (next < shots.length && (shots[next] as GroundPoint).at <= point.at - samePlace) next += 1;
    const shot = shots[next];
    if (!shot || shot.at >= point.at + samePlace) return true;
    if (Math.abs(shot.elevation - point.elevation) > NEAR)
      twice.push({ at: point.at, typed: point.elevation, shot: { of: shot.shot, elevation: shot.elevation } });
    return false;
  });
  return { points: [...kept, ...shots].sort((a, b) => a.at - b.at), twice };
}

const NONE: readonly GroundTwice[] = [];

/** Ground at a node, and the shot it came from if it was not typed. */
export interface NodeLevel {
  readonly elevation: number;
  readonly shot?: Uuid | undefined;
}

/** @param lower,upper the ground at the run's nodes, shared with its neighbours, where known */
export function groundProfile(
  length: number,
  lower: NodeLevel | undefined,
  upper: NodeLevel | undefined,
  breaks: readonly GroundPoint[],
): GroundProfile {
  const points: GroundPoint[] = lower === undefined ? [] : [{ at: 0, elevation: lower.elevation, shot: lower.shot }];
  const beyond: GroundPoint[] = [];
  for (const here of breaks) {
    if (here.at > length + NEAR || here.at < -NEAR) beyond.push(here);
    // A break on a node gives way to the node's own value, which every run there shares.
    else if ((here.at < length - NEAR || upper === undefined) && (here.at > NEAR || lower === undefined))
      points.push(here.at <= length && here.at >= 0 ? here : { ...here, at: Math.min(length, Math.max(0, here.at)) });
  }
  if (upper !== undefined) points.push({ at: length, elevation: upper.elevation, shot: upper.shot });
  const first = points[0];
  const last = points[points.length - 1];
  const missing = first && last ? first.at + (length - last.at) : length;
  return { length, points, missing: missing > NEAR ? missing : 0, beyond };
}

/** Ground elevation at a distance up the run, or undefined where it is not known. */
export function groundAt(profile: Pick<GroundProfile, 'points'>, at: number): number | undefined {
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
