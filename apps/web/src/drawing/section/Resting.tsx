import type { AtRest } from '@alveus/core';
import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import type { Point } from '../scale';
import { path } from '../scale';
import type { SectionFrame } from './frame';
import type { RunShapes } from './geometry';

interface RestingProps {
  rest: AtRest;
  shapes: readonly RunShapes[];
  frame: SectionFrame;
}

/** Water that stands in the pipes when rain has stopped: the bore filled up to its level. */
export const Resting = memo(function Resting({ rest, shapes, frame }: RestingProps) {
  const tones = useTones();
  const filled = shapes.flatMap((shape) => {
    const points = standing(shape, rest);
    return points.length === 0
      ? []
      : [
          path(
            points.map(([at, level]) => [frame.x.to(at), frame.y.to(level)]),
            true,
          ),
        ];
  });
  return filled.length === 0 ? null : <Path d={filled.join('')} fill={tones.flood} />;
});

/** Along the bottom up to where it comes out of the water, and back along the water or the top of the bore. */
export function standing({ run, start, pipe }: RunShapes, { runs }: AtRest): readonly Point[] {
  const wet = runs.get(run.id);
  const [invert, top] = [pipe[1], pipe[2]];
  if (!wet || !invert || !top) return [];
  const share = (at: number): number => (wet.from === 'low' ? at : run.length - at) / run.length;
  const on = (line: readonly [Point, Point], part: number): number => line[0][1] + part * (line[1][1] - line[0][1]);
  const bottom = [0, wet.wet].map((at): Point => [start + share(at) * run.length, on(invert, share(at))]);
  const surface = [wet.wet, wet.full, 0].map((at): Point => [
    start + share(at) * run.length,
    Math.min(wet.level, on(top, share(at))),
  ]);
  return [...bottom, ...surface];
}
