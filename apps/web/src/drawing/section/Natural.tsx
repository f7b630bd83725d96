import { memo } from 'react';
import { Path } from 'react-native-svg';
import type { RunResult } from '@alveus/core';
import { useTones } from '../../theme/ThemeProvider';
import { path } from '../scale';
import type { SectionFrame } from './frame';
import type { RunShapes } from './geometry';

/** The ground as it was, over what a swale takes away of it. */
export const Natural = memo(function Natural({
  shapes,
  frame,
}: {
  shapes: readonly RunShapes<RunResult>[];
  frame: SectionFrame;
}) {
  const tones = useTones();
  const lines = shapes.flatMap(({ run, start }) =>
    run.swales.length === 0
      ? []
      : [path(run.natural.points.map(({ at, elevation }) => [frame.x.to(start + at), frame.y.to(elevation)]))],
  );
  return lines.length === 0 ? null : (
    <Path d={lines.join('')} stroke={tones.ink} strokeWidth={1.5} strokeDasharray="6 4" fill="none" />
  );
});
