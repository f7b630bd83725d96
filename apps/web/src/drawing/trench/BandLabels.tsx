import { cutText } from '@alveus/plan';
import { G, Path, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { path, spread } from '../scale';
import type { Band } from './bands';
import type { TrenchFrame } from './frame';

/** Rows of words, each of two lines, px. */
const ROW = drawn(34);

interface BandLabelsProps {
  /** The pixel of the right wall of the trench at a height over its bottom, m. */
  wallAt: (over: number) => number;
  bands: readonly Band[];
  frame: TrenchFrame;
  size: (value: number) => string;
}

/** How thick each layer is and what of, beside it, with a line to it. */
export function BandLabels({ wallAt, bands: all, frame, size }: BandLabelsProps) {
  // What is not there at the pipe is told by the drawing alone.
  const bands = all.filter(({ from, to }) => to - from > 1e-6);
  const tones = useTones();
  const { y, words } = frame;
  const places = spread(
    bands.map(({ from, to }) => y((from + to) / 2)).reverse(),
    ROW,
    words.top,
    words.bottom,
  ).reverse();
  return bands.map(({ index, from, to, material }, order) => {
    const at = places[order] as number;
    return (
      <G key={index}>
        <Path
          d={path([
            [wallAt((from + to) / 2) + 2, y((from + to) / 2)],
            [words.x - 12, at],
            [words.x - 4, at],
          ])}
          stroke={tones.muted}
          strokeWidth={1}
          fill="none"
        />
        <SvgText fontFamily={FONT.strong} fontSize={drawn(14)} fill={tones.ink} x={words.x} y={at - 1}>
          {size(to - from)}
        </SvgText>
        <SvgText fontFamily={FONT.text} fontSize={drawn(13)} fill={tones.muted} x={words.x} y={at + drawn(14)}>
          {material.length > 22 ? `${cutText(material, 21)}…` : material}
        </SvgText>
      </G>
    );
  });
}
