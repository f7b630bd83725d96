import type { HoleResult, System } from '@alveus/core';
import { footOf, outAt, print, sizeOf, underOf, wallOf } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { useId } from 'react';
import { View } from 'react-native';
import Svg, { ClipPath, Defs, G, Path, Rect, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import type { Tones } from '../../theme/tones';
import { useDrawingWidth } from '../../ui';
import { lookFill, lookOf } from '../looks';
import { MaterialDefs } from '../materials';
import type { Point } from '../scale';
import { path, spread } from '../scale';

/** A pipe that comes in at the left, or goes out at the right: its underside over the bottom of the hole, its outside and its wall, m. */
export interface HolePipe {
  readonly goes: 'in' | 'out';
  readonly low: number;
  readonly outside: number;
  readonly wall: number;
}

/** A small pipe is seen before a large one that lies behind it, in whatever order they were drawn in. */
const largestFirst = (a: HolePipe, b: HolePipe): number => b.outside - a.outside || a.low - b.low;

interface HoleSectionProps {
  pipes: readonly HolePipe[];
  result: HoleResult;
  plan: Plan;
  height: number;
  system: System;
}

/** The hole of a structure cut through its middle, to scale: what stands in it, what lies under and round it. */
export function HoleSection({ result, plan, pipes, height, system }: HoleSectionProps) {
  const tones = useTones();
  const [room, onLayout] = useDrawingWidth();
  return (
    <View
      style={{
        minHeight: room > 0 ? 0 : height,
        backgroundColor: tones.sky,
        borderColor: tones.line,
        borderWidth: 1,
        borderRadius: 8,
        overflow: 'hidden',
      }}
      onLayout={onLayout}
    >
      {room > 0 && result.depth !== undefined && result.depth > 0 && result.amounts ? (
        <Drawing result={result} pipes={pipes} plan={plan} height={height} system={system} room={room} />
      ) : null}
    </View>
  );
}

const WORDS = drawn(150);
const PAD = { left: 12, top: drawn(30), bottom: drawn(40) };

/** The hole on the screen: px of places told in m, from its middle to the right and from its bottom up. */
interface HoleFrame {
  readonly result: HoleResult;
  readonly plan: Plan;
  readonly tones: Tones;
  readonly patterns: string;
  readonly depth: number;
  readonly under: number;
  /** Of the structure, along the water, m. */
  readonly along: number;
  readonly factor: number;
  readonly x: (right: number) => number;
  readonly y: (over: number) => number;
  /** Half the hole's width at a height, m. */
  readonly half: (at: number) => number;
  readonly height: number;
  readonly middle: number;
  /** Where the ground ends and the words begin, px. */
  readonly edge: number;
}

function frameOf(
  { result, plan, height: most, room }: HoleSectionProps & { room: number },
  tones: Tones,
  patterns: string,
): HoleFrame {
  const { hole, depth = 0 } = result;
  // Cut along it, as water runs through.
  const { along } = sizeOf(hole);
  const wall = wallOf(result.side);
  const under = underOf(hole);
  const half = (at: number): number => footOf(hole).long / 2 + outAt(wall, at);
  const wide = 2 * half(depth) * 1.2;
  const tall = Math.max(depth, under + hole.tall) * 1.05;
  const factor = Math.min((room - PAD.left - WORDS) / wide, (most - PAD.top - PAD.bottom) / tall);
  // No more sky than its words take: what is wide and shallow is drawn low.
  const height = Math.min(most, Math.max(drawn(150), PAD.top + PAD.bottom + tall * factor));
  const middle = PAD.left + (room - PAD.left - WORDS) / 2;
  return {
    result,
    plan,
    tones,
    patterns,
    depth,
    under,
    along,
    factor,
    half,
    height,
    middle,
    x: (right) => middle + right * factor,
    y: (over) => height - PAD.bottom - over * factor,
    edge: room - WORDS + 8,
  };
}

/** The cut from the ground down one side, along the bottom and up the other. */
function outlineOf({ result, depth, half, x, y }: HoleFrame): Point[] {
  const feet = [...new Set([0, ...wallOf(result.side).heights.filter((height) => height < depth), depth])];
  const side = (to: 1 | -1): Point[] =>
    feet.flatMap((at, index): Point[] => {
      const before = feet[index - 1];
      const inner = before === undefined ? half(0) : half(at - 1e-9);
      return [
        [x(to * inner), y(at)],
        [x(to * half(at === depth ? at - 1e-9 : at)), y(at)],
      ];
    });
  return [...side(-1).reverse(), ...side(1)];
}

/** A layer, from where to where over the bottom, m. */
interface Band {
  readonly index: number;
  readonly material: string;
  readonly from: number;
  readonly to: number;
}

function bandsOf({ amounts }: HoleResult): readonly Band[] {
  let foot = 0;
  return (amounts?.layers ?? [])
    .filter(({ name }) => name !== 'frame')
    .flatMap(({ material, top }, index) => {
      const from = foot;
      foot = top;
      return top - from > 1e-6 ? [{ index, material, from, to: top }] : [];
    });
}

const nameIn = ({ plan }: HoleFrame, material: string): string =>
  material === 'native' ? 'Native soil' : (plan.material[material]?.name ?? 'removed');

function Drawing(props: HoleSectionProps & { room: number }) {
  const { result, pipes, system, room } = props;
  const tones = useTones();
  const [patterns, clip] = [useId(), useId()];
  const frame = frameOf(props, tones, patterns);
  const { depth, half, height, x, y, edge } = frame;
  const size = (value: number): string => print(value, 'thickness', system);
  const outline = outlineOf(frame);
  const bands = bandsOf(result);
  const deep = print(depth, 'depth', system);
  const layers = bands.map(({ material, from, to }) => `${nameIn(frame, material)} ${size(to - from)}`).join(', ');
  return (
    <Svg
      width={room}
      height={height}
      role="img"
      aria-label={`The hole to scale: ${deep} deep, ${size(2 * half(0))} wide at the bottom; ${layers}`}
    >
      <MaterialDefs prefix={patterns} tones={tones} />
      <Defs>
        <ClipPath id={clip}>
          <Path d={path(outline, true)} />
        </ClipPath>
      </Defs>
      <Rect x={0} y={y(depth)} width={edge} height={height - y(depth)} fill={tones.earth} opacity={0.45} />
      <Path d={path(outline, true)} fill={tones.card} />
      <G clipPath={`url(#${clip})`}>
        <Bands frame={frame} bands={bands} />
      </G>
      <Structure frame={frame} />
      {[...pipes].sort(largestFirst).map((pipe, index) => (
        <PipeInHole key={index} frame={frame} pipe={pipe} />
      ))}
      <Riser frame={frame} />
      <Path
        d={`M0 ${y(depth)}H${x(-half(depth - 1e-9))}M${x(half(depth - 1e-9))} ${y(depth)}H${edge}${path(outline)}`}
        stroke={tones.ink}
        strokeWidth={2.5}
        fill="none"
      />
      <BandWords frame={frame} bands={bands} size={size} />
      <Size x={frame.middle} y={height - 8} anchor="middle" words={`${size(2 * half(0))} wide`} />
      <Size x={12} y={drawn(20)} anchor="start" words={`${deep} deep`} />
    </Svg>
  );
}

function Size({ x, y, anchor, words }: { x: number; y: number; anchor: 'start' | 'middle'; words: string }) {
  const tones = useTones();
  return (
    <SvgText fontFamily={FONT.strong} fontSize={drawn(14)} fill={tones.ink} x={x} y={y} textAnchor={anchor}>
      {words}
    </SvgText>
  );
}

function Bands({ frame, bands }: { frame: HoleFrame; bands: readonly Band[] }) {
  const { plan, tones, patterns, depth, half, factor, x, y } = frame;
  return bands.map(({ index, material, from, to }) => (
    <Rect
      key={index}
      x={x(-half(depth))}
      y={y(to)}
      width={2 * half(depth) * factor}
      height={y(from) - y(to)}
      fill={lookFill(patterns, lookOf(material, plan))}
      stroke={tones.ink}
      strokeWidth={0.6}
    />
  ));
}

/** The box or ring, its frame, its walls and the liquid in it, and a shield round it. */
function Structure({ frame: drawing }: { frame: HoleFrame }) {
  const { result, plan, tones, patterns, depth, under, along, half, factor, x, y } = drawing;
  const { hole, body, protection } = result;
  const top = under + hole.tall;
  const { frame, shield, riser = 0 } = hole;
  return (
    <>
      {frame
        ? [-1, 1].map((to) => {
            const [from, far] = [riser / 2 + frame.clear, frame.across / 2];
            return (
              <Rect
                key={to}
                x={x(to < 0 ? -far : from)}
                y={y(depth)}
                width={(far - from) * factor}
                height={frame.thick * factor}
                fill={lookFill(patterns, lookOf(frame.material, plan))}
                stroke={tones.ink}
                strokeWidth={1}
              />
            );
          })
        : null}
      <Rect
        x={x(-along / 2)}
        y={y(top)}
        width={along * factor}
        height={hole.tall * factor}
        fill={tones.card}
        stroke={tones.ink}
        strokeWidth={3}
      />
      <Rect
        x={x(-along / 2)}
        y={y(under + hole.floor)}
        width={along * factor}
        height={hole.floor * factor}
        fill={tones.ink}
      />
      {body ? <Liquid frame={drawing} body={body} /> : null}
      {protection === 'shielded' && shield ? (
        // Its panels stand along both sides, as long as the bottom.
        <Rect
          x={x(-half(0))}
          y={y(shield.tall)}
          width={2 * half(0) * factor}
          height={shield.tall * factor}
          fill="none"
          stroke={tones.ink}
          strokeWidth={2}
          strokeDasharray="8 4"
        />
      ) : null}
    </>
  );
}

/** As deep as liquid stands in a tank, between its walls. */
function Liquid({ frame, body }: { frame: HoleFrame; body: NonNullable<HoleResult['body']> }) {
  const { result, tones, under, along, factor, x, y } = frame;
  const { hole } = result;
  const top = under + hole.tall;
  return (
    <>
      <Rect
        x={x(-along / 2 + body.ports.wall)}
        y={y(top - body.ports.outlet)}
        width={(along - 2 * body.ports.wall) * factor}
        height={body.liquid * factor}
        fill={tones.water}
        opacity={0.35}
      />
      {[-1, 1].map((to) => (
        <Path
          key={to}
          d={path([
            [x(to * (along / 2 - body.ports.wall)), y(under + hole.floor)],
            [x(to * (along / 2 - body.ports.wall)), y(top)],
          ])}
          stroke={tones.ink}
          strokeWidth={1.2}
        />
      ))}
    </>
  );
}

function PipeInHole({ frame, pipe }: { frame: HoleFrame; pipe: HolePipe }) {
  const { tones, along, half, factor, x, y } = frame;
  const { goes, low, outside, wall } = pipe;
  const to = goes === 'in' ? -1 : 1;
  const [near, far] = [along / 2, half(Math.max(0, low))];
  const left = x(Math.min(to * near, to * far));
  const long = (far - near) * factor;
  return (
    <G>
      <Rect x={left} y={y(low + outside)} width={long} height={outside * factor} fill={tones.pipe} />
      <Rect
        x={left}
        y={y(low + outside - wall)}
        width={long}
        height={(outside - 2 * wall) * factor}
        fill={tones.bore}
      />
      <Path d={`M${x(to * near)} ${y(low + wall)}H${x(to * far)}`} stroke={tones.water} strokeWidth={3} />
    </G>
  );
}

/** From the top of the structure up to the ground. */
function Riser({ frame }: { frame: HoleFrame }) {
  const { result, tones, depth, under, factor, x, y } = frame;
  const { riser = 0, tall } = result.hole;
  const top = under + tall;
  if (riser <= 0 || depth <= top) return null;
  return (
    <Rect
      x={x(-riser / 2)}
      y={y(depth)}
      width={riser * factor}
      height={(depth - top) * factor}
      fill={tones.card}
      stroke={tones.ink}
      strokeWidth={2.5}
    />
  );
}

/** Beside the hole: how thick each layer is, and of what. */
function BandWords({
  frame,
  bands,
  size,
}: {
  frame: HoleFrame;
  bands: readonly Band[];
  size: (value: number) => string;
}) {
  const { tones, half, height, x, y, edge } = frame;
  const places = spread(
    bands.map(({ from, to }) => y((from + to) / 2)).reverse(),
    drawn(34),
    PAD.top,
    height - PAD.bottom,
  ).reverse();
  return bands.map(({ index, material, from, to }, order) => {
    const place = places[order] as number;
    const name = nameIn(frame, material);
    return (
      <G key={index}>
        <Path
          d={path([
            [x(half((from + to) / 2)) + 2, y((from + to) / 2)],
            [edge + 6, place],
            [edge + 12, place],
          ])}
          stroke={tones.muted}
          strokeWidth={1}
          fill="none"
        />
        <SvgText fontFamily={FONT.strong} fontSize={drawn(14)} fill={tones.ink} x={edge + 16} y={place - 1}>
          {size(to - from)}
        </SvgText>
        <SvgText fontFamily={FONT.text} fontSize={drawn(12)} fill={tones.muted} x={edge + 16} y={place + drawn(13)}>
          {name.length > 18 ? `${name.slice(0, 17)}…` : name}
        </SvgText>
      </G>
    );
  });
}
