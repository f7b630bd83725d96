import type { System } from '@alveus/core';
import { print } from '@alveus/core';
import type { InReach } from '@alveus/core/cross';
import { Circle, G, Line, Rect, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { UTILITY_MARKS, utilityColour, utilityInk } from '../utilities';
import type { TrenchFrame } from './frame';

/** What else lies in the ground at the station. Heights over the trench bottom, m. */
export interface Reach {
  readonly utilities: readonly InReach[];
  readonly groundwater: { readonly pit: string; readonly over: number } | undefined;
}

const MARK = 10;

/** Utilities that cross the trench or lie beside it, in their colour with their letter, and the level of the groundwater. */
export function ReachMarks({ reach, frame, system }: { reach: Reach; frame: TrenchFrame; system: System }) {
  return (
    <>
      {reach.groundwater ? <Groundwater {...reach.groundwater} frame={frame} /> : null}
      {reach.utilities.map((utility) => (
        <Utility key={utility.id} reach={utility} frame={frame} system={system} />
      ))}
    </>
  );
}

function Utility({ reach, frame, system }: { reach: InReach; frame: TrenchFrame; system: System }) {
  const tones = useTones();
  const { x, y, edge, factor } = frame;
  const colour = utilityColour(reach.utility, tones);
  const { letter } = UTILITY_MARKS[reach.utility];
  const radius = ((reach.top - reach.bottom) / 2) * factor;
  const middle = y((reach.top + reach.bottom) / 2);
  const across = reach.how === 'across';
  // Where it lies, also inside what is dug; too far off to be in the picture, it stands at the edge with its distance.
  const right = reach.side === 'right';
  const at = across ? MARK + 4 : Math.max(MARK + 4, Math.min(x(right ? reach.off : -reach.off), edge - MARK - 4));
  const words = across
    ? reach.along > 0.02
      ? `${print(reach.along, 'distance', system)} along`
      : ''
    : `${print(reach.off, 'distance', system)} off${reach.side ? '' : ', side not known'}`;
  return (
    <G>
      {across ? (
        <Rect
          x={0}
          width={edge}
          y={middle - Math.max(2, radius)}
          height={Math.max(4, 2 * radius)}
          fill={colour}
          opacity={reach.along > 0.02 ? 0.4 : 0.85}
        />
      ) : (
        <Circle cx={at} cy={middle} r={Math.max(MARK, radius)} fill={colour} opacity={0.5} />
      )}
      <Circle cx={at} cy={middle} r={MARK} fill={colour} stroke={tones.card} strokeWidth={1.5} />
      <SvgText
        x={at}
        y={middle + 4.5}
        textAnchor="middle"
        fontFamily={FONT.strong}
        fontSize={drawn(12)}
        fill={utilityInk(reach.utility, tones)}
      >
        {reach.measured ? letter : `${letter}?`}
      </SvgText>
      {words ? (
        <SvgText
          x={right ? edge - 4 : 4}
          y={middle + MARK + drawn(13)}
          textAnchor={right ? 'end' : 'start'}
          fontFamily={FONT.strong}
          fontSize={drawn(12)}
          fill={tones.ink}
        >
          {words}
        </SvgText>
      ) : null}
    </G>
  );
}

function Groundwater({ pit, over, frame }: { pit: string; over: number; frame: TrenchFrame }) {
  const tones = useTones();
  const { y, edge, height } = frame;
  const at = y(over);
  if (at > height - 4) return null;
  return (
    <>
      <Line x1={0} x2={edge} y1={at} y2={at} stroke={tones.flood} strokeWidth={2.5} strokeDasharray="9 5" />
      <SvgText x={4} y={at - 5} fontFamily={FONT.strong} fontSize={drawn(12)} fill={tones.floodWords}>
        {`Water, ${pit}`}
      </SvgText>
    </>
  );
}

/** In words, for those who do not see it. */
export function reachWords({ utilities, groundwater }: Reach, system: System): readonly string[] {
  return [
    ...utilities.map(({ name, how, off, side, top }) => {
      const where =
        how === 'across' ? 'across' : `${print(off, 'distance', system)} ${side ? `to the ${side}` : 'beside'}`;
      return `${name} ${where}, its top ${print(top, 'depth', system)} above the trench bottom`;
    }),
    ...(groundwater
      ? [
          groundwater.over >= 0
            ? `groundwater ${print(groundwater.over, 'depth', system)} above the bottom, from ${groundwater.pit}`
            : `groundwater ${print(-groundwater.over, 'depth', system)} below the bottom, from ${groundwater.pit}`,
        ]
      : []),
  ];
}
