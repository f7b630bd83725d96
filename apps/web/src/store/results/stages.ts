import type { Evaluation, Stage } from '@alveus/core';
import { isWhole, ruleNamed, STAGE_ORDER, stopsDigging } from '@alveus/core';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';
import { selectFindings, selectRested } from './evaluation';

/** The stages of a job, in the order that the work is done. */
export const STAGES = STAGE_ORDER;
export type { Stage };

export type StageState = 'nothing yet' | 'in progress' | 'needs work' | 'OK';

/** How far a stage is, but for what is found: whether anything was done in it, and whether all of it is. */
interface Progress {
  readonly begun: boolean;
  readonly whole: boolean;
}

const any = (...tables: object[]): boolean => tables.some((table) => Object.keys(table).length > 0);

const groundKnown = ({ runs }: Evaluation): boolean =>
  runs.size > 0 && [...runs.values()].every(({ ground }) => ground.missing === 0);

const graded = (evaluation: Evaluation): boolean =>
  groundKnown(evaluation) &&
  [...evaluation.runs.values()].every(({ grade }) => grade.low !== undefined && grade.slope !== undefined);

const PROGRESS: Readonly<Record<Stage, (evaluation: Evaluation) => Progress>> = {
  site: ({ plan }) => {
    const looked = any(plan.crossing, plan.testPit, plan.site);
    return { begun: any(plan.nodePlace) || looked, whole: looked };
  },
  ground: (evaluation) => ({
    begun: evaluation.book.setups.length > 0 || any(evaluation.plan.benchmark, evaluation.plan.nodeGround),
    whole: groundKnown(evaluation),
  }),
  grade: (evaluation) => ({ begun: evaluation.lines.size > 0, whole: graded(evaluation) }),
  trench: (evaluation) => ({ begun: evaluation.runs.size > 0, whole: graded(evaluation) }),
  order: ({ runs, lines }) => ({
    begun: runs.size > 0,
    whole: [...lines.values()].every(({ gaps }) => isWhole(gaps)),
  }),
  dig: (evaluation) => {
    const ready = graded(evaluation);
    return {
      begun: ready && any(evaluation.plan.setup),
      whole: ready && evaluation.book.setups.some(({ height }) => height !== undefined),
    };
  },
};

/** Stages whose first finding is told before anything else was done in them. */
const TOLD_EMPTY: readonly Stage[] = ['site', 'dig'];

/** Stages that findings are of: those that stand against the plan, and those of what is not done yet. */
const selectTroubled = createSelector([selectFindings], (findings) => {
  const [troubled, unfinished] = [new Set<Stage>(), new Set<Stage>()];
  for (const { severity, stage, rule } of findings) {
    if (ruleNamed(rule)?.unfinished) unfinished.add(stage);
    else if (severity !== 'watch') troubled.add(stage);
  }
  // Nobody digs past a stop, on whatever stage it was found.
  if (findings.some(stopsDigging)) troubled.add('dig');
  return { troubled, unfinished };
});

const stateOf = (stage: Stage): ((state: RootState) => StageState) =>
  createSelector([selectRested, selectTroubled], (evaluation, { troubled, unfinished }) => {
    const { begun, whole } = PROGRESS[stage](evaluation);
    if (!begun && !(troubled.has(stage) && TOLD_EMPTY.includes(stage))) return 'nothing yet';
    if (troubled.has(stage)) return 'needs work';
    return whole && !unfinished.has(stage) ? 'OK' : 'in progress';
  });

const STATES = Object.fromEntries(STAGES.map((stage) => [stage, stateOf(stage)])) as Record<
  Stage,
  ReturnType<typeof stateOf>
>;

/** How a stage stands; worked out for those stages that somebody looks at. */
export const selectStageState = (state: RootState, stage: Stage): StageState => STATES[stage](state);
