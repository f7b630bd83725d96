import type { Stage } from '@alveus/core';
import { isWhole, ruleNamed, STAGE_ORDER, stopsDigging } from '@alveus/core';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';
import { selectFindings, selectRested } from './evaluation';

/** The stages of a job, in the order that the work is done. */
export const STAGES = STAGE_ORDER;
export type { Stage };

export type StageState = 'nothing yet' | 'in progress' | 'needs work' | 'OK';

export const selectStageStates: (state: RootState) => Record<Stage, StageState> = createSelector(
  [selectRested, selectFindings],
  (evaluation, findings) => {
    const runs = [...evaluation.runs.values()];
    const { plan, book } = evaluation;
    const any = (...tables: object[]): boolean => tables.some((table) => Object.keys(table).length > 0);
    const troubled = new Set(
      findings.flatMap(({ severity, stage, rule }) =>
        severity === 'watch' || ruleNamed(rule)?.unfinished ? [] : [stage],
      ),
    );
    const unfinished = new Set(findings.flatMap(({ stage, rule }) => (ruleNamed(rule)?.unfinished ? [stage] : [])));
    // Nobody digs past a stop, on whatever stage it was found.
    if (findings.some(stopsDigging)) troubled.add('dig');
    /** How a stage stands, as far as anything was done in it. */
    const state = (stage: Stage, begun: boolean, whole: boolean): StageState =>
      !begun
        ? 'nothing yet'
        : troubled.has(stage)
          ? 'needs work'
          : whole && !unfinished.has(stage)
            ? 'OK'
            : 'in progress';
    const drawn = any(plan.nodePlace);
    const looked = any(plan.crossing, plan.testPit, plan.site);
    const lines = [...evaluation.lines.values()];
    const known = runs.length > 0 && runs.every(({ ground }) => ground.missing === 0);
    const graded = known && runs.every(({ grade }) => grade.low !== undefined && grade.slope !== undefined);
    return {
      site: state('site', drawn || looked || troubled.has('site'), looked),
      ground: state('ground', book.setups.length > 0 || any(plan.benchmark, plan.nodeGround), known),
      grade: state('grade', lines.length > 0, graded),
      trench: state('trench', runs.length > 0, graded),
      order: state(
        'order',
        runs.length > 0,
        lines.every(({ gaps }) => isWhole(gaps)),
      ),
      dig: state(
        'dig',
        troubled.has('dig') || (graded && any(plan.setup)),
        graded && book.setups.some(({ height }) => height !== undefined),
      ),
    };
  },
);
