import type { LineResult, LineShape, Place, RunResult } from '@alveus/core';
import { placeOn } from '@alveus/core';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';
import { selectEvaluation, selectLive } from './evaluation';

/** The line being worked on: the chosen one, or the first. It keeps up with a finger. */
export const selectLine: (state: RootState) => LineShape | undefined = createSelector(
  [(state: RootState) => selectLive(state).lines, (state: RootState) => state.view.line],
  (lines, chosen) => (chosen ? lines.get(chosen) : undefined) ?? lines.values().next().value,
);

/** All that follows for it. */
export const selectLineResult = (state: RootState): LineResult | undefined =>
  selectEvaluation(state).lines.get(selectLine(state)?.id ?? '');

/** Where the station line stands. It keeps up with a finger. */
export const selectPlace: (state: RootState) => Place | undefined = createSelector(
  [(state: RootState) => selectLive(state).runs, selectLine, (state: RootState) => state.view.station],
  (runs, line, station) => line && placeOn({ runs }, line, station),
);

/** All that follows for the run that it stands on. */
export const selectRun = (state: RootState): RunResult | undefined =>
  selectEvaluation(state).runs.get(selectPlace(state)?.run.id ?? '');
