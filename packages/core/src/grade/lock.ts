import type { ItemOf, Uuid } from '@alveus/plan';

/** "Lock any two": the screen's way of editing the facts of one run. */

export type Triad = 'low' | 'slope' | 'high';
export type RunGradeItem = ItemOf<'runGrade'>;

export interface RunFigures {
  readonly low: number | undefined;
  readonly high: number | undefined;
  readonly slope: number | undefined;
}

/** Facts of the run with `which` fixed to `value`; of three, the one not in `keep` and not `which` is freed. */
export function fixFact(
  run: Uuid,
  grade: RunGradeItem | undefined,
  which: Triad,
  value: number,
  free: Triad | undefined = undefined,
): RunGradeItem {
  const next: RunGradeItem = { ...(grade ?? { kind: 'runGrade', id: run }), [which]: value };
  return free && free !== which ? without(next, free) : next;
}

/** The same facts with one of them free to follow. */
export function freeFact(run: Uuid, grade: RunGradeItem | undefined, which: Triad): RunGradeItem {
  return without(grade ?? { kind: 'runGrade', id: run }, which);
}

/** Which of the three are fixed. */
export function fixedFacts(grade: RunGradeItem | undefined): Triad[] {
  return (['low', 'slope', 'high'] as const).filter((which) => grade?.[which] !== undefined);
}

function without(grade: RunGradeItem, which: Triad): RunGradeItem {
  const { [which]: _freed, ...rest } = grade;
  return rest as RunGradeItem;
}
