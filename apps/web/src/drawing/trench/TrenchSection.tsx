import type { Fraction, Place, System } from '@alveus/core';
import { print, printDeep } from '@alveus/core';
import type { CrossSection } from '@alveus/core/cross';
import { openingOf } from '@alveus/core/cross';
import type { Plan } from '@alveus/plan';
import { memo, useId, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { useDrawingWidth, Words } from '../../ui';
import { MaterialDefs } from '../materials';
import type { TrenchShape } from './bands';
import { trenchShape } from './bands';
import { BandLabels } from './BandLabels';
import { Cut } from './Cut';
import type { TrenchFrame } from './frame';
import { trenchFrame } from './frame';
import type { Reach } from './Reach';
import { ReachMarks, reachWords } from './Reach';

interface TrenchSectionProps {
  place: Place | undefined;
  plan: Plan;
  /** What else lies in the ground there. */
  reach?: Reach | undefined;
  height: number;
  system: System;
  fraction: Fraction;
}

/** The trench to scale at the station: its layers from the bottom up, the pipe with its wall, and its measures. */
export const TrenchSection = memo(function TrenchSection({
  place,
  plan,
  reach,
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
          <Words tone="muted">{whyNot(place)}</Words>
        </View>
      ) : (
        <Drawing
          shape={shape}
          frame={trenchFrame(shape.cross, room, height)}
          chainage={place?.chainage ?? 0}
          reach={reach}
          system={system}
          fraction={fraction}
        />
      )}
    </View>
  );
});

/** Why there is no trench to show. */
function whyNot(place: Place | undefined): string {
  const at = place?.station.at ?? 0;
  const elsewhere = place?.run.form?.elsewhere.some(({ from, to }) => at >= from - 1e-6 && at <= to + 1e-6);
  return elsewhere
    ? 'Nothing is dug for this run here: it shares another trench, or lies in the hole of a structure.'
    : 'The trench shows here once the ground and the grade are known at this station.';
}

/** The same at a width that is known, as on paper; nothing where the trench is not known. */
export function StillTrench({ place, plan, width, height, ...units }: TrenchSectionProps & { width: number }) {
  const shape = trenchShape(place, plan);
  return shape ? (
    <Drawing shape={shape} frame={trenchFrame(shape.cross, width, height)} chainage={place?.chainage ?? 0} {...units} />
  ) : null;
}

interface DrawingProps {
  shape: TrenchShape;
  frame: TrenchFrame;
  chainage: number;
  reach?: Reach | undefined;
  system: System;
  fraction: Fraction;
}

function Drawing({ shape, frame, chainage, reach, system, fraction }: DrawingProps) {
  const tones = useTones();
  const patterns = useId();
  const { room, height, left, right, foot } = frame;
  const { cross, bands, fabric, sock } = shape;
  const { depth, width } = cross;
  const size = (value: number): string => print(value, 'thickness', system, { fraction });
  const small = { fontFamily: FONT.text, fontSize: drawn(13), fill: tones.muted };
  const strong = { fontFamily: FONT.strong, fontSize: drawn(14), fill: tones.ink };
  const layersText = bands
    .filter(({ from, to }) => to - from > 1e-6)
    .map(({ material, from, to }) => `${material} ${size(to - from)}`)
    .join(', ');
  const cloth = fabric ? `Fabric ${size(fabric.wide)} across` : sock ? 'Sock on the pipe' : undefined;
  const open = openingOf(cross);
  const opens = open - width > 1e-3 ? `, ${size(open)} at the top` : '';
  const more = cross.pipes.length > 1 ? `; ${cross.pipes.length} pipes` : '';
  return (
    <Svg
      width={room}
      height={height}
      role="img"
      aria-label={`Trench section to scale: ${print(depth, 'depth', system)} deep, ${size(width)} wide${opens}${more}; ${[layersText, ...(cloth ? [cloth] : []), ...(reach ? reachWords(reach, system) : [])].join('; ')}`}
    >
      <MaterialDefs prefix={patterns} tones={tones} />
      <Cut shape={shape} frame={frame} patterns={patterns} />
      {reach ? <ReachMarks reach={reach} frame={frame} system={system} /> : null}
      <BandLabels wallAt={(over) => frame.x(rightWall(cross, over))} bands={bands} frame={frame} size={size} />
      <Path
        d={`M${left} ${foot}H${right}M${left} ${foot - 6}v12M${right} ${foot - 6}v12`}
        stroke={tones.ink}
        strokeWidth={1.5}
      />
      <SvgText {...strong} x={(left + right) / 2} y={foot + drawn(18)} textAnchor="middle">
        {`${size(width)} wide`}
      </SvgText>
      <SvgText {...strong} x={14} y={drawn(20)}>
        {`${printDeep(depth, system, { fraction })} at ${print(chainage, 'chainage', system)}`}
      </SvgText>
      <SvgText {...small} x={14} y={drawn(37)}>
        {[...(opens ? [`${size(open)} wide at the top`] : []), ...(cloth ? [cloth] : [])].join(' · ')}
      </SvgText>
      <SvgText {...small} x={room - 8} y={height - 6} textAnchor="end">
        To scale
      </SvgText>
    </Svg>
  );
}

/** How far to the right of the pipe the wall is at a height over the bottom, m. */
function rightWall({ hole, middle, width }: CrossSection, over: number): number {
  const edge = middle + width / 2;
  for (let index = 1; index < hole.length; index += 1) {
    const [fromX, fromY] = hole[index - 1] as (typeof hole)[number];
    const [toX, toY] = hole[index] as (typeof hole)[number];
    if (toX < edge - 1e-9 || toY <= fromY || over < fromY || over > toY) continue;
    return fromX + ((toX - fromX) * (over - fromY)) / (toY - fromY);
  }
  return edge;
}

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1 },
  empty: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
