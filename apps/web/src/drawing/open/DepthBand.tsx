import type { ClassStretch, DepthClass } from '@alveus/core/spoil';
import { View } from 'react-native';
import Svg, { Path, Rect, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { useDrawingWidth } from '../../ui';

/** A letter to each, so that nobody needs the colour. */
const LETTERS: Readonly<Record<DepthClass, string>> = { shallow: '', ladder: 'L', protect: 'P', engineer: 'E' };

interface DepthBandProps {
  classes: readonly ClassStretch[];
  length: number;
  /** Where the station line stands, m up the line. */
  station: number;
  label: string;
}

/** How deep the trench is along the line, in the classes by which it is made safe. */
export function DepthBand({ classes, length, station, label }: DepthBandProps) {
  const tones = useTones();
  const [room, onLayout] = useDrawingWidth();
  const fills: Readonly<Record<DepthClass, string>> = {
    shallow: tones.settled,
    ladder: tones.watch,
    protect: tones.fix,
    engineer: tones.stop,
  };
  const tall = drawn(28);
  const x = (at: number): number => (length > 0 ? (at / length) * room : 0);
  return (
    <View onLayout={onLayout} style={{ height: tall }}>
      {room > 0 ? (
        <Svg width={room} height={tall} role="img" aria-label={label}>
          {classes.map(({ from, to, class: name }) => (
            <Rect
              key={from}
              x={x(from)}
              y={6}
              width={Math.max(1, x(to) - x(from) - 1)}
              height={tall - 12}
              fill={fills[name]}
            />
          ))}
          {classes.map(({ from, to, class: name }) =>
            LETTERS[name] && x(to) - x(from) > 16 ? (
              <SvgText
                key={from}
                x={(x(from) + x(to)) / 2}
                y={tall / 2 + 5}
                textAnchor="middle"
                fontFamily={FONT.strong}
                fontSize={drawn(13)}
                fill={tones.card}
              >
                {LETTERS[name]}
              </SvgText>
            ) : null,
          )}
          <Path d={`M${x(station)} 0v${tall}`} stroke={tones.ink} strokeWidth={2.5} />
        </Svg>
      ) : null}
    </View>
  );
}
