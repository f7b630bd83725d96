import type { Evaluation, LineShape } from '@alveus/core';
import { footOf, outAt, wallOf } from '@alveus/core';
import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import type { Point } from '../scale';
import { path } from '../scale';
import type { SectionFrame } from './frame';
import { nodesOf } from './nodes';

interface HolesProps {
  evaluation: Pick<Evaluation, 'holes'>;
  line: LineShape;
  frame: SectionFrame;
}

/** The holes of structures along a line, as they are dug: down to their beds, their sides as they are cut. */
export const Holes = memo(function Holes({ evaluation, line, frame }: HolesProps) {
  const tones = useTones();
  const outlines = nodesOf(line).flatMap(({ id, at }) => outlineOf(evaluation, id, at, frame) ?? []);
  if (outlines.length === 0) return null;
  return (
    <Path
      d={outlines.join('')}
      fill={tones.card}
      fillOpacity={0.6}
      stroke={tones.ink}
      strokeWidth={1.5}
      strokeDasharray="5 3"
    />
  );
});

/** From the ground on one side down, along the bottom, and up the other. */
function outlineOf({ holes }: HolesProps['evaluation'], id: string, at: number, { x, y }: SectionFrame) {
  const { hole, bottom, depth, side } = holes.get(id) ?? {};
  if (!hole || bottom === undefined || depth === undefined || depth <= 0 || !side) return undefined;
  const wall = wallOf(side);
  const foot = footOf(hole).long / 2;
  const heights = [...wall.heights.filter((height) => height < depth), depth];
  const up = (to: 1 | -1): Point[] =>
    heights.flatMap((height, index): Point[] => {
      // A bench: up its face, then out along its tread.
      const before = heights[index - 1];
      const inner = index === 0 || before === undefined ? 0 : outAt(wall, height - 1e-9);
      const outer = height === depth ? inner : outAt(wall, height);
      return [inner, outer].map((out) => [x.to(at + to * (foot + out)), y.to(bottom + height)]);
    });
  return path([...up(-1).reverse(), ...up(1)], true);
}
