import { useDrag } from '@use-gesture/react';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { browserStyle } from './browserStyle';
import type { KeyPress } from './Tap';

interface DividerProps {
  /** What it gives room to. */
  label: string;
  /** Between things side by side; otherwise between things one over the other. */
  upright: boolean;
  /** Share of the whole that lies before it, 0 to 1. */
  value: number;
  least: number;
  most: number;
  /** The whole that it divides, px. */
  whole: number;
  onChange: (value: number) => void;
  /** Back to where it stands by itself. */
  onReset: () => void;
}

/** Thickness, px. */
export const DIVIDER = 14;
/** A press of an arrow, as a share of the whole. */
const STEP = 0.02;

/**
 * Stands between two parts of the page and is dragged, or moved by its arrow keys; Home and a double tap put it back.
 * While it is dragged it moves alone: what it divides is laid out once, where it is let go.
 */
export function Divider({ label, upright, value, least, most, whole, onChange, onReset }: DividerProps) {
  const tones = useTones();
  const bar = useRef<View>(null);
  const [dragged, setDragged] = useState<number>();
  const within = (to: number): number => Math.min(most, Math.max(least, to));
  useDrag(
    ({ last, canceled, movement: [x, y] }) => {
      const to = within(value + (upright ? x : y) / whole);
      setDragged(last ? undefined : to);
      if (last && !canceled && to !== value) onChange(to);
    },
    { target: bar as never, filterTaps: true, pointer: { keys: false } },
  );
  const press = (event: KeyPress): void => {
    const [back, on] = upright ? ['ArrowLeft', 'ArrowRight'] : ['ArrowUp', 'ArrowDown'];
    if (event.key === 'Home') onReset();
    else if (event.key === back) onChange(within(value - STEP));
    else if (event.key === on) onChange(within(value + STEP));
    else return;
    event.preventDefault();
  };
  const moved = dragged === undefined ? 0 : (dragged - value) * whole;
  return (
    <View
      ref={bar}
      role="separator"
      aria-label={label}
      aria-orientation={upright ? 'vertical' : 'horizontal'}
      aria-valuemin={Math.round(least * 100)}
      aria-valuemax={Math.round(most * 100)}
      aria-valuenow={Math.round(value * 100)}
      tabIndex={0}
      {...({ onKeyDown: press, onDoubleClick: onReset } as object)}
      style={[
        upright ? styles.upright : styles.flat,
        { backgroundColor: dragged === undefined ? tones.page : tones.waterSoft, borderColor: tones.line },
        moved === 0 ? null : { transform: [upright ? { translateX: moved } : { translateY: moved }] },
      ]}
    >
      <View style={[upright ? styles.gripUpright : styles.gripFlat, { backgroundColor: tones.muted }]} />
    </View>
  );
}

const shared = { alignItems: 'center', justifyContent: 'center', touchAction: 'none', zIndex: 2 } as const;

const styles = StyleSheet.create({
  upright: browserStyle({
    ...shared,
    width: DIVIDER,
    borderLeftWidth: 1,
    borderRightWidth: 1,
    cursor: 'col-resize',
  }),
  flat: browserStyle({ ...shared, height: DIVIDER, borderTopWidth: 1, borderBottomWidth: 1, cursor: 'row-resize' }),
  gripUpright: { width: 4, height: 36, borderRadius: 2 },
  gripFlat: { width: 36, height: 4, borderRadius: 2 },
});
