import type { CrossingResult, LineShape, Preview, RunResult, RunShape } from '@alveus/core';
import { groundAt, layerTops } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import type { Look } from '../looks';
import { lookOf } from '../looks';
import type { Point } from '../scale';

/** What the long section draws, in metres: distance along the line and elevation. */

export interface SectionShape {
  readonly look: Look;
  readonly points: readonly Point[];
}

export interface RunShapes<Run extends RunShape = RunShape> {
  readonly run: Run;
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

/** More samples than this show nothing more on any screen. */
const MOST_SAMPLES = 40;
/** Pixels between samples of where layers end. */
const EVERY = 16;

/**
 * The shapes of a line's runs. What was worked out for a run is kept with its result, so that an edit costs the runs
 * that it touched.
 * @param factor pixels for a metre along the line: a run that is short on the screen needs few samples
 * @param of which runs are asked for
 */
export function runShapes<Run extends RunShape>(
  evaluation: Pick<Preview, 'plan'> & { readonly runs: { get(id: Uuid): Run | undefined } },
  line: LineShape,
  factor: number,
  of: (run: Uuid) => boolean = () => true,
): RunShapes<Run>[] {
  return line.order.runs.flatMap((item, index) => {
    const run = of(item.id) ? evaluation.runs.get(item.id) : undefined;
    if (!run) return [];
    const start = line.order.starts[index] as number;
    const samples = Math.max(1, Math.min(MOST_SAMPLES, Math.ceil((run.length * factor) / EVERY)));
    const materials = evaluation.plan.material;
    const cached = drawn.get(run);
    if (cached && cached.shapes.start === start && cached.samples === samples && cached.materials === materials)
      return [cached.shapes as RunShapes<Run>];
    const shapes = shapesOf(evaluation, run, start, samples);
    drawn.set(run, { shapes, samples, materials });
    return [shapes];
  });
}

/** The last drawing of each run; another place, number of samples or table of materials replaces it. */
const drawn = new WeakMap<RunShape, { shapes: RunShapes; samples: number; materials: object }>();

function shapesOf<Run extends RunShape>(
  { plan }: Pick<Preview, 'plan'>,
  run: Run,
  start: number,
  samples: number,
): RunShapes<Run> {
  const { ground, at, levels: levelsAt } = groundOf(run, start, samples);
  const { low, high, slope } = run.grade;
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
  if (of && trench && run.ground.points.length > 1 && low !== undefined && slope !== undefined) {
    const tops = at.map((distance, place) => {
      const bottom = low + slope * distance - of.invert;
      return { distance, bottom, heights: layerTops(of, (levelsAt[place] as number) - bottom) };
    });
    /** The upper edge of a layer; of what lies under the lowest, the trench bottom. */
    const edge = (index: number): Point[] => {
      const height = (place: number): number => (index < 0 ? 0 : (tops[place]?.heights[index] as number));
      // What keeps its height over the bottom runs as straight as that: its ends tell all of it.
      const straight = tops.every((_, place) => Math.abs(height(place) - height(0)) < 1e-9);
      const places = straight ? [0, tops.length - 1] : tops.map((_, place) => place);
      return places.map((place): Point => {
        const { distance, bottom } = tops[place] as (typeof tops)[number];
        return [start + distance, bottom + height(place)];
      });
    };
    of.layers.forEach((layer, index) => {
      const thin = tops.every(
        ({ heights }) => (heights[index] as number) - (index === 0 ? 0 : (heights[index - 1] as number)) < 1e-6,
      );
      if (thin) return;
      const look = lookOf(layer.material, plan);
      layers.push({ look, points: [...edge(index), ...edge(index - 1).reverse()] });
    });
  }
  return { run, start, layers, ground, pipe: pipeLines };
}

interface DrawnGround {
  readonly start: number;
  readonly samples: number;
  readonly ground: readonly Point[];
  /** Where layers are sampled, and the ground there. */
  readonly at: readonly number[];
  readonly levels: readonly number[];
}
/** The last of each ground; another place or number of samples replaces it. */
const grounds = new WeakMap<RunShape['ground'], DrawnGround>();

/** What of a run's drawing stays while its inverts are dragged. */
function groundOf(run: RunShape, start: number, samples: number): DrawnGround {
  const cached = grounds.get(run.ground);
  if (cached?.start === start && cached.samples === samples) return cached;
  const ground = run.ground.points.map(({ at, elevation }): Point => [start + at, elevation]);
  const at = sampleDistances(run, samples);
  const made = { start, samples, ground, at, levels: at.map((place) => groundAt(run.ground, place) as number) };
  grounds.set(run.ground, made);
  return made;
}

/** Where tops are worked out for drawing: every ground point, and evenly between. */
function sampleDistances(run: RunShape, samples: number): number[] {
  const points = run.ground.points;
  const first = points[0]?.at ?? 0;
  const last = points[points.length - 1]?.at ?? run.length;
  const distances = new Set(points.map((point) => point.at));
  for (let index = 0; index <= samples; index += 1) distances.add(first + ((last - first) * index) / samples);
  return [...distances].sort((a, b) => a - b).filter((at) => groundAt(run.ground, at) !== undefined);
}

/** The range of elevations on show; undefined while nothing has one. */
export function extentOf(
  shapes: readonly RunShapes<RunResult>[],
  water: readonly (number | undefined)[],
  crossings: (run: Uuid) => readonly CrossingResult[] = () => [],
): Extent | undefined {
  const values = water.filter((level) => level !== undefined);
  for (const { ground, layers, pipe, run } of shapes) {
    for (const [, elevation] of ground) values.push(elevation);
    if (run.swales.length > 0) for (const { elevation } of run.natural.points) values.push(elevation);
    for (const layer of layers) for (const [, elevation] of layer.points) values.push(elevation);
    for (const ends of pipe) values.push(ends[0][1], ends[1][1]);
    const bottom = run.grade.low !== undefined && run.envelope ? run.grade.low - run.envelope.invert : undefined;
    if (bottom !== undefined) values.push(bottom);
    for (const { top, bottom: under } of crossings(run.id))
      if (top !== undefined && under !== undefined) values.push(top, under);
  }
  if (values.length === 0) return undefined;
  const lowest = values.reduce((a, b) => Math.min(a, b));
  const highest = values.reduce((a, b) => Math.max(a, b));
  return { lowest, highest: Math.max(highest, lowest + 0.1) };
}
