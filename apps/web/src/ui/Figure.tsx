import type { ReactNode } from 'react';
import { Children, memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { SCALE } from '../theme/scale';
import { useTones } from '../theme/ThemeProvider';
import { Tap } from './Tap';
import { Unseen } from './Unseen';
import { Words } from './Words';

interface FigureProps {
  label: string;
  /** The figure in words of the reader's units. A node, so that it can follow a drag while its frame stays. */
  children: ReactNode;
  onPress: () => void;
  size?: 'figure' | 'large';
  /** What is said after it, to those who hear the screen: a dash says nothing. */
  said?: ReactNode;
}

/** A computed figure. Tapping it shows its working. */
export const Figure = memo(function Figure({
  label,
  children,
  onPress,
  size = 'figure',
  said = '. Show the working',
}: FigureProps) {
  const tones = useTones();
  return (
    <Tap onPress={onPress} style={[styles.figure, { borderColor: tones.line }]}>
      <Words size="small" tone="muted" lines={2}>
        {label}
      </Words>
      {/* A figure is never cut: what is too long goes on in the next line. */}
      <Words size={size} strong>
        {children}
      </Words>
      <Unseen>{said}</Unseen>
    </Tap>
  );
});

/** Figures side by side, so many to a row. */
export function FigureGrid({ columns, label, children }: { columns: 2 | 3; label?: string; children: ReactNode }) {
  const tones = useTones();
  return (
    <View
      style={[styles.grid, { borderColor: tones.line }]}
      role={label === undefined ? undefined : 'group'}
      aria-label={label}
    >
      {Children.map(children, (figure) => (
        <View style={[styles.cell, { flexBasis: `${100 / columns}%` }]}>{figure}</View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  grid: { flexDirection: 'row', flexWrap: 'wrap', borderTopWidth: 1 },
  // So wide that a figure of feet and inches stands in it; fewer stand side by side where the text is large.
  cell: { flexGrow: 1, flexShrink: 1, minWidth: 104 * SCALE, maxWidth: '100%' },
  figure: {
    paddingHorizontal: 10,
    paddingVertical: 6,
    flexGrow: 1,
    borderRightWidth: 1,
    borderBottomWidth: 1,
    borderRadius: 0,
  },
});
