import type { Look } from '../looks';
import type { Point } from '../scale';
import { path } from '../scale';
import type { SectionFrame } from './frame';
import { PAD } from './frame';
import type { RunShapes } from './geometry';

/** A run's shapes as paths in pixels. Many runs make one path of each sort, so that a drag draws a handful of things. */
export interface RunPaths {
  readonly layers: readonly { readonly look: Look; readonly d: string }[];
  readonly ground: string;
  readonly earth: string;
  readonly outside: string;
  readonly inside: string;
  readonly invert: string;
}

/** The last paths of each drawing; another frame replaces them. */
const made = new WeakMap<RunShapes, { frame: SectionFrame; paths: RunPaths }>();

export function pathsOf(shapes: RunShapes, frame: SectionFrame): RunPaths {
  const cached = made.get(shapes);
  if (cached?.frame === frame) return cached.paths;
  const { x, y } = frame;
  const drawn = (points: readonly Point[], closed = false): string => path(points, closed, x, y);
  const [underside, invert, top, crown] = shapes.pipe;
  const piped = underside && invert && top && crown;
  const paths: RunPaths = {
    layers: shapes.layers.map(({ look, points }) => ({ look, d: drawn(points, true) })),
    ...groundPaths(shapes.ground, frame),
    outside: piped ? drawn([...underside, ...[...crown].reverse()], true) : '',
    inside: piped ? drawn([...invert, ...[...top].reverse()], true) : '',
    invert: piped ? drawn(invert) : '',
  };
  made.set(shapes, { frame, paths });
  return paths;
}

/** The same of each ground. */
const grounds = new WeakMap<readonly Point[], { frame: SectionFrame; paths: Pick<RunPaths, 'ground' | 'earth'> }>();

/** The ground and the earth under it stay while the pipe in them is dragged. */
function groundPaths(points: readonly Point[], frame: SectionFrame): Pick<RunPaths, 'ground' | 'earth'> {
  const cached = grounds.get(points);
  if (cached?.frame === frame) return cached.paths;
  const ground = points.map(([distance, elevation]): Point => [frame.x.to(distance), frame.y.to(elevation)]);
  const first = ground[0];
  const last = ground[ground.length - 1];
  const base = frame.height - PAD.bottom;
  const earth = first && last ? path([...ground, [last[0], base], [first[0], base]], true) : '';
  const paths = { ground: path(ground), earth };
  grounds.set(points, { frame, paths });
  return paths;
}

export interface LinePaths {
  readonly layers: ReadonlyMap<Look, string>;
  readonly ground: string;
  readonly earth: string;
  readonly outside: string;
  readonly inside: string;
  readonly invert: string;
}

/** All runs of a line together. */
export function linePaths(shapes: readonly RunShapes[], frame: SectionFrame): LinePaths {
  const runs = shapes.map((shape) => pathsOf(shape, frame));
  const layers = new Map<Look, string>();
  for (const run of runs) for (const { look, d } of run.layers) layers.set(look, (layers.get(look) ?? '') + d);
  const all = (part: 'ground' | 'earth' | 'outside' | 'inside' | 'invert'): string =>
    runs.map((run) => run[part]).join('');
  return {
    layers,
    ground: all('ground'),
    earth: all('earth'),
    outside: all('outside'),
    inside: all('inside'),
    invert: all('invert'),
  };
}
