import type { End, Run, RunGrade } from '@alveus/plan';
import { highEnd, lowEnd } from '@alveus/plan';
import { turned } from './solve';

/** The facts of a run's grade by which way its water goes; absent ones are free. */
export interface GradeFacts {
  readonly low?: number | undefined;
  readonly high?: number | undefined;
  readonly slope?: number | undefined;
  /** Fall through its lower node, from its invert down to the next. */
  readonly drop?: number | undefined;
}

export function factsOf(run: Pick<Run, 'flow'>, grade: RunGrade | undefined): GradeFacts {
  if (!grade) return {};
  const { slope } = grade;
  return {
    low: grade[lowEnd(run)],
    high: grade[highEnd(run)],
    slope: slope === undefined || run.flow === 'to-a' ? slope : turned(slope),
    drop: grade[stepAt(lowEnd(run))],
  };
}

export const stepAt = (end: End): 'stepA' | 'stepB' => (end === 'a' ? 'stepA' : 'stepB');
