import type { Fraction, Place, System } from '@alveus/core';
import { print } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { memo, useId, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { useDrawingWidth, Words } from '../../ui';
import { lookFill } from '../looks';
import { MaterialDefs } from '../materials';
import type { TrenchShape } from './bands';
import { trenchShape } from './bands';
import { BandLabels } from './BandLabels';
import type { TrenchFrame } from './frame';
import { trenchFrame } from './frame';

interface TrenchSectionProps {
  place: Place | undefined;
  plan: Plan;
  height: number;
  system: System;
  fraction: Fraction;
}

/** The trench to scale at the station: its layers from the bottom up, the pipe with its wall, and its measures. */
export const TrenchSection = memo(function TrenchSection({
  place,
  plan,
  height,
  system,
  fraction,
}: TrenchSectionProps) {
  const tones = useTones();
  const [room, onLayout] = useDrawingWidth();
  const shape = useMemo(() => trenchShape(place, plan), [place, plan]);
  return (
    <View style={[styles.box, { height, backgroundColor: tones.sky, borderColor: tones.line }]} onLayout={onLayout}>
      {!shape ? (
        <View style={styles.empty}>
          <Words tone="muted">The trench shows here once the ground and the grade are known at this station.</Words>
        </View>
      ) : (
        <Drawing
          shape={shape}
          frame={trenchFrame(shape, room, height)}
          chainage={place?.chainage ?? 0}
          system={system}
          fraction={fraction}
        />
      )}
    </View>
  );
});

/** The same at a width that is known, as on paper; nothing where the trench is not known. */
export function StillTrench({ place, plan, width, height, ...units }: TrenchSectionProps & { width: number }) {
  const shape = trenchShape(place, plan);
  return shape ? (
    <Drawing shape={shape} frame={trenchFrame(shape, width, height)} chainage={place?.chainage ?? 0} {...units} />
  ) : null;
}

interface DrawingProps {
  shape: TrenchShape;
  frame: TrenchFrame;
  chainage: number;
  system: System;
  fraction: Fraction;
}

function Drawing({ shape, frame, chainage, system, fraction }: DrawingProps) {
  const tones = useTones();
  const patterns = useId();
  const { room, height, ground, left, right, foot, y } = frame;
  const { depth, width, bands } = shape;
  const size = (value: number): string => print(value, 'thickness', system, { fraction });
  const small = { fontFamily: FONT.text, fontSize: drawn(13), fill: tones.muted };
  const strong = { fontFamily: FONT.strong, fontSize: drawn(14), fill: tones.ink };
  const told = bands.map(({ material, from, to }) => `${material} ${size(to - from)}`).join(', ');
  return (
    <Svg
      width={room}
      height={height}
      role="img"
      aria-label={`Trench section to scale: ${print(depth, 'depth', system)} deep, ${size(width)} wide; ${told}`}
    >
      <MaterialDefs prefix={patterns} tones={tones} />
      <Rect x={0} y={ground} width={frame.edge} height={height - ground} fill={tones.earth} opacity={0.45} />
      <Rect x={left} y={frame.rim} width={right - left} height={y(0) - frame.rim} fill={tones.card} />
      {bands.map(({ index, from, to, look }) => (
        <Rect
          key={index}
          x={left}
          y={y(to)}
          width={right - left}
          height={y(from) - y(to)}
          fill={lookFill(patterns, look)}
        />
      ))}
      <Path
        d={bands.map(({ to }) => `M${left} ${y(to)}H${right}`).join('')}
        stroke={tones.ink}
        strokeWidth={0.8}
        opacity={0.6}
      />
      <Path
        d={`M0 ${ground}H${left}M${right} ${ground}H${frame.edge}M${left} ${frame.rim}V${y(0)}H${right}V${frame.rim}`}
        stroke={tones.ink}
        strokeWidth={2.5}
        fill="none"
      />
      <PipeRing shape={shape} frame={frame} />
      <BandLabels bands={bands} frame={frame} size={size} />
      <Path
        d={`M${left} ${foot}H${right}M${left} ${foot - 6}v12M${right} ${foot - 6}v12`}
        stroke={tones.ink}
        strokeWidth={1.5}
      />
      <SvgText {...strong} x={(left + right) / 2} y={height - 6} textAnchor="middle">
        {`${size(width)} wide`}
      </SvgText>
      <SvgText {...strong} x={14} y={drawn(20)}>
        {`${print(depth, 'depth', system, { fraction })} deep at ${print(chainage, 'chainage', system)}`}
      </SvgText>
      <SvgText {...small} x={room - 8} y={height - 6} textAnchor="end">
        True to scale
      </SvgText>
    </Svg>
  );
}

/** The pipe, cut through, with its wall and its invert. */
function PipeRing({ shape, frame }: { shape: TrenchShape; frame: TrenchFrame }) {
  const tones = useTones();
  const { left, right, y, factor } = frame;
  const middle = (left + right) / 2;
  const centre = y(shape.underside + shape.radius);
  return (
    <>
      <Circle cx={middle} cy={centre} r={shape.radius * factor} fill={tones.pipe} />
      <Circle cx={middle} cy={centre} r={Math.max(0, shape.radius - shape.wall) * factor} fill={tones.bore} />
      <Line
        x1={middle - 7}
        x2={middle + 7}
        y1={y(shape.invert)}
        y2={y(shape.invert)}
        stroke={tones.water}
        strokeWidth={3}
      />
    </>
  );
}

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1 },
  empty: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
