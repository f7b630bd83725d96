import type { Fraction, System } from '@alveus/core';
import { print } from '@alveus/core';
import type { Strip } from '@alveus/core/setout';
import Svg, { G, Line, Rect, Text } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import type { NamedMark } from './stickMarks';
import { MARK_WORDS } from './words';

/** Drawn in millimetres. */
const WIDE = 60;

interface StickProps {
  marks: readonly NamedMark[];
  strip: Strip;
  /** Of what one millimetre is told: so many pixels, or a true one on paper. */
  scale: number | 'mm';
  system: System;
  fraction: Fraction;
}

/** A stretch of a stick at its true size: its marks, and a rule beside them in the units of the crew. */
export function Stick({ marks, strip, scale, system, fraction }: StickProps) {
  const tones = useTones();
  const tall = (strip.to - strip.from) * 1000;
  const y = (height: number): number => tall - (height - strip.from) * 1000;
  const size = (millimetres: number): string | number => (scale === 'mm' ? `${millimetres}mm` : millimetres * scale);
  const within = marks.filter(({ height }) => height >= strip.from - 1e-9 && height <= strip.to + 1e-9);
  return (
    <Svg width={size(WIDE)} height={size(tall)} viewBox={`0 0 ${WIDE} ${tall}`}>
      <Rect x={0.2} y={0} width={WIDE - 0.4} height={tall} fill={tones.card} stroke={tones.ink} strokeWidth={0.3} />
      {ticks(strip, system).map(({ height, long, words }) => (
        <G key={height}>
          <Line x1={0} x2={long} y1={y(height)} y2={y(height)} stroke={tones.muted} strokeWidth={0.2} />
          {words === undefined ? null : (
            <Text x={long + 0.6} y={y(height) + 1} fontSize={2.8} fontFamily={FONT.text} fill={tones.muted}>
              {words}
            </Text>
          )}
        </G>
      ))}
      {within.map(({ mark, height }) => (
        <G key={`${mark} ${height}`}>
          <Line x1={12} x2={WIDE} y1={y(height)} y2={y(height)} stroke={tones.ink} strokeWidth={0.6} />
          <Text x={14} y={y(height) - 1} fontSize={4.2} fontFamily={FONT.strong} fill={tones.ink}>
            {mark === 'probe' ? 'Stone' : MARK_WORDS[mark]}
          </Text>
          <Text x={14} y={y(height) + 4.4} fontSize={3.8} fontFamily={FONT.text} fill={tones.ink}>
            {print(height, system === 'feet' ? 'elevation' : 'thickness', system, { fraction })}
            {system === 'feet' ? `  ${print(height, 'thickness', 'inches', { fraction })}` : ''}
          </Text>
        </G>
      ))}
    </Svg>
  );
}

interface Tick {
  readonly height: number;
  readonly long: number;
  readonly words: string | undefined;
}

/** Hundredths of a foot, eighths of an inch, or centimetres with their halves. */
function ticks({ from, to }: Strip, system: System): Tick[] {
  const [step, middle, whole, words] =
    system === 'metric'
      ? ([0.005, 2, 2, (count: number) => String(count)] as const)
      : system === 'inches'
        ? ([0.0254 / 8, 4, 8, (count: number) => String(count)] as const)
        : ([0.003048, 5, 10, (count: number) => (count / 10).toFixed(1)] as const);
  const ticks: Tick[] = [];
  for (let count = Math.ceil(from / step - 1e-9); count * step <= to + 1e-9; count += 1) {
    const full = count % whole === 0;
    ticks.push({
      height: count * step,
      long: full ? 7 : count % middle === 0 ? 5 : 3,
      words: full ? words(count / whole) : undefined,
    });
  }
  return ticks;
}
