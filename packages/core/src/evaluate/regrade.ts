import type { Edit, RunGrade, Uuid } from '@alveus/plan';
import { addressOf } from '@alveus/plan';
import type { RunGradeResult } from '../grade';
import { solveWith } from '../grade';
import type { LineShape, RunShape } from '../results';
import { invertsAt, trenchShape, withGrades } from '../trench';
import type { Evaluation } from './evaluation';

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
  const told = new Map<Uuid, RunGrade | undefined>();
  for (const edit of edits) {
    if (addressOf(edit).kind !== 'runGrade') return undefined;
    if (edit.op === 'put') told.set(edit.item.id, edit.item as RunGrade);
    else told.set(edit.id, undefined);
  }
  const grades = new Map<Uuid, RunGradeResult>();
  for (const [id, grade] of solveWith(on.plan, told)) {
    const before = on.runs.get(id)?.grade;
    if (before && (grade.low !== before.low || grade.high !== before.high || grade.slope !== before.slope))
      grades.set(id, grade);
  }
  const { plan, topology, shots, profile, lines } = on;
  return { plan, topology, shots, profile, lines, runs: movedBy(grades, on) };
}

/** Runs as the grades have them. Many follow where few are looked at, so each is worked out when it is asked for. */
function movedBy(grades: ReadonlyMap<Uuid, RunGradeResult>, on: Evaluation): RunsById {
  const gradeOf = (id: Uuid): RunGradeResult | undefined => grades.get(id) ?? on.runs.get(id)?.grade;
  // A trench that others lie in is another one when they lie otherwise in it.
  const otherwise = new Set<Uuid>();
  for (const lead of leadsOf(on)) {
    const lies = (lead.form?.beside ?? []).some(({ run, places, inverts }) => {
      const now = grades.has(run) ? invertsAt(places, gradeOf(run)) : inverts;
      return now?.[0] !== inverts?.[0] || now?.[1] !== inverts?.[1];
    });
    if (lies) otherwise.add(lead.id);
  }
  const moved = new Map<Uuid, RunShape>();
  const move = (before: RunShape): RunShape => {
    const { id, run, length, ground, natural, pipe, section, envelope } = before;
    const grade = grades.get(id) ?? before.grade;
    const form = before.form && before.form.beside.length > 0 ? withGrades(before.form, gradeOf) : before.form;
    const dug = before.trench && pipe && section && envelope;
    const trench = dug ? trenchShape({ grade, ground, pipe, section, envelope, form }) : undefined;
    return { id, run, length, grade, ground, natural, pipe, section, envelope, form, trench };
  };
  return {
    get: (id) => {
      const before = on.runs.get(id);
      if (!before || (!grades.has(id) && !otherwise.has(id))) return before;
      let now = moved.get(id);
      if (!now) moved.set(id, (now = move(before)));
      return now;
    },
  };
}

const leads = new WeakMap<Evaluation['runs'], readonly RunShape[]>();

/** Runs in whose trenches others lie; there are few. */
function leadsOf({ runs }: Evaluation): readonly RunShape[] {
  let found = leads.get(runs);
  if (!found) leads.set(runs, (found = [...runs.values()].filter(({ form }) => form && form.beside.length > 0)));
  return found;
}
