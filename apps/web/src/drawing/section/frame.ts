import type { Evaluation, LineShape } from '@alveus/core';
import { crossingsAt } from '@alveus/core';
import { lowerOf } from '@alveus/plan';
import type { Scale } from '../scale';
import { exaggeration, scale } from '../scale';
import type { Extent } from './geometry';
import { extentOf, runShapes } from './geometry';
import { endsOf, levelsOfHoles } from './nodes';
import { drawn } from '../../theme/scale';

/** Room round the long section for its words, in pixels. */
export const PAD = { left: drawn(46), right: 16, top: drawn(44), bottom: drawn(34) };

/** Where metres of a line lie in pixels of its long section. */
export interface SectionFrame {
  readonly width: number;
  readonly height: number;
  readonly x: Scale;
  readonly y: Scale;
  /** How often heights are drawn over lengths. */
  readonly times: number;
}

/** Room past both ends of a line for what stands there, m. */
export type Ends = readonly [low: number, high: number];
const NO_ENDS: Ends = [0, 0];

/** Pixels for a metre along a line of so many metres. */
export const alongFactor = (length: number, width: number, [low, high] = NO_ENDS): number =>
  (width - PAD.left - PAD.right) / (low + length + high);

/** Room under the lowest water for its words, px. */
const UNDER = drawn(18);

/**
 * @param length of the line, m
 * @param extent of elevations on show, or undefined while nothing has one
 * @param under room that is kept under the lowest of them, px
 */
export function frameOf(
  extent: Extent | undefined,
  length: number,
  width: number,
  height: number,
  under = 0,
  ends = NO_ENDS,
): SectionFrame {
  const factor = alongFactor(length, width, ends);
  const room = height - PAD.top - PAD.bottom - under;
  const rise = extent ? extent.highest - extent.lowest : 1;
  const times = exaggeration(rise, room, factor);
  const spare = room - rise * factor * times;
  return {
    width,
    height,
    times,
    x: scale(0, factor, PAD.left + ends[0] * factor),
    y: scale(extent?.lowest ?? 0, -factor * times, height - PAD.bottom - under - spare / 3),
  };
}

/** The frame in which a line, its waters and the utilities at it have room; nothing while it has no runs. */
export function sectionFrame(
  evaluation: Evaluation,
  line: LineShape,
  width: number,
  height: number,
): SectionFrame | undefined {
  if (line.order.length === 0) return undefined;
  const { length, runs } = line.order;
  const water = runs[0] && evaluation.plan.node[lowerOf(runs[0])]?.water;
  const ends = endsOf(evaluation, line);
  const shapes = runShapes(evaluation, line, alongFactor(length, width, ends));
  const known = [water?.high, water?.normal, ...levelsOfHoles(evaluation, line)];
  const levels = extentOf(shapes, known, (run) => crossingsAt(evaluation, run));
  return frameOf(levels, length, width, height, water?.normal === undefined ? 0 : UNDER, ends);
}
