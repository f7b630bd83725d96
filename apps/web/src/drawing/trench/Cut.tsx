import type { Spot } from '@alveus/core/cross';
import { useId } from 'react';
import { Circle, ClipPath, Defs, G, Line, Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import { lookFill } from '../looks';
import type { Point } from '../scale';
import { path } from '../scale';
import type { TrenchShape } from './bands';
import type { TrenchFrame } from './frame';

interface CutProps {
  shape: TrenchShape;
  frame: TrenchFrame;
  patterns: string;
}

/** The trench cut across: the earth beside it, what is filled into it, its walls, and the pipes that lie in it. */
export function Cut({ shape: { cross, bands, invert, fabric, sock }, frame, patterns }: CutProps) {
  const tones = useTones();
  const clip = useId();
  const { x, y, edge, height } = frame;
  const point = ([right, over]: Spot): Point => [x(right), y(over)];
  const first = cross.hole[0] ?? [0, 0];
  const last = cross.hole[cross.hole.length - 1] ?? [0, 0];
  const right = (at: number): number => (at - x(0)) / frame.factor;
  const ground = (at: number): Point => [at, y(cross.depth + cross.across * right(at))];
  const floor: readonly Spot[] = [
    [first[0], 0],
    [last[0], 0],
  ];
  return (
    <>
      <Defs>
        <ClipPath id={clip}>
          <Path d={path(cross.hole.map(point), true)} />
        </ClipPath>
      </Defs>
      <Path d={path([ground(0), ground(edge), [edge, height], [0, height]], true)} fill={tones.earth} opacity={0.45} />
      <Path d={path(cross.hole.map(point), true)} fill={tones.card} />
      <G clipPath={`url(#${clip})`}>
        {bands.map(({ index, look }) => {
          const over = cross.tops[index] ?? floor;
          const under = index === 0 ? floor : (cross.tops[index - 1] ?? floor);
          return (
            <Path
              key={index}
              d={path([...over, ...[...under].reverse()].map(point), true)}
              fill={lookFill(patterns, look)}
            />
          );
        })}
        <Path
          d={bands.map(({ index }) => path((cross.tops[index] ?? floor).map(point))).join('')}
          stroke={tones.ink}
          strokeWidth={0.8}
          opacity={0.6}
          fill="none"
        />
      </G>
      <Path
        d={`${path([ground(0), point(first)])}${path(cross.hole.map(point))}${path([point(last), ground(edge)])}`}
        stroke={tones.ink}
        strokeWidth={2.5}
        strokeLinejoin="round"
        fill="none"
      />
      {fabric ? <Fabric d={path(fabric.line.map(point))} /> : null}
      {cross.pipes.map((pipe) => (
        <G key={pipe.run ?? 'own'}>
          <Circle
            cx={x(pipe.x)}
            cy={y(pipe.underside + pipe.radius)}
            r={pipe.radius * frame.factor}
            fill={tones.pipe}
          />
          <Circle
            cx={x(pipe.x)}
            cy={y(pipe.underside + pipe.radius)}
            r={Math.max(0, pipe.radius - pipe.wall) * frame.factor}
            fill={tones.bore}
          />
          {sock && pipe.run === undefined ? (
            <Fabric d={ring(x(pipe.x), y(pipe.underside + pipe.radius), pipe.radius * frame.factor + 1.5)} />
          ) : null}
          <Line
            x1={x(pipe.x) - 7}
            x2={x(pipe.x) + 7}
            y1={y(pipe.run === undefined ? invert : pipe.underside + pipe.wall)}
            y2={y(pipe.run === undefined ? invert : pipe.underside + pipe.wall)}
            stroke={tones.water}
            strokeWidth={3}
          />
        </G>
      ))}
    </>
  );
}

/** Filter fabric: white threads on dark cloth, so that it is seen on any layer and on paper. */
function Fabric({ d }: { d: string }) {
  const tones = useTones();
  return (
    <>
      <Path d={d} stroke={tones.ink} strokeWidth={4} strokeLinejoin="round" fill="none" />
      <Path d={d} stroke={tones.raised} strokeWidth={2} strokeDasharray="4 3" strokeLinejoin="round" fill="none" />
    </>
  );
}

const ring = (x: number, y: number, radius: number): string =>
  `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`;
