import type { Book, Evaluation, RunResult } from '@alveus/core';
import { fromEndA, nextTurning, upRun } from '@alveus/core';
import { lowerOf } from '@alveus/plan';
import type { Plan, Shot, Target, Uuid } from '@alveus/plan';
import { newId } from '../../sync/ids';
import { targetNow } from '../parts/targets';

/** A shot as it is typed: along a run by the tape, up from its lower end. The plan keeps it from end a. */

export type On = Target['on'];

export const ON_WORDS: Record<On, string> = {
  benchmark: 'Benchmark',
  turning: 'Turning point',
  run: 'Ground along a run',
  node: 'At a structure',
};
export const WHAT_WORDS = { ground: 'Ground', invert: 'Existing invert', rim: 'Rim', water: 'Water' } as const;

/** Names of turning points in use. */
export function turningsOf(plan: Plan): string[] {
  const names = Object.values(plan.shot).flatMap(({ target }) => (target.on === 'turning' ? [target.name] : []));
  return [...new Set(names)].sort();
}

/** Where a shot lies now, as the tape is read: on the run that came of the one it was told of, up from its lower end. */
export function upwards(
  target: Target,
  { plan, runs, lineage }: Pick<Evaluation, 'plan' | 'runs' | 'lineage'>,
): Target {
  const now = targetNow(target, plan, lineage);
  const run = now.on === 'run' ? runs.get(now.run) : undefined;
  return now.on === 'run' && run ? { ...now, at: upRun(run.run, run.length, now.at) as number } : now;
}

/** The same as the plan keeps it. */
export function fromA(target: Target, runs: ReadonlyMap<Uuid, RunResult>): Target {
  const run = target.on === 'run' ? runs.get(target.run) : undefined;
  return target.on === 'run' && run ? { ...target, at: fromEndA(run.run, run.length, target.at as number) } : target;
}

/** The record that stands in the place of another. @param other what it says otherwise */
export function correction(wrong: Shot, other: Partial<Shot>): Shot {
  const { struck: _struck, recalls: _recalls, ...rest } = wrong;
  return { ...rest, ...other, id: newId(), supersedes: wrong.id };
}

interface Likely {
  readonly book: Book;
  readonly plan: Plan;
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  /** The run at the station line. */
  readonly here: RunResult | undefined;
  readonly sight: Shot['sight'];
}

/** What the rod most likely stands on, of a sort; the tape of a run is not known before it is read. */
export function likelyTarget(on: On, { plan, book, runs, here, sight }: Likely): Target {
  switch (on) {
    case 'benchmark':
      return { on, benchmark: Object.keys(plan.benchmark)[0] ?? '' };
    case 'turning':
      return sight === 'back' ? { on, name: turningsOf(plan).at(-1) ?? 'TP1' } : nextTurning(book);
    case 'run':
      return { on, run: here?.id ?? [...runs.keys()][0] ?? '' } as Target;
    case 'node':
      return { on, node: (here && lowerOf(here.run)) ?? Object.keys(plan.node)[0] ?? '', what: 'ground' };
  }
}
