import type { Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { upRun } from '../length';
import type { RunResult } from '../results';
import { levelsAt } from './levels';

/**
 * In which order runs are dug: from each outlet up, since what is finished below carries the water away, and what comes
 * in later finds its pipe there; what the way in crosses, last. Common practice.
 */

export type DigWhy =
  /** Nothing can stand beside it afterwards: its stone goes in as it is dug. */
  | 'as-dug'
  /** The way in crosses it. */
  | 'way-in'
  /** A pit met water over its bottom. */
  | 'water'
  /** It is driven on: closed and firm before anything passes. */
  | 'driven';

export interface DigStep {
  readonly run: Uuid;
  readonly line: Uuid;
  readonly why: readonly DigWhy[];
}

export function diggingOrder(evaluation: Evaluation): readonly DigStep[] {
  const { topology, runs } = evaluation;
  const seen = new Set<Uuid>();
  const order: DigStep[] = [];
  const put = (id: Uuid): void => {
    const run = runs.get(id);
    if (!run || seen.has(id)) return;
    seen.add(id);
    order.push({ run: id, line: run.run.line, why: whyOf(run, evaluation) });
  };
  // A line at a time, the ones that others run into first.
  const depth = new Map<Uuid, number>();
  const depthOf = (line: Uuid, path: ReadonlySet<Uuid>): number => {
    const cached = depth.get(line);
    if (cached !== undefined || path.has(line)) return cached ?? 0;
    const first = topology.orders.get(line)?.runs[0];
    const low = first && (first.flow === 'to-a' ? first.a : first.b);
    const below = (low === undefined ? [] : (topology.leaving.get(low) ?? [])).map((id) => runs.get(id)?.run.line);
    const next = new Set([...path, line]);
    const found = below.reduce(
      (most, feeder) => (feeder === undefined || feeder === line ? most : Math.max(most, depthOf(feeder, next) + 1)),
      0,
    );
    depth.set(line, found);
    return found;
  };
  const lines = [...evaluation.lines.keys()];
  const ranked = lines
    .map((line, index) => ({ line, index, depth: depthOf(line, new Set()) }))
    .sort((a, b) => a.depth - b.depth || a.index - b.index);
  for (const { line } of ranked) for (const { id } of topology.orders.get(line)?.runs ?? []) put(id);
  const last = (step: DigStep): boolean => step.why.includes('way-in');
  return [...order.filter((step) => !last(step)), ...order.filter(last)];
}

function whyOf(run: RunResult, evaluation: Evaluation): readonly DigWhy[] {
  const why: DigWhy[] = [];
  const { access, vehicles } = run.run;
  if (access === 'none') why.push('as-dug');
  if (access === 'crossed') why.push('way-in');
  if (isWet(run, evaluation)) why.push('water');
  if (vehicles) why.push('driven');
  return why;
}

/** Whether a pit at it met water higher than its trench is deep there. */
function isWet(run: RunResult, { site }: Evaluation): boolean {
  return (site.pits.get(run.id) ?? []).some(({ groundwater, place }) => {
    if (groundwater === undefined) return false;
    const at = place?.run === run.id ? upRun(run.run, run.length, place.at) : run.length / 2;
    const { ground, bottom } = levelsAt(run, at);
    return ground !== undefined && bottom !== undefined && ground - groundwater > bottom;
  });
}
