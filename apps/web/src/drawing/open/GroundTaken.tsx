import type { Fraction, System } from '@alveus/core';
import { print } from '@alveus/core';
import type { CrossSection } from '@alveus/core/cross';
import type { Spoil, StripOfGround } from '@alveus/core/spoil';
import { heapSide } from '@alveus/core/spoil';
import type { Shield } from '@alveus/plan';
import { memo, useId } from 'react';
import { View } from 'react-native';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { useDrawingWidth } from '../../ui';
import { MaterialDefs } from '../materials';
import type { Point } from '../scale';
import { path } from '../scale';
import type { TrenchFrame } from '../trench';
import { Cut, trenchFrame } from '../trench';

interface GroundTakenProps {
  cross: CrossSection;
  spoil: Spoil;
  strip: StripOfGround;
  invert: number;
  shield: Shield | undefined;
  /** Whether a way out is to stand in it. */
  ladder: boolean;
  height: number;
  system: System;
  fraction: Fraction;
}

/** The trench as it stands open: its sides, the shield in it, the way out, the heap beside it, and the ground that all takes. */
export const GroundTaken = memo(function GroundTaken(props: GroundTakenProps) {
  const tones = useTones();
  const [room, onLayout] = useDrawingWidth();
  return (
    <View
      style={{ height: props.height, backgroundColor: tones.sky, borderColor: tones.line, borderBottomWidth: 1 }}
      onLayout={onLayout}
    >
      {room > 0 ? <Drawing {...props} room={room} /> : null}
    </View>
  );
});

function Drawing({
  cross,
  spoil,
  strip,
  invert,
  shield,
  ladder,
  height,
  system,
  fraction,
  room,
}: GroundTakenProps & { room: number }) {
  const tones = useTones();
  const patterns = useId();
  const top = cross.depth + spoil.height;
  const frame = trenchFrame(cross, room, height, 14, { ...strip, top });
  const { x, y, factor } = frame;
  const size = (value: number): string => print(value, 'distance', system, { fraction });
  const strong = { fontFamily: FONT.strong, fontSize: drawn(13), fill: tones.ink };
  const heap = heapAt(cross, spoil);
  const point = ([right, over]: readonly [number, number]): Point => [x(right), y(over)];
  const wide = strip.left + strip.right;
  const words = `${size(wide)} of space`;
  return (
    <Svg
      width={room}
      height={height}
      role="img"
      aria-label={`The open trench to scale: ${size(wide)} of space, a spoil pile ${size(spoil.height)} high and ${size(spoil.base)} wide, ${size(spoil.setback)} from the edge`}
    >
      <MaterialDefs prefix={patterns} tones={tones} />
      <Path
        d={path(heap.corners.map(point), true)}
        fill={`url(#${patterns}-native)`}
        stroke={tones.ink}
        strokeWidth={1.5}
      />
      <Cut shape={{ cross, bands: [], invert, fabric: undefined, sock: false }} frame={frame} patterns={patterns} />
      {shield ? <ShieldBox cross={cross} shield={shield} frame={frame} /> : null}
      {ladder ? <Ladder cross={cross} frame={frame} /> : null}
      <Dimension frame={frame} from={heap.edge} to={heap.foot} over={cross.depth} words={size(spoil.setback)} />
      <SvgText
        {...strong}
        x={x(heap.middle)}
        y={y(cross.depth + cross.across * heap.middle) - spoil.height * factor - 6}
        textAnchor="middle"
      >
        {`Spoil ${size(spoil.height)} high`}
      </SvgText>
      <Dimension frame={frame} from={-strip.left} to={strip.right} over={undefined} words={words} />
      <SvgText {...strong} x={14} y={drawn(20)}>
        {`${print(cross.depth, 'depth', system, { fraction })} deep`}
      </SvgText>
    </Svg>
  );
}

/** Where the heap lies, m to the right of the pipe: its corners, its foot nearest to the trench, and the trench's edge there. */
function heapAt(cross: CrossSection, { setback, base, height }: Spoil) {
  const right = heapSide(cross) === 'right';
  const edge = right ? (cross.hole[cross.hole.length - 1]?.[0] ?? 0) : (cross.hole[0]?.[0] ?? 0);
  const to = right ? 1 : -1;
  const foot = edge + to * setback;
  const middle = foot + (to * base) / 2;
  const far = foot + to * base;
  const ground = (at: number): number => cross.depth + cross.across * at;
  const corners = [
    [foot, ground(foot)],
    [middle, ground(middle) + height],
    [far, ground(far)],
  ] as const;
  return { edge, foot, middle, corners };
}

/** A length between two places, at the ground or at the foot of the drawing. */
function Dimension({
  frame: { x, y, foot },
  from,
  to,
  over,
  words,
}: {
  frame: TrenchFrame;
  from: number;
  to: number;
  over: number | undefined;
  words: string;
}) {
  const tones = useTones();
  const at = over === undefined ? foot : y(over) + 14;
  const [left, right] = [x(Math.min(from, to)), x(Math.max(from, to))];
  return (
    <>
      <Path
        d={`M${left} ${at}H${right}M${left} ${at - 6}v12M${right} ${at - 6}v12`}
        stroke={tones.ink}
        strokeWidth={1.5}
      />
      <SvgText
        fontFamily={FONT.strong}
        fontSize={drawn(13)}
        fill={tones.ink}
        x={(left + right) / 2}
        y={at + drawn(17)}
        textAnchor="middle"
      >
        {words}
      </SvgText>
    </>
  );
}

/** Two plates and the struts between, standing on the bottom. */
function ShieldBox({ cross, shield, frame: { x, y } }: { cross: CrossSection; shield: Shield; frame: TrenchFrame }) {
  const tones = useTones();
  const [left, right] = [x(cross.middle - shield.outside / 2), x(cross.middle + shield.outside / 2)];
  const [top, bottom] = [y(shield.tall), y(0)];
  const strut = (share: number): number => bottom + (top - bottom) * share;
  return (
    <>
      <Rect x={left} y={top} width={5} height={bottom - top} fill={tones.ink} />
      <Rect x={right - 5} y={top} width={5} height={bottom - top} fill={tones.ink} />
      <Path d={`M${left} ${strut(0.55)}H${right}M${left} ${strut(0.92)}H${right}`} stroke={tones.ink} strokeWidth={3} />
    </>
  );
}

/** A ladder against the left wall, three feet over the ground. */
function Ladder({ cross, frame: { x, y } }: { cross: CrossSection; frame: TrenchFrame }) {
  const tones = useTones();
  const foot = cross.middle - cross.width / 2 + cross.width * 0.22;
  const head = cross.middle - cross.width / 2;
  const tall = cross.depth + 0.9;
  const [x1, y1, x2, y2] = [x(foot), y(0), x(head), y(tall)];
  const rungs = Array.from(
    { length: Math.max(2, Math.round(tall / 0.3)) },
    (_, index) => (index + 0.5) / Math.round(tall / 0.3),
  );
  return (
    <>
      {[0, 7].map((off) => (
        <Line key={off} x1={x1 + off} y1={y1} x2={x2 + off} y2={y2} stroke={tones.ink} strokeWidth={1.5} />
      ))}
      <Path
        d={rungs.map((share) => `M${x1 + (x2 - x1) * share} ${y1 + (y2 - y1) * share}h7`).join('')}
        stroke={tones.ink}
        strokeWidth={1.2}
      />
    </>
  );
}
