import type { Evaluation, LineResult, RunResult } from '@alveus/core';
import { groundAt, layerTops, stationAt } from '@alveus/core';
import type { Look } from './materials';
import type { Point } from './scale';

/** What the long section draws, in metres: distance along the line and elevation. */

export interface SectionShape {
  readonly look: Look;
  readonly points: readonly Point[];
}

export interface RunShapes {
  readonly run: RunResult;
  /** Distance of the run's lower node along the line. */
  readonly start: number;
  readonly layers: readonly SectionShape[];
  readonly ground: readonly Point[];
  /** Outside and inside of the pipe, from below: underside, invert, inside top, crown; two ends each. */
  readonly pipe: readonly (readonly [Point, Point])[];
}

export interface Extent {
  readonly lowest: number;
  readonly highest: number;
}

export function runShapes(evaluation: Evaluation, line: LineResult, samples: number): RunShapes[] {
  return line.order.runs.flatMap((item, index) => {
    const run = evaluation.runs.get(item.id);
    return run ? [shapesOf(evaluation, run, line.order.starts[index] as number, samples)] : [];
  });
}

function shapesOf({ plan }: Evaluation, run: RunResult, start: number, samples: number): RunShapes {
  const ground = run.ground.points.map(({ at, elevation }): Point => [start + at, elevation]);
  const { low, high } = run.grade;
  const { pipe, envelope: of, trench } = run;
  const levels = pipe ? [-pipe.wall, 0, pipe.outside - 2 * pipe.wall, pipe.outside - pipe.wall] : [];
  const pipeLines =
    low === undefined || high === undefined
      ? []
      : levels.map((level): readonly [Point, Point] => [
          [start, low + level],
          [start + run.length, high + level],
        ]);
  const layers: SectionShape[] = [];
  if (of && trench && trench.stations.length > 1) {
    const at = sampleDistances(run, samples);
    const tops = at.map((distance) => {
      const station = stationAt(run.grade, run.ground, of, distance);
      const bottom = station.bottom ?? 0;
      return { distance, bottom, heights: layerTops(of, station.depth ?? 0) };
    });
    of.layers.forEach((layer, index) => {
      const upper = tops.map(({ distance, bottom, heights }): Point => [start + distance, bottom + (heights[index] as number)]);
      const lower = tops.map(({ distance, bottom, heights }): Point => [start + distance, bottom + (index === 0 ? 0 : (heights[index - 1] as number))]);
      if (upper.every((point, place) => point[1] - (lower[place] as Point)[1] < 1e-6)) return;
      const look: Look = layer.material === 'native' ? 'native' : (plan.material[layer.material]?.look ?? 'soil');
      layers.push({ look, points: [...upper, ...lower.reverse()] });
    });
  }
  return { run, start, layers, ground, pipe: pipeLines };
}

/** Where tops are worked out for drawing: every ground point, and evenly between. */
function sampleDistances(run: RunResult, samples: number): number[] {
  const points = run.ground.points;
  const first = points[0]?.at ?? 0;
  const last = points[points.length - 1]?.at ?? run.length;
  const distances = new Set(points.map((point) => point.at));
  for (let index = 0; index <= samples; index += 1) distances.add(first + ((last - first) * index) / samples);
  return [...distances].sort((a, b) => a - b).filter((at) => groundAt(run.ground, at) !== undefined);
}

/** The range of elevations on show; undefined while nothing has one. */
export function extentOf(shapes: readonly RunShapes[], water: readonly (number | undefined)[]): Extent | undefined {
  const values = water.filter((level) => level !== undefined);
  for (const { ground, layers, pipe, run } of shapes) {
    for (const [, elevation] of ground) values.push(elevation);
    for (const layer of layers) for (const [, elevation] of layer.points) values.push(elevation);
    for (const ends of pipe) values.push(ends[0][1], ends[1][1]);
    const bottom = run.grade.low !== undefined && run.envelope ? run.grade.low - run.envelope.invert : undefined;
    if (bottom !== undefined) values.push(bottom);
    for (const { top, bottom: under } of run.crossings) if (top !== undefined && under !== undefined) values.push(top, under);
  }
  if (values.length === 0) return undefined;
  const lowest = values.reduce((a, b) => Math.min(a, b));
  const highest = values.reduce((a, b) => Math.max(a, b));
  return { lowest, highest: Math.max(highest, lowest + 0.1) };
}
