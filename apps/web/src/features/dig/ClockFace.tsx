import type { Knockout } from '@alveus/core/setout';
import { View } from 'react-native';
import Svg, { Circle, Line, Text } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';

const SIZE = 220;
const MIDDLE = SIZE / 2;
const RADIUS = 62;

/** The pipes of a structure as the hours of a clock, seen from above. */
export function ClockFace({ knockouts }: { knockouts: readonly Knockout[] }) {
  const tones = useTones();
  const at = (clock: number, far: number): [number, number] => {
    const turn = (clock / 12) * 2 * Math.PI;
    return [MIDDLE + far * Math.sin(turn), MIDDLE - far * Math.cos(turn)];
  };
  const said = knockouts.flatMap(({ name, way, clock }) =>
    clock === undefined ? [] : [`${name} ${way} at ${hourWords(clock)}`],
  );
  return (
    <View role="img" aria-label={`Pipes as on a clock: ${said.join(', ')}`} style={{ alignItems: 'center' }}>
      <Svg width={SIZE} height={SIZE}>
        <Circle cx={MIDDLE} cy={MIDDLE} r={RADIUS} fill={tones.raised} stroke={tones.ink} strokeWidth={3} />
        {[12, 3, 6, 9].map((hour) => {
          const [x, y] = at(hour, RADIUS - 16);
          return (
            <Text
              key={hour}
              x={x}
              y={y + 5}
              fontSize={14}
              fontFamily={FONT.text}
              fill={tones.muted}
              textAnchor="middle"
            >
              {String(hour)}
            </Text>
          );
        })}
        {knockouts.map(({ run, way, clock }) => {
          if (clock === undefined) return null;
          const [x1, y1] = at(clock, RADIUS);
          const [x2, y2] = at(clock, MIDDLE - 14);
          return (
            <Line
              key={run}
              x1={x1}
              y1={y1}
              x2={x2}
              y2={y2}
              stroke={way === 'out' ? tones.water : tones.ink}
              strokeWidth={14}
            />
          );
        })}
        {knockouts.map(({ run, way, clock }) => {
          if (clock === undefined) return null;
          const [x, y] = at(clock, RADIUS + 24);
          return (
            <Text
              key={run}
              x={x}
              y={y + 4}
              fontSize={13}
              fontFamily={FONT.strong}
              fill={tones.card}
              textAnchor="middle"
            >
              {way}
            </Text>
          );
        })}
      </Svg>
    </View>
  );
}

/** 3, or 3:30. */
export const hourWords = (clock: number): string => (clock % 1 === 0 ? `${clock}` : `${Math.floor(clock) || 12}:30`);
