import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import { ticks } from '../scale';
import type { Window } from './window';

/** Pixels between lines, about. */
const APART = 70;

/** Lines at round distances in the reader's unit. */
export const Grid = memo(function Grid({ window, zoom, unit }: { window: Window; zoom: number; unit: number }) {
  const tones = useTones();
  const { left, right, top, bottom } = window;
  const across = ticks(left / zoom, right / zoom, Math.max(4, Math.round((right - left) / APART)), unit);
  const up = ticks(-bottom / zoom, -top / zoom, Math.max(4, Math.round((bottom - top) / APART)), unit);
  const d =
    across.map((east) => `M${(east * zoom).toFixed(1)} ${top}V${bottom}`).join('') +
    up.map((north) => `M${left} ${(-north * zoom).toFixed(1)}H${right}`).join('');
  return <Path d={d} stroke={tones.line} strokeWidth={0.7} fill="none" />;
});
