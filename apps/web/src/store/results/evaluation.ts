import type { AtRest, Evaluation, Finding, Preview, Troubles } from '@alveus/core';
import { evaluate, findingsOf, regrade, troublesOf } from '@alveus/core';
import type { Edit, Plan } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';

/**
 * What follows from the state; results are worked out here and never put into it. There are two plans:
 *
 *   committed   what was saved last        selectCommitted   lists, sums, exports: what a drag leaves alone
 *   drafted     with what is being dragged selectEvaluation  figures beside the finger
 *                                          selectLive        drawings, at every frame
 *                                          selectRested      findings and marks: where the finger last rested
 *
 * While nothing is dragged all four are one and the same. Each starts from the one before it, so that it costs what an edit
 * touches; what is kept here for that is replaced by the next plan.
 */

const selectKeptPlan = (state: RootState): Plan => state.job.plan;
const selectDraft = (state: RootState): readonly Edit[] => state.job.draft;

let committed: Evaluation | undefined;

/** What follows from the plan without what is being dragged. */
export const selectCommitted: (state: RootState) => Evaluation = createSelector([selectKeptPlan], (plan) => {
  committed = evaluate(plan, committed);
  return committed;
});

let drafted: { readonly on: Evaluation; readonly evaluation: Evaluation } | undefined;

/** All that follows from the plan with what is being dragged. What must keep up with a finger follows `selectLive`. */
export const selectEvaluation: (state: RootState) => Evaluation = createSelector(
  [selectCommitted, selectDraft],
  (on, draft) => {
    if (draft.length === 0) {
      drafted = undefined;
      return on;
    }
    const before = drafted?.on === on ? drafted.evaluation : on;
    drafted = { on, evaluation: evaluate(applyEdits(on.plan, draft), before) };
    return drafted.evaluation;
  },
);

const selectRegraded: (state: RootState) => Preview | undefined = createSelector(
  [selectCommitted, selectDraft],
  (on, draft) => (draft.length === 0 ? on : regrade(on, draft)),
);

/** Where everything lies with what is being dragged, at every frame. */
export const selectLive = (state: RootState): Preview => selectRegraded(state) ?? selectEvaluation(state);

const selectPlan = (state: RootState): Plan => selectEvaluation(state).plan;

let rested: { readonly on: Evaluation; readonly evaluation: Evaluation } | undefined;

/**
 * The same, but while something is dragged only as of where the finger last rested. Lists and other things that
 * nobody reads while dragging follow this, so that a frame of a drag costs what it moves.
 */
export function selectRested(state: RootState): Evaluation {
  const on = selectCommitted(state);
  const { draft, rested: still } = state.job;
  if (draft.length === 0) {
    rested = undefined;
    return on;
  }
  if (draft === still && (rested?.on !== on || rested.evaluation.plan !== selectPlan(state)))
    rested = { on, evaluation: selectEvaluation(state) };
  return rested?.on === on ? rested.evaluation : on;
}

export const selectFindings: (state: RootState) => readonly Finding[] = createSelector([selectRested], findingsOf);

/** What stands against each run and each node; pulled where it is looked at. */
export const selectTroubles: (state: RootState) => Troubles = createSelector([selectFindings], troublesOf);

/** Where water stands when rain has stopped; pulled where it is looked at. */
export const selectAtRest = (state: RootState): AtRest => selectRested(state).rest;
