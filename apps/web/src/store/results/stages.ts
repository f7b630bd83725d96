import type { Finding } from '@alveus/core';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';
import { selectFindings, selectRested } from './evaluation';

const SITE_RULES = new Set<string>(['clearance', 'clash', 'crossing-level', 'frost']);
const BOOK_RULES = new Set<string>(['misclosure', 'setup-open']);

/** The stages of a job, in the order that the work is done. */
export const STAGES = ['site', 'ground', 'grade', 'trench', 'order'] as const;
export type Stage = (typeof STAGES)[number];

export type StageState = 'empty' | 'in work' | 'in trouble' | 'settled';

export const selectStageStates: (state: RootState) => Record<Stage, StageState> = createSelector(
  [selectRested, selectFindings],
  (evaluation, findings) => {
    const runs = [...evaluation.runs.values()];
    const { plan, book } = evaluation;
    const any = (...tables: object[]): boolean => tables.some((table) => Object.keys(table).length > 0);
    const bad = (rules: ReadonlySet<string>): boolean =>
      findings.some((finding) => finding.severity !== 'watch' && rules.has(finding.rule));
    const known: StageState = runs.length > 0 && runs.every((run) => run.ground.missing === 0) ? 'settled' : 'in work';
    const early = {
      site: bad(SITE_RULES)
        ? 'in trouble'
        : any(plan.crossing, plan.testPit, plan.site)
          ? 'settled'
          : any(plan.nodePlace)
            ? 'in work'
            : 'empty',
      ground: bad(BOOK_RULES)
        ? 'in trouble'
        : book.setups.length > 0 || any(plan.nodeGround)
          ? known
          : any(plan.benchmark)
            ? 'in work'
            : 'empty',
    } as const;
    if (runs.length === 0)
      return { ...early, grade: evaluation.lines.size > 0 ? 'in work' : 'empty', trench: 'empty', order: 'empty' };
    const trenchRules = new Set([
      'protection',
      'trench-narrow',
      'layer-out-of-ground',
      'surface-cuts-layers',
      'layers-overlap',
    ]);
    const trouble = (of: (finding: Finding) => boolean): boolean =>
      findings.some((finding) => finding.severity !== 'watch' && of(finding));
    const graded = runs.every(
      (run) => run.grade.low !== undefined && run.grade.slope !== undefined && run.ground.missing === 0,
    );
    const state = (bad: boolean, whole: boolean): StageState => (bad ? 'in trouble' : whole ? 'settled' : 'in work');
    return {
      ...early,
      grade: state(
        graded &&
          trouble(
            (finding) =>
              !trenchRules.has(finding.rule) && !SITE_RULES.has(finding.rule) && !BOOK_RULES.has(finding.rule),
          ),
        graded,
      ),
      trench: state(
        trouble((finding) => trenchRules.has(finding.rule)),
        graded,
      ),
      order: state(
        false,
        [...evaluation.lines.values()].every((line) => line.quantities.complete),
      ),
    };
  },
);
