import type { System } from '@alveus/core';
import { print, unitSize } from '@alveus/core';
import { memo } from 'react';
import { G, Line, Path, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { ticks } from '../scale';
import type { SectionFrame } from './frame';
import { PAD } from './frame';

interface AxesProps {
  frame: SectionFrame;
  length: number;
  /** Chainage of the line's low end. */
  start: number;
  /** Water levels whose words a tick gives way to. */
  waters: readonly number[];
  system: System;
}

/** Elevations at the left, chainages under the section, and how often heights are drawn over lengths. */
export const Axes = memo(function Axes({ frame, length, start, waters, system }: AxesProps) {
  const tones = useTones();
  const { x, y, width, height, times } = frame;
  const text = { fontFamily: FONT.text, fontSize: drawn(12), fill: tones.muted };
  const clear = (elevation: number): boolean =>
    waters.every((level) => Math.abs(y.to(elevation) - y.to(level)) > drawn(16));
  const elevations = ticks(y.from(height - PAD.bottom), y.from(PAD.top), 5, unitSize('elevation', system)).filter(
    clear,
  );
  const most = Math.max(2, Math.floor(width / drawn(90)));
  const chainages = ticks(start, start + length, most, unitSize('chainage', system));
  const base = height - PAD.bottom;
  return (
    <G>
      <Path
        d={elevations.map((elevation) => `M${PAD.left} ${y.to(elevation)}H${width}`).join('')}
        stroke={tones.line}
        strokeWidth={1}
      />
      {elevations.map((elevation) => (
        <SvgText key={elevation} {...text} x={PAD.left - 6} y={y.to(elevation) + drawn(4)} textAnchor="end">
          {print(elevation, 'elevation', system, { bare: true })
            .replace(/(\.\d*?)0+$/, '$1')
            .replace(/\.$/, '')}
        </SvgText>
      ))}
      {chainages.map((chainage) => (
        <G key={chainage}>
          <Line x1={x.to(chainage - start)} x2={x.to(chainage - start)} y1={base} y2={base + 5} stroke={tones.muted} />
          <SvgText {...text} x={x.to(chainage - start)} y={base + drawn(18)} textAnchor="middle">
            {print(chainage, 'chainage', system).replace(/\.0+$/, '')}
          </SvgText>
        </G>
      ))}
      <SvgText {...text} x={width - 6} y={height - 4} textAnchor="end">
        {times === 1 ? 'Heights to scale' : `Heights drawn ×${times}`}
      </SvgText>
    </G>
  );
});
