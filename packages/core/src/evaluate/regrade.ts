import type { Edit, RunGrade, Uuid } from '@alveus/plan';
import { addressOf } from '@alveus/plan';
import { solveWith } from '../grade';
import type { LineShape, RunShape } from '../results';
import { runTrench } from '../trench';
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
  const moved = new Map<Uuid, RunShape>();
  for (const [id, grade] of solveWith(on.plan, told)) {
    const before = on.runs.get(id);
    if (!before) continue;
    const { low, high, slope } = before.grade;
    if (grade.low === low && grade.high === high && grade.slope === slope) continue;
    const { run, length, ground, natural, pipe, section, envelope } = before;
    const dug = before.trench && pipe && section && envelope;
    const trench = dug ? runTrench(grade, ground, pipe, section, envelope) : undefined;
    moved.set(id, { id, run, length, grade, ground, natural, pipe, section, envelope, trench });
  }
  const { plan, topology, shots, profile, lines } = on;
  const runs: RunsById = { get: (id) => moved.get(id) ?? on.runs.get(id) };
  return { plan, topology, shots, profile, lines, runs };
}
