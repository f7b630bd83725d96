import type { Edit, Plan, Run, RunGrade, Uuid } from '@alveus/plan';
import { applyEdits, formOf, lowerOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { evaluate, findingsOf } from '../evaluate';
import { fixDrop, fixFact, solveGrade } from '../grade';
import type { Finding } from '../results';
import { NEAR } from '../tolerance';
import { hangingOn } from './network';

/** A branch kept as shallow as the rules allow, the fall that is left taken up by a drop where it joins. */
export interface Shallow {
  /** Where it joins. */
  readonly node: Uuid;
  /** Whether there is room there for a drop; else the pipe comes down by fittings. */
  readonly roomy: boolean;
  /** How much higher it can lie than it does, to where crews can set it; nothing where it lies as high as it can. */
  readonly by: number;
  /** From its low invert down to the invert out of the trunk, m: as it is, and as it would be. */
  readonly drop: { readonly now: number; readonly then: number };
  readonly edits: readonly Edit[];
  /** What would be found a step higher: what holds it. */
  readonly held: Finding | undefined;
}

/** No branch is lifted by more than this, m. */
const MOST = 10;

/**
 * Lifts a line that joins another, keeping its slopes, until a step more would bring a finding to stop for or to fix that
 * the plan has not now, or make one worse. What hangs on it follows where nobody fixed its height.
 *
 * The highest step is looked for by halves, so that of several stretches of heights that would do, as over and under a
 * utility, it need not be the highest one that is found; a step above what is found something always stands against it.
 * @param step what crews set inverts to, m
 * @returns undefined where the line joins no other, or its level or the trunk's is not known
 */
export function branchShallow(evaluation: Evaluation, line: Uuid, step: number): Shallow | undefined {
  const { plan, lines, topology, runs } = evaluation;
  const lowest = lines.get(line)?.order.runs[0];
  const low = lowest && runs.get(lowest.id)?.grade.low;
  const outs = lowest ? (topology.leaving.get(lowerOf(lowest)) ?? []).map((id) => runs.get(id)?.grade.high) : [];
  const levels = outs.filter((out) => out !== undefined);
  if (!lowest || low === undefined || levels.length === 0 || levels.length < outs.length) return undefined;
  const trunk = Math.max(...levels);
  const before = new Map(findingsOf(evaluation).map((finding) => [finding.id, finding]));
  /** To so many steps over where it lies, from the step at or under it. */
  const level = (steps: number): number => (steps === 0 ? low : (Math.floor(low / step + NEAR) + steps) * step);
  const lift = (steps: number): { readonly edits: readonly Edit[]; readonly ok: boolean; readonly held?: Finding } => {
    const edits = liftEdits(plan, line, lowest, low, level(steps));
    const after = evaluate(applyEdits(plan, edits), evaluation);
    const held = findingsOf(after).find((finding) => graver(finding, before.get(finding.id)));
    if (held) return { edits, ok: false, held };
    const reached = after.runs.get(lowest.id)?.grade.low;
    return { edits, ok: reached !== undefined && Math.abs(reached - level(steps)) < NEAR };
  };
  let [least, most] = [0, Math.ceil(MOST / step)];
  let top = lift(most);
  while (most - least > 1) {
    const middle = (least + most) >> 1;
    const tried = lift(middle);
    if (tried.ok) least = middle;
    else [most, top] = [middle, tried];
  }
  const to = level(least);
  return {
    node: lowerOf(lowest),
    roomy: formOf(plan.node[lowerOf(lowest)]?.form ?? 'fitting').roomy ?? false,
    by: to - low,
    drop: { now: low - trunk, then: to - trunk },
    edits: least === 0 ? [] : lift(least).edits,
    held: top.held,
  };
}

const RANK = { watch: 0, fix: 1, stop: 2 } as const;

/** Whether a finding that must not be is new, or weighs more than it did. */
function graver(finding: Finding, was: Finding | undefined): boolean {
  if (finding.severity === 'watch') return false;
  if (!was || RANK[finding.severity] > RANK[was.severity]) return true;
  return (finding.by?.value ?? 0) > (was.by?.value ?? 0) + NEAR;
}

/** Facts that say how high it lies go with it; where nothing but the trunk does, its low invert is fixed, and the drop follows. */
function liftEdits(plan: Plan, line: Uuid, lowest: Run, low: number, to: number): Edit[] {
  const by = to - low;
  const lifted = new Set(hangingOn(plan, line).filter((id) => id === line || !hasLevel(plan, id)));
  const put = (item: RunGrade): Edit => ({ op: 'put', item });
  const edits = Object.values(plan.run).flatMap(({ id, line: of }): Edit[] => {
    const grade = plan.runGrade[id];
    if (!lifted.has(of) || !grade || (grade.a === undefined && grade.b === undefined)) return [];
    const { a, b } = grade;
    return [put({ ...grade, ...(a === undefined ? {} : { a: a + by }), ...(b === undefined ? {} : { b: b + by }) })];
  });
  const after = applyEdits(plan, edits);
  const reached = solveGrade(after).runs.get(lowest.id)?.low;
  if (reached !== undefined && Math.abs(reached - to) < NEAR) return edits;
  const free = applyEdits(after, fixDrop(after, lowest, undefined).map(put));
  const fixed = put(fixFact(lowest, free.runGrade[lowest.id], 'low', to));
  const touched = Object.values(applyEdits(free, [fixed]).runGrade).filter((item) => plan.runGrade[item.id] !== item);
  return touched.map(put);
}

/** Whether a fact says how high some run of the line lies. */
const hasLevel = (plan: Plan, line: Uuid): boolean =>
  Object.values(plan.run).some(({ id, line: of }) => {
    const grade = plan.runGrade[id];
    return of === line && (grade?.a !== undefined || grade?.b !== undefined);
  });
