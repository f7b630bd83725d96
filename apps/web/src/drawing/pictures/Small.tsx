import type { PictureParts } from '@alveus/plan';
import Svg, { Path, Rect } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';

/** Size of a small picture, px; its paths are in these. */
export const SMALL = { width: 72, height: 56 } as const;
/** Where level ground lies in it. */
const GROUND = 16;

const LEVEL = `M0 ${GROUND}H${SMALL.width}V${SMALL.height}H0Z`;

/** A small picture by its parts, each a path. What is known by sight needs no words; the words stand beside it. */
export function Small({ earth = LEVEL, stone, water, walls, lids, pipe, arrows }: PictureParts) {
  const tones = useTones();
  const line = { fill: 'none', strokeLinecap: 'round', strokeLinejoin: 'round' } as const;
  return (
    <Svg width={SMALL.width} height={SMALL.height} viewBox={`0 0 ${SMALL.width} ${SMALL.height}`} aria-hidden>
      <Rect width={SMALL.width} height={SMALL.height} rx={4} fill={tones.sky} />
      {earth === '' ? null : <Path d={earth} fill={tones.earth} />}
      {stone ? <Path d={stone} fill={tones.card} stroke={tones.muted} strokeWidth={1} strokeDasharray="2 2" /> : null}
      {walls ? <Path d={walls} fill={tones.card} stroke={tones.ink} strokeWidth={2} strokeLinejoin="round" /> : null}
      {water ? <Path d={water} fill={tones.flood} /> : null}
      {pipe ? <Path d={pipe} {...line} strokeLinecap="butt" stroke={tones.pipe} strokeWidth={7} /> : null}
      {pipe ? <Path d={pipe} {...line} strokeLinecap="butt" stroke={tones.bore} strokeWidth={3.5} /> : null}
      {lids ? <Path d={lids} {...line} stroke={tones.ink} strokeWidth={3} /> : null}
      {arrows ? <Path d={arrows} {...line} stroke={tones.water} strokeWidth={2.5} /> : null}
    </Svg>
  );
}
