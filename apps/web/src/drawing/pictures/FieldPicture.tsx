import Svg, { Path, Rect, Text as SvgText } from 'react-native-svg';
import { SCALE } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';

interface FieldPictureProps {
  /** How many laterals; more than fit are drawn as many as do. */
  count: number;
  /** As they are said beside what they measure; nothing while they are not known. */
  length: string | undefined;
  spacing: string | undefined;
}

const WIDTH = 340;
const HEIGHT = 170;
const MOST = 6;
const MIDDLE = 84;
const HEAD = 120;
const END = 318;

/** A box with its laterals from above: a leader of solid pipe to the head of each, and the laterals along the contour. */
export function FieldPicture({ count, length, spacing }: FieldPictureProps) {
  const tones = useTones();
  const shown = Math.max(1, Math.min(MOST, Math.round(count) || 1));
  const apart = shown > 1 ? Math.min(34, 112 / (shown - 1)) : 0;
  const rows = Array.from({ length: shown }, (_, index) => MIDDLE + (index - (shown - 1) / 2) * apart);
  const first = rows[0] ?? MIDDLE;
  const second = rows[1];
  const words = { fontFamily: FONT.strong, fontSize: 13, fill: tones.ink };
  return (
    <Svg
      width="100%"
      height={HEIGHT * SCALE}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`From above: the box, ${shown === 1 ? 'a leader to its lateral' : `leaders to ${count} laterals side by side along the contour`}.`}
    >
      <Rect width={WIDTH} height={HEIGHT} rx={6} fill={tones.sky} />
      {rows.map((y) => (
        <Rect key={y} x={HEAD} y={y - 7} width={END - HEAD} height={14} fill={tones.earth} />
      ))}
      <Path
        d={rows.map((y) => `M34 ${MIDDLE}L${HEAD - 24} ${y}H${HEAD}`).join('')}
        stroke={tones.ink}
        strokeWidth={3}
        fill="none"
        strokeLinejoin="round"
      />
      <Path
        d={rows.map((y) => `M${HEAD} ${y}H${END}`).join('')}
        stroke={tones.ink}
        strokeWidth={3}
        strokeDasharray="7 4"
        fill="none"
      />
      <Rect x={18} y={MIDDLE - 16} width={30} height={32} fill={tones.card} stroke={tones.ink} strokeWidth={2.5} />
      <SvgText {...words} x={33} y={MIDDLE + 34} textAnchor="middle">
        Box
      </SvgText>
      <SvgText {...words} x={(HEAD + END) / 2} y={first - 14} textAnchor="middle">
        {length ?? 'length of each'}
      </SvgText>
      {second === undefined ? null : (
        <>
          <Path
            d={`M${END + 8} ${first}V${second}M${END + 4} ${first}h8M${END + 4} ${second}h8`}
            stroke={tones.water}
            strokeWidth={2}
          />
          <SvgText {...words} x={END - 4} y={(first + second) / 2 + 4} textAnchor="end" fill={tones.water}>
            {spacing ?? 'apart'}
          </SvgText>
        </>
      )}
    </Svg>
  );
}
