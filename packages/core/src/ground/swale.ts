import type { UpRun } from '@alveus/plan';
import type { GroundPoint, GroundProfile } from './profile';
import { groundAt } from './profile';

/** A stretch of a swale as it lies up the run. */
export interface SwaleShape {
  readonly from: UpRun;
  readonly to: UpRun;
  /** So deep all along, or straight from one level to another. */
  readonly bottom: { readonly depth: number } | { readonly from: number; readonly to: number };
  /** Of its bottom, m; and its sides, so much out for one up. */
  readonly width: number;
  readonly sides: number;
}

/** How deep it is cut at a place up the run, m, and how high the ground lies then; straight between two of them. */
export interface CutDepth {
  readonly at: UpRun;
  readonly depth: number;
  readonly level: number;
}

/** What a swale takes away. */
export interface SwaleCut {
  /** m³, as it lay in the ground. */
  readonly volume: number;
  /** Length along which anything is cut, m. */
  readonly length: number;
  /** The deepest that it is cut, and where. */
  readonly deepest: Pick<CutDepth, 'at' | 'depth'>;
  /** Width from edge to edge where it is deepest: what is dug open, and grassed again, m. */
  readonly across: number;
  /** Length of stretch whose ground is not known, m: nothing is cut there. */
  readonly missing: number;
}

/**
 * The ground along a run with a swale cut into it, down the middle of the run; its stretches end plumb, as they are
 * before somebody rakes them out. Where the ground lies lower than its bottom nothing is cut. Exact: between the points
 * that come back everything goes straight.
 * @param stretches up the run, none over another
 */
export function cutSwale(
  ground: GroundProfile,
  stretches: readonly SwaleShape[],
): { readonly ground: GroundProfile; readonly depths: readonly (readonly CutDepth[])[] } {
  const cuts = stretches.map((stretch) => cutAt(ground, stretch));
  const points: GroundPoint[] = [];
  let upTo = -1;
  const asItWas = (from: number, to: number): void => {
    for (const point of ground.points) if (point.at > from && point.at < to) points.push(point);
  };
  cuts.forEach(({ from, to, places }, index) => {
    const [first, last] = [places[0], places[places.length - 1]];
    asItWas(upTo, from);
    // At an end of its own the ground steps down into it, where it does not go on in the next stretch or the next run.
    if (first && first.depth > 0 && from > Math.max(0, upTo)) points.push({ at: from, elevation: first.natural });
    for (const { at, level, depth } of places) {
      const shot = depth > 0 ? undefined : ground.points.find((point) => point.at === at)?.shot;
      points.push({ at, elevation: level, shot });
    }
    const next = cuts[index + 1]?.from ?? ground.length;
    if (last && last.depth > 0 && to < next) points.push({ at: to, elevation: last.natural });
    upTo = to;
  });
  asItWas(upTo, Infinity);
  return { ground: { ...ground, points }, depths: cuts.map(({ places }) => places) };
}

/** Less deep than this is not cut, m. */
const NOTHING = 1e-9;

interface CutPlace extends CutDepth {
  readonly natural: number;
}

function cutAt(
  ground: GroundProfile,
  stretch: SwaleShape,
): { readonly from: number; readonly to: number; readonly places: readonly CutPlace[] } {
  const from = Math.max(0, stretch.from);
  const to = Math.min(ground.length, stretch.to);
  const depthAt = depthOf(stretch);
  const places = placesOf(ground, depthAt, from, to).flatMap((at): readonly CutPlace[] => {
    const natural = groundAt(ground, at);
    if (natural === undefined) return [];
    const asked = depthAt(at, natural);
    const depth = asked > NOTHING ? asked : 0;
    return [{ at, natural, depth, level: natural - depth }];
  });
  return { from, to, places };
}

/** How deep its bottom lies under the ground at a place; negative where it would lie over it. */
type DepthAt = (at: number, elevation: number) => number;

function depthOf({ from, to, bottom }: SwaleShape): DepthAt {
  if ('depth' in bottom) return () => bottom.depth;
  return (at, elevation) => elevation - (bottom.from + ((at - from) / (to - from)) * (bottom.to - bottom.from));
}

/** Where the depth of the cut turns: at its ends, where the ground bends, and where its bottom comes out of it. */
function placesOf(ground: GroundProfile, depthAt: DepthAt, from: number, to: number): number[] {
  const sure = [from, ...ground.points.map(({ at }) => at).filter((at) => at > from && at < to), to];
  const places: number[] = [];
  sure.forEach((at, index) => {
    const before = sure[index - 1];
    const [low, high] = [before === undefined ? undefined : groundAt(ground, before), groundAt(ground, at)];
    if (before !== undefined && low !== undefined && high !== undefined) {
      const [start, end] = [depthAt(before, low), depthAt(at, high)];
      if (start * end < 0) places.push(before + ((at - before) * start) / (start - end));
    }
    places.push(at);
  });
  return places;
}

/**
 * What is taken away, of a swale of some width at its bottom.
 * @param depths as they were cut, up the run @param length of the swale, m
 */
export function swaleCut(
  depths: readonly CutDepth[],
  { width, sides }: Pick<SwaleShape, 'width' | 'sides'>,
  length: number,
): SwaleCut {
  let [volume, cut, measured] = [0, 0, 0];
  let deepest = { at: 0 as UpRun, depth: 0 };
  depths.forEach((here, index) => {
    if (here.depth > deepest.depth) deepest = here;
    const before = depths[index - 1];
    if (!before) return;
    const along = here.at - before.at;
    const [a, b] = [before.depth, here.depth];
    measured += along;
    if (a > 0 || b > 0) cut += along;
    volume += along * ((width * (a + b)) / 2 + (sides * (a * a + a * b + b * b)) / 3);
  });
  const { at, depth } = deepest;
  return {
    volume,
    length: cut,
    deepest: { at, depth },
    across: width + 2 * sides * depth,
    missing: Math.max(0, length - measured),
  };
}
