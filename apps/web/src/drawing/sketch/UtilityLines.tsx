import { memo } from 'react';
import { Circle, G, Line, Text as SvgText } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { UTILITY_MARKS, utilityColour, utilityInk } from '../utilities';
import type { DrawnUtility } from './paths';
import { UTILITY_MARK } from './paths';

/** Utilities in their colour with their letter. */
export const UtilityLines = memo(function UtilityLines({ utilities }: { utilities: readonly DrawnUtility[] }) {
  const tones = useTones();
  return utilities.map(({ crossing, utility, a, b }) => {
    const colour = utilityColour(utility, tones);
    return (
      <G key={crossing}>
        <Line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={colour} strokeWidth={4} strokeDasharray="9 4" />
        <Circle cx={a.x} cy={a.y} r={UTILITY_MARK} fill={colour} />
        <SvgText
          x={a.x}
          y={a.y + 4.5}
          textAnchor="middle"
          fontFamily={FONT.strong}
          fontSize={12}
          fill={utilityInk(utility, tones)}
        >
          {UTILITY_MARKS[utility].letter}
        </SvgText>
      </G>
    );
  });
});
