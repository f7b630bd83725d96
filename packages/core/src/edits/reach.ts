import type { Plan, UpRun, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { solveGrade } from '../grade';
import type { RunResult } from '../results';
import { envelope, stationAt } from '../trench';
import { NEAR } from '../tolerance';
import type { Way } from './move-invert';
import { waysToMove } from './move-invert';

/** A level at a place that follows from the grade, typed: what the grade must become, and what could give way for it. */

/** Levels at a station that follow from the grade. */
export const REACHED = ['depth', 'invert', 'bottom', 'cover'] as const;
export type Reached = (typeof REACHED)[number];

/**
 * The invert at a station for one of its levels to be `value`.
 * @param value elevation or depth, m
 * @returns elevation, m; undefined where the level is not known there, as depth without ground
 */
export function invertFor(run: RunResult, at: UpRun, which: Reached, value: number): number | undefined {
  const now = stationAt(run.grade, run.ground, run.envelope, at);
  const [invert, is] = [now.invert, now[which]];
  if (invert === undefined || is === undefined) return undefined;
  // Each of them is the invert and something that does not move with it.
  return which === 'invert' || which === 'bottom' ? invert + (value - is) : invert - (value - is);
}

/**
 * Every single way to bring the invert at a station to an elevation, without contradicting a fact that stands: first
 * those that keep the slope of the run, then its slope about either end.
 * @param invert elevation, m
 */
export function waysToReach(evaluation: Evaluation, id: Uuid, at: UpRun, invert: number): Way[] {
  const run = evaluation.runs.get(id);
  const { plan, grade } = evaluation;
  if (!run) return [];
  const { low, high, slope } = run.grade;
  if (low === undefined || high === undefined || slope === undefined) return [];
  const { length } = run;
  const by = invert - (low + slope * at);
  const move = (end: 'low' | 'high', to: number): Way[] => waysToMove(plan, grade, id, end, to);
  const sloping = ({ gives }: Way): boolean => gives.what === 'slope';
  const ways = [
    ...move('low', low + by).filter((way) => !sloping(way)),
    ...(at > NEAR ? move('high', low + ((invert - low) / at) * length) : []),
    ...(length - at > NEAR ? move('low', high - ((high - invert) / (length - at)) * length).filter(sloping) : []),
    ...move('high', high + by).filter((way) => !sloping(way)),
  ];
  const found = new Map<string, Way>();
  for (const way of ways) {
    const after = solveGrade(applyEdits(plan, way.edits), { plan, grade }).runs.get(id);
    if (after?.low === undefined || after.slope === undefined) continue;
    const key = JSON.stringify(way.edits);
    if (Math.abs(after.low + after.slope * at - invert) < NEAR && !found.has(key)) found.set(key, way);
  }
  return [...found.values()];
}

/**
 * The invert that lies so deep in a trench of a line's own section with its own pipe.
 * @param ground elevation, m @param depth of the trench, m
 * @returns undefined where the line has no section or pipe
 */
export function invertAtDepth(
  plan: Pick<Plan, 'line' | 'section' | 'pipe'>,
  line: Uuid,
  ground: number,
  depth: number,
): number | undefined {
  const { section: sectionId = '', pipe: pipeId = '' } = plan.line[line] ?? {};
  const [section, pipe] = [plan.section[sectionId], plan.pipe[pipeId]];
  return section && pipe ? ground - depth + envelope(section, pipe).invert : undefined;
}
