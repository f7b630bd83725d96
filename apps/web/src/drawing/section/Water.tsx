import type { ItemOf } from '@alveus/plan';
import { memo } from 'react';
import { G, Line, Path, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { haloOf } from '../halo';
import { path } from '../scale';
import type { SectionFrame } from './frame';
import type { RunShapes } from './geometry';

type Levels = ItemOf<'node'>['water'];

/** The water that stands outside the outlet, and how far up the line it reaches. */
export function Waters({
  levels,
  shapes,
  frame,
}: {
  levels: Levels;
  shapes: readonly RunShapes[];
  frame: SectionFrame;
}) {
  const { high, normal } = levels ?? {};
  const near =
    high !== undefined && normal !== undefined && Math.abs(frame.y.to(high) - frame.y.to(normal)) < drawn(30);
  return (
    <G>
      {high === undefined ? null : (
        <Water frame={frame} level={high} words="high" below={false} reach={waterReach(shapes, high)} />
      )}
      {normal === undefined ? null : (
        <Water frame={frame} level={normal} words="usual" below={near} reach={waterReach(shapes, normal)} />
      )}
    </G>
  );
}

/** How far up the line the stated water stands. */
export function waterReach(shapes: readonly RunShapes[], water: number): number {
  for (const { run, start } of shapes) {
    const { low, slope } = run.grade;
    if (low === undefined || slope === undefined || low >= water) return start;
    if (slope > 0 && low + slope * run.length >= water) return start + (water - low) / slope;
  }
  const last = shapes[shapes.length - 1];
  return last ? last.start + last.run.length : 0;
}

interface WaterProps {
  frame: SectionFrame;
  level: number;
  words: string;
  /** Puts its words under its line, where another's stand above. */
  below: boolean;
  reach: number;
}

const Water = memo(function Water({ frame, level, words, below, reach }: WaterProps) {
  const tones = useTones();
  const { x, y } = frame;
  const top = y.to(level);
  const from = x.to(0) - 30;
  const mark = path(
    [
      [from + 8, top - 10],
      [from + 20, top - 10],
      [from + 14, top - 1],
    ],
    true,
  );
  return (
    <G>
      <Line
        x1={from}
        x2={Math.max(x.to(0) + 8, x.to(reach))}
        y1={top}
        y2={top}
        stroke={tones.flood}
        strokeWidth={2.5}
      />
      <Path d={mark} fill={tones.flood} />
      <SvgText
        x={from + 14}
        y={below ? top + drawn(14) : top - 14}
        textAnchor="middle"
        fontFamily={FONT.text}
        fontSize={drawn(12)}
        fill={tones.floodWords}
        {...haloOf(tones)}
      >
        {words}
      </SvgText>
    </G>
  );
});
