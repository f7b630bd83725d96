import type { LineResult, Place, RunResult } from '@alveus/core';
import { placeOn } from '@alveus/core';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';
import { selectEvaluation } from './evaluation';

/** The line being worked on: the chosen one, or the first. */
export const selectLine: (state: RootState) => LineResult | undefined = createSelector(
  [selectEvaluation, (state: RootState) => state.view.line],
  (evaluation, chosen) => (chosen ? evaluation.lines.get(chosen) : undefined) ?? evaluation.lines.values().next().value,
);

export const selectPlace: (state: RootState) => Place | undefined = createSelector(
  [selectEvaluation, selectLine, (state: RootState) => state.view.station],
  (evaluation, line, station) => line && placeOn(evaluation, line, station),
);

export const selectRun: (state: RootState) => RunResult | undefined = createSelector(
  [selectPlace],
  (place) => place?.run,
);
