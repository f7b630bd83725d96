import { memo } from 'react';
import { G, Rect, Text as SvgText } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import type { Arrival } from './arrivals';

/** What comes in from other lines, by its letters; the arrows beside them follow a drag at every frame. */
export const Branches = memo(function Branches({ arrivals }: { arrivals: readonly Arrival[] }) {
  const tones = useTones();
  return arrivals.map(({ run, x, label, side, letters }) => (
    <G key={run}>
      <Rect x={side > 0 ? x + 12 : x - 32} y={label - 8} width={20} height={15} rx={3} fill={tones.card} />
      <SvgText
        x={x + side * 22}
        y={label + 4}
        textAnchor="middle"
        fontFamily={FONT.strong}
        fontSize={12}
        fill={tones.water}
      >
        {letters}
      </SvgText>
    </G>
  ));
});
