import type { End, Plan, Run, RunGrade } from '@alveus/plan';
import { highEnd, lowEnd, lowerOf, upperOf } from '@alveus/plan';
import { turned } from './solve';
import type { GradeFacts } from './run-facts';
import { stepAt } from './run-facts';

/** "Lock any two": the screen's way of editing the facts of one run, told as people tell them: low, high, slope. */

export type Triad = 'low' | 'slope' | 'high';

type Flowing = Pick<Run, 'id' | 'flow'>;
type Field = Exclude<keyof RunGrade, 'kind' | 'id' | 'aBy' | 'bBy'>;

/** Facts as stored, from facts as told by low and high. */
export function gradeItem(run: Flowing, facts: GradeFacts): RunGrade {
  const { low, high, slope, drop } = facts;
  return withFields({ kind: 'runGrade', id: run.id }, [
    [lowEnd(run), low],
    [highEnd(run), high],
    ['slope', slope === undefined ? undefined : run.flow === 'to-a' ? slope : turned(slope)],
    [stepAt(lowEnd(run)), drop],
  ]);
}

/** Facts of the run with `which` fixed to `value`, and `free`, if it is another, freed. */
export function fixFact(
  run: Flowing,
  grade: RunGrade | undefined,
  which: Triad,
  value: number,
  free: Triad | undefined = undefined,
): RunGrade {
  const fields: [Field, number | undefined][] = [[fieldOf(run, which), stored(run, which, value)]];
  if (free && free !== which) fields.push([fieldOf(run, free), undefined]);
  const next = withFields(grade ?? { kind: 'runGrade', id: run.id }, fields);
  // What a person sets is theirs, even where it was worked out to just that.
  if (which !== 'slope') delete next[setBy(which === 'low' ? lowEnd(run) : highEnd(run))];
  return next;
}

/** The same facts with one of them free to follow. */
export function freeFact(run: Flowing, grade: RunGrade | undefined, which: Triad): RunGrade {
  return withFields(grade ?? { kind: 'runGrade', id: run.id }, [[fieldOf(run, which), undefined]]);
}

/** Which of the three are fixed. */
export function fixedFacts(run: Flowing, grade: RunGrade | undefined): Triad[] {
  return (['low', 'slope', 'high'] as const).filter((which) => grade?.[fieldOf(run, which)] !== undefined);
}

/**
 * The facts with the fall through the run's lower node fixed, or free. A step that a run on the other side kept from
 * when the line was turned round says the same from there, and gives way.
 */
export function fixDrop(plan: Pick<Plan, 'run' | 'runGrade'>, run: Run, drop: number | undefined): RunGrade[] {
  const set = (of: Run, end: End, step: number | undefined): RunGrade =>
    withFields(plan.runGrade[of.id] ?? { kind: 'runGrade', id: of.id }, [[stepAt(end), step]]);
  const other = Object.values(plan.run).filter(
    (next) =>
      upperOf(next) === lowerOf(run) &&
      next.line === run.line &&
      plan.runGrade[next.id]?.[stepAt(highEnd(next))] !== undefined,
  );
  return [set(run, lowEnd(run), drop), ...other.map((next) => set(next, highEnd(next), undefined))];
}

function fieldOf(run: Flowing, which: Triad): Field {
  return which === 'slope' ? 'slope' : which === 'low' ? lowEnd(run) : highEnd(run);
}

function stored(run: Flowing, which: Triad, value: number): number {
  return which === 'slope' && run.flow === 'to-b' ? turned(value) : value;
}

/** A fact is either there or not: an absent one leaves no trace. */
export function withFields(grade: RunGrade, fields: readonly (readonly [Field, number | undefined])[]): RunGrade {
  const next: RunGrade = { ...grade };
  for (const [field, value] of fields) {
    if (next[field] !== value && (field === 'a' || field === 'b')) delete next[setBy(field)];
    if (value === undefined) delete next[field];
    else next[field] = value;
  }
  return next;
}

const setBy = (end: End): 'aBy' | 'bBy' => (end === 'a' ? 'aBy' : 'bBy');

/** Whether an invert was worked out for the least dig, so that no person holds it there. */
export function isWorkedOut(grade: RunGrade | undefined, end: End): boolean {
  return grade?.[end] !== undefined && grade[setBy(end)] === 'least';
}

/** The facts with inverts as they were worked out for the least dig. */
export function withWorkedOut(grade: RunGrade, inverts: { readonly a?: number; readonly b?: number }): RunGrade {
  const next: RunGrade = { ...grade };
  for (const end of ['a', 'b'] as const) {
    const level = inverts[end];
    if (level === undefined) continue;
    next[end] = level;
    next[setBy(end)] = 'least';
  }
  return next;
}

/** The facts that a person fixed: without what was worked out. */
export function withoutWorkedOut(grade: RunGrade | undefined): RunGrade | undefined {
  if (!grade || (grade.aBy === undefined && grade.bBy === undefined)) return grade;
  const { aBy, bBy, ...facts } = grade;
  if (aBy !== undefined) delete facts.a;
  if (bBy !== undefined) delete facts.b;
  return facts;
}
