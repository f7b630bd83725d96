import type { Evaluation, Finding, LineResult, Place, RunResult } from '@alveus/core';
import { evaluate, findingsOf, placeOn } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from './store';

/** What follows from the state; results are worked out here and never put into it. */

export const selectPlan: (state: RootState) => Plan = createSelector(
  [(state: RootState) => state.job.plan, (state: RootState) => state.job.draft],
  (plan, draft) => applyEdits(plan, draft),
);

let last: Evaluation | undefined;

/** Each evaluation starts from the one before, so that an edit costs what it touches. */
export const selectEvaluation: (state: RootState) => Evaluation = createSelector([selectPlan], (plan) => {
  last = evaluate(plan, last);
  return last;
});

export const selectFindings: (state: RootState) => readonly Finding[] = createSelector([selectEvaluation], findingsOf);

/** The line being worked on: the chosen one, or the first. */
export const selectLine: (state: RootState) => LineResult | undefined = createSelector(
  [selectEvaluation, (state: RootState) => state.view.line],
  (evaluation, chosen) => (chosen ? evaluation.lines.get(chosen) : undefined) ?? evaluation.lines.values().next().value,
);

export const selectPlace: (state: RootState) => Place | undefined = createSelector(
  [selectEvaluation, selectLine, (state: RootState) => state.view.station],
  (evaluation, line, station) => line && placeOn(evaluation, line, station),
);

export const selectRun: (state: RootState) => RunResult | undefined = createSelector([selectPlace], (place) => place?.run);

const SITE_RULES = new Set<string>(['clearance', 'clash', 'crossing-level', 'frost']);
const BOOK_RULES = new Set<string>(['misclosure', 'setup-open']);

export type StageState = 'empty' | 'in work' | 'in trouble' | 'settled';

export const selectStageStates: (state: RootState) => Record<'site' | 'ground' | 'grade' | 'trench' | 'order', StageState> = createSelector(
  [selectEvaluation, selectFindings],
  (evaluation, findings) => {
    const runs = [...evaluation.runs.values()];
    const { plan, book } = evaluation;
    const any = (...tables: object[]): boolean => tables.some((table) => Object.keys(table).length > 0);
    const bad = (rules: ReadonlySet<string>): boolean => findings.some((finding) => finding.severity !== 'watch' && rules.has(finding.rule));
    const known: StageState = runs.length > 0 && runs.every((run) => run.ground.missing === 0) ? 'settled' : 'in work';
    const early = {
      site: bad(SITE_RULES) ? 'in trouble' : any(plan.crossing, plan.testPit, plan.site) ? 'settled' : any(plan.nodePlace) ? 'in work' : 'empty',
      ground: bad(BOOK_RULES) ? 'in trouble' : book.setups.length > 0 || any(plan.nodeGround) ? known : any(plan.benchmark) ? 'in work' : 'empty',
    } as const;
    if (runs.length === 0) return { ...early, grade: evaluation.lines.size > 0 ? 'in work' : 'empty', trench: 'empty', order: 'empty' };
    const trenchRules = new Set(['protection', 'trench-narrow', 'layer-out-of-ground', 'surface-cuts-layers', 'layers-overlap']);
    const trouble = (of: (finding: Finding) => boolean): boolean => findings.some((finding) => finding.severity !== 'watch' && of(finding));
    const graded = runs.every((run) => run.grade.low !== undefined && run.grade.slope !== undefined && run.ground.missing === 0);
    const state = (bad: boolean, whole: boolean): StageState => (bad ? 'in trouble' : whole ? 'settled' : 'in work');
    return {
      ...early,
      grade: state(graded && trouble((finding) => !trenchRules.has(finding.rule) && !SITE_RULES.has(finding.rule) && !BOOK_RULES.has(finding.rule)), graded),
      trench: state(trouble((finding) => trenchRules.has(finding.rule)), graded),
      order: state(false, [...evaluation.lines.values()].every((line) => line.quantities.complete)),
    };
  },
);
