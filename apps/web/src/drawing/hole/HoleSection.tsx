import type { HoleResult, System } from '@alveus/core';
import { footOf, outAt, print, sizeOf, underOf, wallOf } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { useId } from 'react';
import { View } from 'react-native';
import Svg, { ClipPath, Defs, G, Path, Rect, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
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

function Drawing({ result, plan, pipes, height: most, system, room }: HoleSectionProps & { room: number }) {
  const tones = useTones();
  const [patterns, clip] = [useId(), useId()];
  const { hole, depth = 0, amounts, body, protection } = result;
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
  const x = (right: number): number => middle + right * factor;
  const y = (over: number): number => height - PAD.bottom - over * factor;
  const size = (value: number): string => print(value, 'thickness', system);
  const feet = [...new Set([0, ...wall.heights.filter((height) => height < depth), depth])];
  const side = (to: 1 | -1): Point[] =>
    feet.flatMap((at, index): Point[] => {
      const before = feet[index - 1];
      const inner = before === undefined ? half(0) : half(at - 1e-9);
      return [
        [x(to * inner), y(at)],
        [x(to * half(at === depth ? at - 1e-9 : at)), y(at)],
      ];
    });
  const outline = [...side(-1).reverse(), ...side(1)];
  const edge = room - WORDS + 8;
  const name = (material: string): string =>
    material === 'native' ? 'Native soil' : (plan.material[material]?.name ?? 'removed');
  const layers = (amounts?.layers ?? []).filter(({ name: what }) => what !== 'frame');
  let foot = 0;
  const bands = layers.flatMap(({ material, top }, index) => {
    const from = foot;
    foot = top;
    return top - from > 1e-6 ? [{ index, material, from, to: top }] : [];
  });
  const places = spread(
    bands.map(({ from, to }) => y((from + to) / 2)).reverse(),
    drawn(34),
    PAD.top,
    height - PAD.bottom,
  ).reverse();
  const top = under + hole.tall;
  const shaft = hole.riser ?? 0;
  const { frame } = hole;
  return (
    <Svg
      width={room}
      height={height}
      role="img"
      aria-label={`The hole to scale: ${print(depth, 'depth', system)} deep, ${size(2 * half(0))} wide at the bottom; ${bands.map(({ material, from, to }) => `${name(material)} ${size(to - from)}`).join(', ')}`}
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
        {bands.map(({ index, material, from, to }) => (
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
        ))}
      </G>
      {frame
        ? [-1, 1].map((to) => {
            const [from, far] = [shaft / 2 + frame.clear, frame.across / 2];
            const left = to < 0 ? -far : from;
            return (
              <Rect
                key={to}
                x={x(left)}
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
      {body ? (
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
      ) : null}
      {protection === 'shielded' && hole.shield ? (
        // Its panels stand along both sides, as long as the bottom.
        <Rect
          x={x(-half(0))}
          y={y(hole.shield.tall)}
          width={2 * half(0) * factor}
          height={hole.shield.tall * factor}
          fill="none"
          stroke={tones.ink}
          strokeWidth={2}
          strokeDasharray="8 4"
        />
      ) : null}
      {[...pipes].sort(largestFirst).map(({ goes, low, outside, wall: thick }, index) => {
        const to = goes === 'in' ? -1 : 1;
        const [near, far] = [along / 2, half(Math.max(0, low))];
        const left = x(Math.min(to * near, to * far));
        const long = (far - near) * factor;
        return (
          <G key={index}>
            <Rect x={left} y={y(low + outside)} width={long} height={outside * factor} fill={tones.pipe} />
            <Rect
              x={left}
              y={y(low + outside - thick)}
              width={long}
              height={(outside - 2 * thick) * factor}
              fill={tones.bore}
            />
            <Path d={`M${x(to * near)} ${y(low + thick)}H${x(to * far)}`} stroke={tones.water} strokeWidth={3} />
          </G>
        );
      })}
      {shaft > 0 && depth > top ? (
        <Rect
          x={x(-shaft / 2)}
          y={y(depth)}
          width={shaft * factor}
          height={(depth - top) * factor}
          fill={tones.card}
          stroke={tones.ink}
          strokeWidth={2.5}
        />
      ) : null}
      <Path
        d={`M0 ${y(depth)}H${x(-half(depth - 1e-9))}M${x(half(depth - 1e-9))} ${y(depth)}H${edge}${path(outline)}`}
        stroke={tones.ink}
        strokeWidth={2.5}
        fill="none"
      />
      {bands.map(({ index, material, from, to }, order) => (
        <G key={index}>
          <Path
            d={path([
              [x(half((from + to) / 2)) + 2, y((from + to) / 2)],
              [edge + 6, places[order] as number],
              [edge + 12, places[order] as number],
            ])}
            stroke={tones.muted}
            strokeWidth={1}
            fill="none"
          />
          <SvgText
            fontFamily={FONT.strong}
            fontSize={drawn(14)}
            fill={tones.ink}
            x={edge + 16}
            y={(places[order] as number) - 1}
          >
            {size(to - from)}
          </SvgText>
          <SvgText
            fontFamily={FONT.text}
            fontSize={drawn(12)}
            fill={tones.muted}
            x={edge + 16}
            y={(places[order] as number) + drawn(13)}
          >
            {name(material).length > 18 ? `${name(material).slice(0, 17)}…` : name(material)}
          </SvgText>
        </G>
      ))}
      <SvgText
        fontFamily={FONT.strong}
        fontSize={drawn(14)}
        fill={tones.ink}
        x={middle}
        y={height - 8}
        textAnchor="middle"
      >
        {`${size(2 * half(0))} wide`}
      </SvgText>
      <SvgText fontFamily={FONT.strong} fontSize={drawn(14)} fill={tones.ink} x={12} y={drawn(20)}>
        {`${print(depth, 'depth', system)} deep`}
      </SvgText>
    </Svg>
  );
}
