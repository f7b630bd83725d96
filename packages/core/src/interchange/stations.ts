import type { Evaluation } from '../evaluate';
import type { RunResult } from '../results';

/** Where along a plan stations are given to other programs. */

/** Stations that one answer may hold: some 50 MB of it. */
export const MOST_STATIONS = 200_000;

/** The least step, in whole metres, at which a plan comes to no more stations than that; undefined where `step` will do. */
export function leastStep(evaluation: Evaluation, step: number): number | undefined {
  let steps = 0;
  let fixed = 0;
  for (const run of evaluation.runs.values()) {
    steps += run.length;
    fixed += run.ground.points.length + 2;
  }
  if (fixed + steps / step <= MOST_STATIONS) return undefined;
  return Math.ceil(steps / Math.max(1, MOST_STATIONS - fixed));
}

/** Both ends, every ground point and every step of a run, in order and each once. */
export function stationDistances(run: Pick<RunResult, 'length' | 'ground'>, step: number): number[] {
  const distances = new Set<number>([0, run.length, ...run.ground.points.map((point) => point.at)]);
  for (let count = 1; count * step < run.length; count += 1) distances.add(count * step);
  const sorted = [...distances].sort((a, b) => a - b);
  return sorted.filter((at, index) => index === 0 || at - (sorted[index - 1] as number) > 1e-9);
}
