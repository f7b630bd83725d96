import type { Place } from '@alveus/core';
import { layerTops, print } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Words } from '../parts/Words';
import { useAppSelector } from '../store';
import { FONT } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import type { Look } from './materials';
import { lookFill, MaterialDefs } from './materials';
import { path, spread } from './scale';

const PAD = { left: 14, right: 168, top: 40, bottom: 44 };

/** The trench to scale at the station: its layers from the bottom up, the pipe with its wall, and its measures. */
export function TrenchSection({ place, plan, height }: { place: Place | undefined; plan: Plan; height: number }) {
  const tones = useTones();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const [room, setRoom] = useState(0);
  const { envelope: of, pipe, trench } = place?.run ?? {};
  const { depth, bottom } = place?.station ?? {};
  const known = of && pipe && trench && depth !== undefined && bottom !== undefined;

  return (
    <View
      style={[styles.box, { height, backgroundColor: tones.sky, borderColor: tones.line }]}
      onLayout={(event) => setRoom(event.nativeEvent.layout.width)}
    >
      {!known ? (
        <View style={styles.empty}>
          <Words tone="muted">The trench shows here once the ground and the grade are known at this station.</Words>
        </View>
      ) : room === 0 ? null : (
        drawing()
      )}
    </View>
  );

  function drawing() {
    if (!of || !pipe || !trench || depth === undefined || bottom === undefined) return null;
    const tall = Math.max(depth, of.underside + 2 * of.radius) * 1.04;
    const factor = Math.min((room - PAD.left - PAD.right) / (trench.width * 1.35), (height - PAD.top - PAD.bottom) / tall);
    const middle = PAD.left + (room - PAD.left - PAD.right) / 2;
    const half = (trench.width * factor) / 2;
    const y = (over: number): number => height - PAD.bottom - over * factor;
    const tops = layerTops(of, depth);
    const bands = of.layers.flatMap((layer, index) => {
      const from = index === 0 ? 0 : (tops[index - 1] as number);
      const to = tops[index] as number;
      const look: Look = layer.material === 'native' ? 'native' : (plan.material[layer.material]?.look ?? 'soil');
      const material = layer.material === 'native' ? 'Native soil' : (plan.material[layer.material]?.name ?? 'removed');
      return to - from > 1e-6 ? [{ index, layer, from, to, look, material }] : [];
    });
    const labels = spread(bands.map(({ from, to }) => y((from + to) / 2)).reverse(), 34, PAD.top - 8, height - PAD.bottom + 2).reverse();
    const edge = middle + half;
    const small = { fontFamily: FONT.text, fontSize: 13, fill: tones.muted };
    const strong = { fontFamily: FONT.strong, fontSize: 14, fill: tones.ink };
    const size = (value: number): string => print(value, 'thickness', system, { fraction });
    return (
      <Svg
        width={room}
        height={height}
        role="img"
        aria-label={`Trench section to scale: ${print(depth, 'depth', system)} deep, ${size(trench.width)} wide; ${bands.map(({ material, from, to }) => `${material} ${size(to - from)}`).join(', ')}`}
      >
        <MaterialDefs prefix="cross" tones={tones} />
        <Rect x={0} y={y(depth)} width={room - PAD.right + 8} height={height - y(depth)} fill={tones.earth} opacity={0.45} />
        <Rect x={middle - half} y={y(Math.max(0, depth))} width={2 * half} height={Math.max(0, depth) * factor} fill={tones.card} />
        {bands.map(({ index, from, to, look }) => (
          <Rect key={index} x={middle - half} y={y(to)} width={2 * half} height={(to - from) * factor} fill={lookFill('cross', look)} />
        ))}
        {bands.map(({ index, to }) => (
          <Line key={index} x1={middle - half} x2={middle + half} y1={y(to)} y2={y(to)} stroke={tones.ink} strokeWidth={0.8} opacity={0.6} />
        ))}
        <Path d={path([[middle - half, y(Math.max(0, depth))], [middle - half, y(0)], [middle + half, y(0)], [middle + half, y(Math.max(0, depth))]])} stroke={tones.ink} strokeWidth={2.5} fill="none" />
        <Path d={path([[0, y(depth)], [middle - half, y(depth)]])} stroke={tones.ink} strokeWidth={3} />
        <Path d={path([[middle + half, y(depth)], [room - PAD.right + 8, y(depth)]])} stroke={tones.ink} strokeWidth={3} />
        <Circle cx={middle} cy={y(of.underside + of.radius)} r={of.radius * factor} fill={tones.dark ? '#D9DEE0' : '#23282B'} />
        <Circle cx={middle} cy={y(of.underside + of.radius)} r={Math.max(1, of.radius - pipe.wall) * factor > 0 ? (of.radius - pipe.wall) * factor : 0} fill={tones.dark ? '#101A20' : '#F4F8FA'} />
        <Line x1={middle - 7} x2={middle + 7} y1={y(of.invert)} y2={y(of.invert)} stroke={tones.water} strokeWidth={3} />
        {bands.map(({ index, from, to, material }, order) => {
          const at = labels[order] as number;
          return (
            <G key={index}>
              <Path d={path([[edge + 2, y((from + to) / 2)], [room - PAD.right + 14, at], [room - PAD.right + 22, at]])} stroke={tones.muted} strokeWidth={1} fill="none" />
              <SvgText {...strong} x={room - PAD.right + 26} y={at - 1}>
                {`${size(to - from)}`}
              </SvgText>
              <SvgText {...small} x={room - PAD.right + 26} y={at + 14}>
                {material.length > 22 ? `${material.slice(0, 21)}…` : material}
              </SvgText>
            </G>
          );
        })}
        <Line x1={middle - half} x2={middle + half} y1={height - 24} y2={height - 24} stroke={tones.ink} strokeWidth={1.5} />
        <Line x1={middle - half} x2={middle - half} y1={height - 30} y2={height - 18} stroke={tones.ink} strokeWidth={1.5} />
        <Line x1={middle + half} x2={middle + half} y1={height - 30} y2={height - 18} stroke={tones.ink} strokeWidth={1.5} />
        <SvgText {...strong} x={middle} y={height - 6} textAnchor="middle">
          {`${size(trench.width)} wide`}
        </SvgText>
        <SvgText {...strong} x={PAD.left} y={20}>
          {`${print(depth, 'depth', system, { fraction })} deep at ${print(place?.chainage ?? 0, 'chainage', system)}`}
        </SvgText>
        <SvgText {...small} x={room - 8} y={height - 6} textAnchor="end">
          True to scale
        </SvgText>
      </Svg>
    );
  }
}

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1 },
  empty: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
