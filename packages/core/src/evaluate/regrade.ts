import type { Edit, RunGrade, Uuid } from '@alveus/plan';
import { addressOf, same } from '@alveus/plan';
import type { RunGradeResult } from '../grade';
import { solveWith } from '../grade';
import type { LineShape, RunShape } from '../results';
import { trenchShape } from '../trench';
import type { Glance } from './engine';
import { glanceOver } from './engine';
import { workedOf } from './evaluate';
import type { Evaluation } from './evaluation';
import { formOf } from './passes/form';

/**
 * What is to be seen of a plan while inverts are dragged: where everything lies, without what is judged and ordered.
 * Every evaluation is one. Facts of grade are those of `runs`, which the plan need not hold yet.
 */
export interface Preview extends Pick<Evaluation, 'plan' | 'topology' | 'shots' | 'profile'> {
  readonly lines: ReadonlyMap<Uuid, LineShape>;
  readonly runs: RunsById;
}

/** Looked up one by one: what a drag shows lies over the runs of the plan, which are not copied for each frame. */
export interface RunsById {
  get(id: Uuid): RunShape | undefined;
}

/**
 * The plan with other facts of grade, at a fraction of the cost of working it out anew. Runs that they do not move are
 * the very ones of `on`.
 *
 * @returns undefined where the edits are of anything but grades: then there is no way around `evaluate`
 */
export function regrade(on: Evaluation, edits: readonly Edit[]): Preview | undefined {
  const stated = new Map<Uuid, RunGrade | undefined>();
  for (const edit of edits) {
    if (addressOf(edit).kind !== 'runGrade') return undefined;
    if (edit.op === 'put') stated.set(edit.item.id, edit.item as RunGrade);
    else stated.set(edit.id, undefined);
  }
  const grades = new Map<Uuid, RunGradeResult>();
  for (const [id, grade] of solveWith(on.plan, stated)) {
    const before = on.runs.get(id)?.grade;
    if (before && (grade.low !== before.low || grade.high !== before.high || grade.slope !== before.slope))
      grades.set(id, grade);
  }
  const { plan, topology, shots, profile, lines } = on;
  return { plan, topology, shots, profile, lines, runs: glanceOver(workedOf(on), { grade: grades }, MOVED) };
}

/** A run at another grade, or with others in its trench that lie otherwise: the ground along it is what it was. */
const MOVED: Glance<'run', RunShape> = {
  of: 'run',
  work(before, read) {
    const { id, run, length, ground, natural, pipe, section, envelope } = before;
    const grade = read.of('grade', id) ?? before.grade;
    const form = before.form && section && formOf(run, section, length, read);
    // What lies in its trench may have moved elsewhere only.
    if (grade === before.grade && same(form, before.form)) return before;
    const dug = before.trench && pipe && section && envelope;
    const trench = dug ? trenchShape({ grade, ground, pipe, section, envelope, form }) : undefined;
    return { id, run, length, grade, ground, natural, pipe, section, envelope, form, trench };
  },
};
