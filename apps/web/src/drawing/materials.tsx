import { memo } from 'react';
import { Circle, Defs, Line, Path, Pattern, Rect } from 'react-native-svg';
import type { Tones } from '../theme/tones';
import type { Look } from './looks';
import { COLOURS } from './looks';

/**
 * The patterns that materials are filled with.
 * @param prefix each drawing's own, by `useId`: patterns are found by name in the whole page, and one in a stage that
 * is out of sight draws nothing
 */
export const MaterialDefs = memo(function MaterialDefs({ prefix, tones }: { prefix: string; tones: Tones }) {
  const native = { fill: tones.earth, mark: tones.earthMark };
  return (
    <Defs>
      {(Object.keys(COLOURS) as Exclude<Look, 'native'>[]).map((look) => (
        <Pattern key={look} id={`${prefix}-${look}`} width={12} height={12} patternUnits="userSpaceOnUse">
          <Rect width={12} height={12} fill={tones.printed ? tones.card : COLOURS[look].fill} />
          <Mark look={look} colour={tones.printed ? tones.ink : COLOURS[look].mark} />
        </Pattern>
      ))}
      <Pattern id={`${prefix}-native`} width={12} height={12} patternUnits="userSpaceOnUse">
        <Rect width={12} height={12} fill={native.fill} />
        <Path d="M-1 13 13 -1" stroke={native.mark} strokeWidth={1} />
      </Pattern>
    </Defs>
  );
});

function Mark({ look, colour }: { look: Exclude<Look, 'native'>; colour: string }) {
  switch (look) {
    case 'stone':
      return (
        <Path
          d="M2 2.5 4.5 1.5 5.5 4 3 5zM8 7 10.5 6.5 11 9.5 8.5 10zM2.5 9 4.5 8.5 4.5 10.8 2.8 11"
          stroke={colour}
          strokeWidth={0.9}
          fill="none"
        />
      );
    case 'sand':
      return (
        <>
          <Circle cx={3} cy={3} r={0.9} fill={colour} />
          <Circle cx={9} cy={6} r={0.9} fill={colour} />
          <Circle cx={4} cy={10} r={0.9} fill={colour} />
        </>
      );
    case 'soil':
      return <Path d="M1 4h4M7 10h4" stroke={colour} strokeWidth={1.2} />;
    case 'topsoil':
      return <Path d="M2 3v4M8 6v4" stroke={colour} strokeWidth={1.4} />;
    case 'sod':
      return <Path d="M2 9 3.5 3 5 9M7.5 11 9 5 10.5 11" stroke={colour} strokeWidth={1} fill="none" />;
    case 'pavement':
      return <Line x1={0} y1={6} x2={12} y2={6} stroke={colour} strokeWidth={2} />;
    case 'concrete':
      return <Path d="M3 2l2 3H1zM9 7l1.6 2.6H7.4z" stroke={colour} strokeWidth={0.8} fill="none" />;
    case 'straw':
      return <Path d="M1 8 8 4M5 11 11 9M4 2 11 3" stroke={colour} strokeWidth={1} />;
    case 'fabric':
      return <Path d="M0 3H7M5 9H12" stroke={colour} strokeWidth={1} />;
  }
}
