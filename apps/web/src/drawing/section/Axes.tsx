import type { System, Route } from '@alveus/core';
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
  route: Route;
  /** Water levels whose words a tick gives way to. */
  waters: readonly number[];
  system: System;
}

/** Chainages stand no nearer to one another, px. */
const APART = drawn(50);
const LETTER = drawn(6.4);

/** As much of a name as there is room for. */
const fitted = (name: string, room: number): string =>
  name.length * LETTER <= room ? name : `${name.slice(0, Math.max(1, Math.floor(room / LETTER) - 1)).trimEnd()}…`;

/** Elevations at the left, each line's own chainages under the section, and how often heights are drawn over lengths. */
export const Axes = memo(function Axes({ frame, route, waters, system }: AxesProps) {
  const tones = useTones();
  const { x, y, width, height, times } = frame;
  const text = { fontFamily: FONT.text, fontSize: drawn(12), fill: tones.muted };
  const clear = (elevation: number): boolean =>
    waters.every((level) => Math.abs(y.to(elevation) - y.to(level)) > drawn(16));
  const elevations = ticks(y.from(height - PAD.bottom), y.from(PAD.top), 5, unitSize('elevation', system)).filter(
    clear,
  );
  const most = Math.max(2, Math.floor(width / drawn(90)));
  const base = height - PAD.bottom;
  const { parts } = route;
  let last = -Infinity;
  const chainages = parts.flatMap(({ line: { line }, from, to }, index) => {
    const { startChainage: start } = line;
    const share = Math.max(1, Math.floor((most * (to - from)) / Math.max(route.order.length, 1e-9)));
    return ticks(start, start + to - from, share, unitSize('chainage', system))
      .map((chainage) => ({ chainage, at: from + chainage - start }))
      .filter(({ at }) => {
        // Words that would run into one another are left out, of a part that goes on those before its end.
        if (x.to(at) - last < APART || (index < parts.length - 1 && x.to(to) - x.to(at) < APART)) return false;
        last = x.to(at);
        return true;
      });
  });
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
      {chainages.map(({ chainage, at }) => (
        <G key={at}>
          <Line x1={x.to(at)} x2={x.to(at)} y1={base} y2={base + 5} stroke={tones.muted} />
          <SvgText {...text} x={x.to(at)} y={base + drawn(18)} textAnchor="middle">
            {print(chainage, 'chainage', system).replace(/\.0+$/, '')}
          </SvgText>
        </G>
      ))}
      {parts.length < 2
        ? null
        : parts.map(({ line: { line }, from, to }) => (
            <G key={line.id}>
              {from > 0 ? (
                <Line
                  x1={x.to(from)}
                  x2={x.to(from)}
                  y1={PAD.top}
                  y2={base}
                  stroke={tones.muted}
                  strokeDasharray="6 4"
                />
              ) : null}
              {x.to(to) - x.to(from) > APART ? (
                <SvgText
                  {...text}
                  fontFamily={FONT.strong}
                  fill={tones.ink}
                  x={(x.to(from) + x.to(to)) / 2}
                  y={base - 8}
                  textAnchor="middle"
                >
                  {fitted(line.name, x.to(to) - x.to(from))}
                </SvgText>
              ) : null}
            </G>
          ))}
      <SvgText {...text} x={width - 6} y={height - 4} textAnchor="end">
        {times === 1 ? 'Vertical to scale' : `Vertical ×${times}`}
      </SvgText>
    </G>
  );
});
