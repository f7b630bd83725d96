import type { ItemOf, Plan, Uuid } from '@alveus/plan';
import { runLength } from '../length';
import { NEAR } from '../tolerance';
import { Levels } from './levels';

/**
 * From the facts that somebody fixed to the inverts of every run. Each fact says how far apart two levels
 * are: an invert and the datum, the two ends of a run, or the two sides of a node. Facts are taken in order
 * of standing (inverts, then slopes, then drops) and one that contradicts those before it is set aside and
 * reported, never averaged in. A drop nobody fixed is taken as none, but only where nothing else settles it.
 */

export type Fact = 'low' | 'high' | 'slope' | 'drop';

export interface RunGradeResult {
  readonly low: number | undefined;
  readonly high: number | undefined;
  readonly slope: number | undefined;
}

/** A fact that says nothing new, or (when `off` is more than the tolerance) something else than the others. */
export interface SurplusFact {
  readonly run: Uuid;
  readonly fact: Fact;
  /** What the others give, less what this fact says: m, or a ratio for a slope. */
  readonly off: number;
  readonly contradicts: boolean;
}

export interface GradeSolution {
  readonly runs: ReadonlyMap<Uuid, RunGradeResult>;
  readonly surplus: readonly SurplusFact[];
}

type RunItem = ItemOf<'run'>;

export function solveGrade(plan: Pick<Plan, 'run' | 'runGrade' | 'nodePlace'>): GradeSolution {
  const runs = Object.values(plan.run);
  const levels = new Levels(1 + 2 * runs.length);
  const surplus: SurplusFact[] = [];
  const lengths = runs.map((run) => runLength(plan, run));

  const tie = (run: RunItem, fact: Fact, upper: number, lower: number, rise: number, along = 1): void => {
    const known = levels.tie(upper, lower, rise);
    if (known === undefined) return;
    const off = known - rise;
    surplus.push({
      run: run.id,
      fact,
      off: off / along,
      contradicts: Math.abs(off) > NEAR,
    });
  };

  runs.forEach((run, index) => {
    const grade = plan.runGrade[run.id];
    if (grade?.low !== undefined) tie(run, 'low', lowOf(index), DATUM, grade.low);
    if (grade?.high !== undefined) tie(run, 'high', highOf(index), DATUM, grade.high);
  });
  runs.forEach((run, index) => {
    const slope = plan.runGrade[run.id]?.slope;
    const length = lengths[index];
    if (slope !== undefined && length !== undefined) tie(run, 'slope', highOf(index), lowOf(index), slope * length, length);
  });

  const below = new Map<Uuid, number[]>();
  runs.forEach((run, index) => {
    const list = below.get(run.upper);
    if (list) list.push(index);
    else below.set(run.upper, [index]);
  });
  const eachNext = (visit: (run: RunItem, index: number, next: number) => void): void =>
    runs.forEach((run, index) => below.get(run.lower)?.forEach((next) => visit(run, index, next)));
  eachNext((run, index, next) => {
    const drop = plan.runGrade[run.id]?.drop;
    if (drop !== undefined) tie(run, 'drop', lowOf(index), highOf(next), drop);
  });
  eachNext((_run, index, next) => {
    levels.tie(lowOf(index), highOf(next), 0);
  });

  const results = new Map<Uuid, RunGradeResult>();
  runs.forEach((run, index) => {
    const low = levels.above(lowOf(index), DATUM);
    const high = levels.above(highOf(index), DATUM);
    const rise = levels.above(highOf(index), lowOf(index));
    // A slope that was fixed and holds is given back to the last digit.
    const fixed = plan.runGrade[run.id]?.slope;
    const length = lengths[index];
    const holds = rise !== undefined && length !== undefined && fixed !== undefined && Math.abs(rise - fixed * length) <= NEAR;
    results.set(run.id, { low, high, slope: holds ? fixed : rise === undefined || length === undefined ? undefined : rise / length });
  });
  return { runs: results, surplus };
}

const DATUM = 0;
const lowOf = (index: number): number => 1 + 2 * index;
const highOf = (index: number): number => 2 + 2 * index;
