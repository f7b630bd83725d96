import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits, lowerOf, upperOf } from '@alveus/plan';
import type { GradeSolution } from '../grade';
import { factsOf, solveGrade } from '../grade';
import { runLength } from '../length';
import { NEAR } from '../tolerance';
import { fixDrop, fixFact } from '../grade';

/** Moving an invert on the drawing: what could give way so that it ends up where it was dragged. */

export type RunEnd = 'low' | 'high';

/** What gives way. `alone`: only this invert's own fact moves, and what hangs on it follows. */
export type Yielding =
  | { readonly what: 'alone' }
  | { readonly what: 'slope'; readonly slope: number }
  | { readonly what: 'drop'; readonly drop: number }
  | { readonly what: 'anchor'; readonly run: Uuid; readonly end: RunEnd; readonly elevation: number };

export interface Way {
  readonly gives: Yielding;
  readonly edits: readonly Edit[];
}

/**
 * Every single way to bring one end of a run to an elevation without contradicting a fact that stands,
 * the least disturbing first. Each is tried by solving the grade with it, so none is offered that fails.
 * @param to elevation, m
 */
export function waysToMove(plan: Plan, solution: GradeSolution, id: Uuid, end: RunEnd, to: number): Way[] {
  return [...candidates(plan, solution, id, end, to)].filter((way) => leads(way, plan, solution, id, end, to));
}

/**
 * Follows an invert that is being dragged. The least disturbing way is looked for once and then gone on with, so
 * that a step of a drag solves the grade once and not once for each way there might be.
 * @returns for an elevation in m, the edits that bring the invert there; none where no way does
 */
export function followInvert(
  plan: Plan,
  solution: GradeSolution,
  id: Uuid,
  end: RunEnd,
): (to: number) => readonly Edit[] {
  let found: number | undefined;
  return (to) => {
    let index = 0;
    for (const way of candidates(plan, solution, id, end, to)) {
      if (found === undefined && leads(way, plan, solution, id, end, to)) found = index;
      if (found === index) return way.edits;
      index += 1;
    }
    return [];
  };
}

/** Ways that may do, always in the same order and number for one plan, whatever the elevation. */
function* candidates(plan: Plan, solution: GradeSolution, id: Uuid, end: RunEnd, to: number): Generator<Way> {
  const run = plan.run[id];
  const now = solution.runs.get(id);
  if (!run || !now) return;
  const grade = plan.runGrade[id];
  const facts = factsOf(run, grade);
  const length = runLength(plan, run);
  const other = end === 'low' ? now.high : now.low;
  const slope =
    other === undefined || length === undefined ? undefined : (end === 'low' ? other - to : to - other) / length;
  const put = (item: ReturnType<typeof fixFact>): Edit => ({ op: 'put', item });

  const fixed = facts[end] !== undefined;
  if (fixed || facts.slope === undefined)
    yield { gives: { what: 'alone' }, edits: [put(fixFact(run, grade, end, to))] };
  if (slope !== undefined && facts.slope !== undefined) {
    const sloped = fixFact(run, grade, 'slope', slope);
    yield { gives: { what: 'slope', slope }, edits: [put(fixed ? fixFact(run, sloped, end, to) : sloped)] };
  }
  if (end === 'low') {
    const under = Object.values(plan.run).filter((next) => upperOf(next) === lowerOf(run));
    const stops = under.map((next) => solution.runs.get(next.id)?.high);
    if (under.length > 0 && stops.every((stop) => stop !== undefined)) {
      const drop = to - Math.max(...stops);
      yield { gives: { what: 'drop', drop }, edits: fixDrop(plan, run, drop).map(put) };
    }
  }
  const at = now[end];
  if (at === undefined || fixed) return;
  for (const anchor of Object.values(plan.run)) {
    if (anchor.line !== run.line) continue;
    for (const which of ['low', 'high'] as const) {
      const elevation = factsOf(anchor, plan.runGrade[anchor.id])[which];
      if (elevation === undefined) continue;
      const moved = elevation + (to - at);
      yield {
        gives: { what: 'anchor', run: anchor.id, end: which, elevation: moved },
        edits: [put(fixFact(anchor, plan.runGrade[anchor.id], which, moved))],
      };
    }
  }
}

/** Whether a way brings the invert there, and contradicts no more than there was. */
function leads({ edits }: Way, plan: Plan, solution: GradeSolution, id: Uuid, end: RunEnd, to: number): boolean {
  const tried = solveGrade(applyEdits(plan, edits), { plan, grade: solution });
  const reached = tried.runs.get(id)?.[end];
  return reached !== undefined && Math.abs(reached - to) < NEAR && count(tried) <= count(solution);
}

function count(solution: GradeSolution): number {
  return solution.surplus.filter((fact) => fact.contradicts).length;
}
