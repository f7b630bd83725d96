import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import { runLength } from '../length';
import { NEAR } from '../tolerance';
import { fixFact } from './lock';
import type { GradeSolution } from './solve';
import { solveGrade } from './solve';

/** Moving an invert on the drawing: what could give way so that it ends up where it was dragged. */

export type End = 'low' | 'high';

/** What gives way. `alone`: only this invert's own fact moves, and what hangs on it follows. */
export type Yielding =
  | { readonly what: 'alone' }
  | { readonly what: 'slope'; readonly slope: number }
  | { readonly what: 'drop'; readonly drop: number }
  | { readonly what: 'anchor'; readonly run: Uuid; readonly end: End; readonly elevation: number };

export interface Way {
  readonly gives: Yielding;
  readonly edits: readonly Edit[];
}

/**
 * Every single way to bring one end of a run to an elevation without contradicting a fact that stands,
 * the least disturbing first. Each is tried by solving the grade with it, so none is offered that fails.
 * @param to elevation, m
 */
export function waysToMove(plan: Plan, solution: GradeSolution, run: Uuid, end: End, to: number): Way[] {
  const item = plan.run[run];
  const now = solution.runs.get(run);
  if (!item || !now) return [];
  const grade = plan.runGrade[run];
  const length = runLength(plan, item);
  const other = end === 'low' ? now.high : now.low;
  const slope = other === undefined || length === undefined ? undefined : (end === 'low' ? other - to : to - other) / length;
  const put = (next: ReturnType<typeof fixFact>): Edit => ({ op: 'put', item: next });
  const ways: Way[] = [];

  const fixed = grade?.[end] !== undefined;
  if (fixed || grade?.slope === undefined) ways.push({ gives: { what: 'alone' }, edits: [put(fixFact(run, grade, end, to))] });
  if (slope !== undefined && grade?.slope !== undefined) {
    const sloped = fixFact(run, grade, 'slope', slope);
    ways.push({ gives: { what: 'slope', slope }, edits: [put(fixed ? fixFact(run, sloped, end, to) : sloped)] });
  }
  if (end === 'low') {
    const under = Object.values(plan.run).find((next) => next.upper === item.lower);
    const stop = under && solution.runs.get(under.id)?.high;
    if (stop !== undefined) {
      const drop = to - stop;
      ways.push({ gives: { what: 'drop', drop }, edits: [put({ ...(grade ?? { kind: 'runGrade', id: run }), drop })] });
    }
  }
  const at = now[end];
  if (at !== undefined && !fixed) {
    for (const anchor of Object.values(plan.runGrade)) {
      for (const which of ['low', 'high'] as const) {
        const elevation = anchor[which];
        if (elevation === undefined || plan.run[anchor.id]?.line !== item.line) continue;
        const moved = elevation + (to - at);
        ways.push({
          gives: { what: 'anchor', run: anchor.id, end: which, elevation: moved },
          edits: [put({ ...anchor, [which]: moved })],
        });
      }
    }
  }
  const contradictions = count(solution);
  return ways.filter(({ edits }) => {
    const tried = solveGrade(applyEdits(plan, edits));
    const reached = tried.runs.get(run)?.[end];
    return reached !== undefined && Math.abs(reached - to) < NEAR && count(tried) <= contradictions;
  });
}

function count(solution: GradeSolution): number {
  return solution.surplus.filter((fact) => fact.contradicts).length;
}
