import Svg, { Circle, Path, Rect, Text as SvgText } from 'react-native-svg';
import { SCALE } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';

const WIDTH = 340;
const HEIGHT = 176;
const GROUND = 34;
const BOTTOM = 156;
const TRENCH = { left: 118, right: 222 };
const PIPE = { x: 170, y: 112, outside: 30, inside: 24 };

/** What is measured from where: the invert, the cover over the pipe and the depth of the trench. */
export function InvertPicture() {
  const tones = useTones();
  const invert = PIPE.y + PIPE.inside;
  const crown = PIPE.y - PIPE.outside;
  const words = { fontFamily: FONT.strong, fontSize: 14, fill: tones.ink };
  return (
    <Svg
      width="100%"
      height={HEIGHT * SCALE}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="A trench cut across. Invert: the inside bottom of the pipe. Cover: from the ground to the top of the pipe. Depth: from the ground to the trench bottom."
    >
      <Rect width={WIDTH} height={HEIGHT} rx={6} fill={tones.sky} />
      <Path
        d={`M0 ${GROUND}H${TRENCH.left}V${BOTTOM}H${TRENCH.right}V${GROUND}H${WIDTH}V${HEIGHT}H0Z`}
        fill={tones.earth}
      />
      <Path d={`M0 ${GROUND}H${TRENCH.left}M${TRENCH.right} ${GROUND}H${WIDTH}`} stroke={tones.ink} strokeWidth={2.5} />
      <Circle cx={PIPE.x} cy={PIPE.y} r={PIPE.outside} fill={tones.pipe} />
      <Circle cx={PIPE.x} cy={PIPE.y} r={PIPE.inside} fill={tones.bore} />
      <Path
        d={`M${PIPE.x - 18} ${invert - 8}Q${PIPE.x} ${invert + 8} ${PIPE.x + 18} ${invert - 8}Z`}
        fill={tones.flood}
      />
      <Path d={`M${PIPE.x} ${invert}H286`} stroke={tones.water} strokeWidth={2.5} />
      <Circle cx={PIPE.x} cy={invert} r={4} fill={tones.water} />
      <Path d={span(PIPE.x, GROUND, crown)} stroke={tones.ink} strokeWidth={2} fill="none" />
      <Path d={span(132, GROUND, BOTTOM)} stroke={tones.ink} strokeWidth={2} fill="none" />
      <SvgText {...words} x={290} y={invert + 5}>
        Invert
      </SvgText>
      <SvgText {...words} x={PIPE.x + 8} y={(GROUND + crown) / 2 + 5}>
        Cover
      </SvgText>
      <SvgText {...words} x={110} y={100} textAnchor="end">
        Depth
      </SvgText>
      <SvgText {...words} x={330} y={GROUND - 8} textAnchor="end">
        Ground
      </SvgText>
    </Svg>
  );
}

/** A measure from one height to another, with a stroke at either end. */
const span = (x: number, from: number, to: number): string =>
  `M${x} ${from}V${to}M${x - 6} ${from}h12M${x - 6} ${to}h12`;
