import type { LineResult, LineShape, Place, RunResult, Route } from '@alveus/core';
import { lineRoute, placeOn, routeOut } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../store';
import { selectEvaluation, selectLive, selectRested } from './evaluation';

/** The line being worked on: the chosen one, or the first. It keeps up with a finger. */
export const selectLine: (state: RootState) => LineShape | undefined = createSelector(
  [(state: RootState) => selectLive(state).lines, (state: RootState) => state.view.line],
  (lines, chosen) => (chosen ? lines.get(chosen) : undefined) ?? lines.values().next().value,
);

const selectTopology = (state: RootState) => selectLive(state).topology;
const selectRuns = (state: RootState) => selectLive(state).plan.run;

/** What the long section goes along: that line, or the route of its water to where it leaves. It keeps up with a finger. */
export const selectRoute: (state: RootState) => Route | undefined = createSelector(
  [
    (state: RootState) => selectLive(state).lines,
    selectTopology,
    selectRuns,
    selectLine,
    (state: RootState) => state.view.shows === 'route',
  ],
  (lines, topology, run, line, out) =>
    line && (out ? routeOut({ lines, topology, plan: { run } }, line) : lineRoute(line)),
);

/** All that follows for it. */
export const selectLineResult = (state: RootState): LineResult | undefined =>
  selectEvaluation(state).lines.get(selectLine(state)?.id ?? '');

/** Where the station line stands. It keeps up with a finger. */
export const selectPlace: (state: RootState) => Place | undefined = createSelector(
  [(state: RootState) => selectLive(state).runs, selectRoute, (state: RootState) => state.view.station],
  (runs, route, station) => route && placeOn({ runs }, route, station),
);

/** All that follows for the run that it stands on. */
export const selectRun = (state: RootState): RunResult | undefined =>
  selectEvaluation(state).runs.get(selectPlace(state)?.run.id ?? '');

/** All runs and nodes, line by line from the low end up: as people walk them. */
export const selectAlongLines: (state: RootState) => {
  readonly runs: readonly Uuid[];
  readonly nodes: readonly Uuid[];
} = createSelector([selectRested], ({ lines, plan }) => {
  const along = [...lines.values()].flatMap(({ order }) => order.runs);
  // What has lost its line is there all the same.
  const runs = new Set([...along.map(({ id }) => id), ...Object.keys(plan.run)]);
  const ends = along.flatMap((run) => [lowerOf(run), upperOf(run)]).filter((id) => plan.node[id]);
  return { runs: [...runs], nodes: [...new Set([...ends, ...Object.keys(plan.node)])] };
});
