import type { UpRun, Uuid } from '@alveus/plan';
import type { RunShape } from '../results';
import type { Envelope, Sides, Strip } from '../trench';
import { halvesOf, layerTops, opening, stationAt, stripAt, wallOf } from '../trench';

/** The trench as it is cut at one place: x to the right of its own pipe, seen up the run, y over its bottom; m. */

export type Spot = readonly [x: number, y: number];

export interface CrossSection {
  readonly depth: number;
  /** Of its bottom, and where the middle of that is. */
  readonly width: number;
  readonly middle: number;
  /** The walls from the ground on the left down, over the bottom, and up to the ground on the right. */
  readonly hole: readonly Spot[];
  /** The upper edge of each layer from the left to the right of the hole, in the order of the envelope. */
  readonly tops: readonly (readonly Spot[])[];
  readonly pipes: readonly CrossPipe[];
  /** How much the ground rises to the right. */
  readonly across: number;
  readonly sides: Sides | undefined;
}

export interface CrossPipe {
  readonly x: number;
  readonly underside: number;
  readonly radius: number;
  readonly wall: number;
  /** Of another run; undefined of its own. */
  readonly run: Uuid | undefined;
}

/** How wide it opens at the ground, m. */
export function openingOf({ hole }: CrossSection): number {
  return (hole[hole.length - 1]?.[0] ?? 0) - (hole[0]?.[0] ?? 0);
}

/** @returns undefined where it is not known how deep it is, or nothing is dug for the run there */
export function crossSection(run: RunShape, at: UpRun): CrossSection | undefined {
  const { envelope: of, trench, pipe } = run;
  const { depth } = stationAt(run.grade, run.ground, of, at);
  if (!of || !pipe || !trench || depth === undefined) return undefined;
  const strip: Strip | undefined = trench.strips
    ? stripAt(trench.strips, at)
    : { from: 0, to: run.length, width: trench.width, middle: 0, pipes: [] };
  if (!strip) return undefined;
  const { width, middle } = strip;
  const sides = trench.sides ?? LEVEL;
  const share = (at - strip.from) / Math.max(strip.to - strip.from, 1e-9);
  const own: CrossPipe = { x: 0, underside: of.underside, radius: of.radius, wall: pipe.wall, run: undefined };
  const others = strip.pipes.map(({ right, radius, wall, from, to, run: other }): CrossPipe => ({
    x: right,
    underside: from + (to - from) * share,
    radius,
    wall,
    run: other,
  }));
  const inMiddle = depth + sides.across * middle;
  const { left, right } = opening({ halves: halvesOf(sides, width), across: sides.across }, Math.max(0, inMiddle));
  const ground = (x: number): number => depth + sides.across * x;
  const wall = (side: Sides['left'], to: -1 | 1, far: number): Spot[] => {
    const { heights, outs, rates } = wallOf(side);
    const edge = middle + (to * width) / 2;
    const end = middle + to * far;
    const spots: Spot[] = [[edge, 0]];
    for (let index = 1; index < heights.length; index += 1) {
      const [foot, out] = [heights[index] as number, outs[index] as number];
      const rise = foot - (heights[index - 1] as number);
      const face = edge + to * ((outs[index - 1] as number) + (rates[index - 1] as number) * rise);
      if (foot >= ground(face)) break;
      const tread = Math.min(out, Math.abs(end - edge));
      spots.push([face, foot], [edge + to * tread, foot]);
      // The ground meets the bench before its end.
      if (tread < out) break;
    }
    spots.push([end, Math.max(0, ground(end))]);
    return spots;
  };
  const hole = [...wall(sides.left, -1, left).reverse(), ...wall(sides.right, 1, right)];
  const ends = [middle - left, middle + right] as const;
  return {
    depth,
    width,
    middle,
    hole,
    tops: topLines(of, depth, sides.across, ends),
    pipes: [own, ...others],
    across: sides.across,
    sides: trench.sides,
  };
}

const LEVEL: Sides = { left: { by: 'upright' }, right: { by: 'upright' }, across: 0 };

/** Edges of layers: level where they stand on the bottom, along the ground where they hang from it. */
function topLines(
  of: Envelope,
  depth: number,
  across: number,
  [left, right]: readonly [number, number],
): readonly Spot[][] {
  if (across === 0)
    return Array.from(
      layerTops(of, depth),
      (height) =>
        [
          [left, height],
          [right, height],
        ] as Spot[],
    );
  // At the ends, and wherever what stands and what hangs cross.
  const places = new Set([left, right]);
  for (const { top } of of.layers)
    for (const hung of [
      0,
      -of.surface,
      ...of.layers.flatMap((layer) => (layer.top.from === 'ground' ? [layer.top.offset] : [])),
    ])
      if (top.from === 'bottom') places.add((top.height - hung - depth) / across);
  const all = [...places].filter((x) => x >= left && x <= right).sort((a, b) => a - b);
  const tops = all.map((x) => layerTops(of, depth + across * x));
  return of.layers.map((_, index) => all.map((x, place): Spot => [x, (tops[place] as Float64Array)[index] as number]));
}
