import type { Chainage, UpLine, UpRun, Uuid } from '@alveus/plan';
import type { Station } from '../trench';
import { stationAt } from '../trench';
import type { LineShape, RunShape } from '../results';
import type { Evaluation } from './evaluation';
import type { Preview } from './regrade';
import type { Route } from './route';
import { partAt } from './route';

/** A place on a route: by the chainage of the line there, and by the run and the distance that records are keyed by. */
export interface Place {
  readonly chainage: Chainage;
  /** From the low end of the route, m. */
  readonly along: UpLine;
  readonly run: RunShape;
  readonly station: Station;
}

/**
 * The place on a route at a distance from its low end; held within the route. At a node between two runs it
 * belongs to the upper one.
 */
export function placeOn(evaluation: Pick<Preview, 'runs'>, route: Route, distance: UpLine): Place | undefined {
  const { runs, starts, length } = route.order;
  const along = Math.min(length, Math.max(0, distance));
  let index = runs.length - 1;
  while (index > 0 && (starts[index] as number) > along) index -= 1;
  const item = runs[index];
  const run = item && evaluation.runs.get(item.id);
  if (!run) return undefined;
  const at = Math.min(run.length, along - (starts[index] as number));
  const part = partAt(route, starts[index] as number);
  return {
    chainage: (part?.line.line.startChainage ?? 0) + along - (part?.from ?? 0),
    along,
    run,
    station: stationAt(run.grade, run.ground, run.envelope, at),
  };
}

/** Distance from the line's low end of a place given by its run. */
export function distanceOf(line: LineShape, run: Uuid, at: UpRun): UpLine | undefined {
  const index = line.order.runs.findIndex((item) => item.id === run);
  return index < 0 ? undefined : (line.order.starts[index] as number) + at;
}

/** Ground to trench bottom where a line is deepest, m; undefined while nothing of it is known. */
export function deepestOf({ runs }: Pick<Evaluation, 'runs'>, { order }: LineShape): number | undefined {
  const depths = order.runs.flatMap(({ id }) => runs.get(id)?.trench?.deepest?.depth ?? []);
  return depths.length === 0 ? undefined : Math.max(...depths);
}
