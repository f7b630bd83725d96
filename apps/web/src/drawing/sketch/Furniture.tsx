import { memo } from 'react';
import Svg, { Path, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { haloOf } from '../halo';

const ROUND = [1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000, 2000, 5000] as const;

interface FurnitureProps {
  zoom: number;
  unit: number;
  words: (metres: number) => string;
}

/** Scale bar and north arrow. */
export const Furniture = memo(function Furniture({ zoom, unit, words }: FurnitureProps) {
  const tones = useTones();
  const pen = { fill: tones.ink, ...haloOf(tones) };
  const length = ROUND.map((count) => count * unit).findLast((metres) => metres * zoom <= drawn(96)) ?? unit;
  const long = (length * zoom) / drawn(1);
  return (
    <Svg
      width={drawn(130)}
      height={drawn(64)}
      viewBox="0 0 130 64"
      role="img"
      aria-label={`North is up. The bar is ${words(length)} long.`}
    >
      <Path d="M14 4 22 30 14 24 6 30Z" {...pen} />
      <SvgText x={14} y={46} textAnchor="middle" fontFamily={FONT.strong} fontSize={13} {...pen}>
        N
      </SvgText>
      <Path d={`M30 32h${long}v4h${-long}ZM29 28h2v12h-2ZM${29 + long} 28h2v12h-2Z`} {...pen} />
      <SvgText x={30} y={24} fontFamily={FONT.text} fontSize={13} {...pen}>
        {words(length)}
      </SvgText>
    </Svg>
  );
});
