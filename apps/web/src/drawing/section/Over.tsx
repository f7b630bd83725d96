import type { ReactNode } from 'react';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import type { SectionFrame } from './frame';

/** Levels at places along a line, m. */
export type Levels = readonly { readonly at: number; readonly level: number }[];

const way = (frame: SectionFrame, levels: Levels): string =>
  levels
    .map(
      ({ at, level }, index) =>
        `${index === 0 ? 'M' : 'L'}${frame.x.to(at).toFixed(1)} ${frame.y.to(level).toFixed(1)}`,
    )
    .join('');

interface BeforeProps {
  frame: SectionFrame;
  /** Inverts as the plan stands, one list for each stretch that is known. */
  lines: readonly Levels[];
}

/** The inverts as they are, over what is proposed. */
export const Before = memo(function Before({ frame, lines }: BeforeProps) {
  const tones = useTones();
  return (
    <Layer frame={frame}>
      {lines.map((levels, index) => (
        <Path
          key={index}
          d={way(frame, levels)}
          stroke={tones.stop}
          strokeWidth={2.5}
          strokeDasharray="7 5"
          fill="none"
        />
      ))}
    </Layer>
  );
});

interface BandProps {
  frame: SectionFrame;
  /** Of each run: how low and how high its invert may lie. */
  bands: readonly { readonly lowest: Levels; readonly highest: Levels }[];
}

/** The band in which each run may lie. */
export const Band = memo(function Band({ frame, bands }: BandProps) {
  const tones = useTones();
  return (
    <Layer frame={frame}>
      {bands.map(({ lowest, highest }, index) => (
        <Path
          key={index}
          d={`${way(frame, highest)}${way(frame, [...lowest].reverse()).replace('M', 'L')}Z`}
          fill={tones.settled}
          fillOpacity={0.28}
          stroke={tones.settled}
          strokeWidth={2}
          strokeLinejoin="round"
        />
      ))}
    </Layer>
  );
});

function Layer({ frame, children }: { frame: SectionFrame; children: ReactNode }) {
  return (
    <View style={styles.layer}>
      <Svg width={frame.width} height={frame.height} aria-hidden>
        {children}
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({ layer: { position: 'absolute', top: 0, left: 0, pointerEvents: 'none' } });
