import { useCallback, useState } from 'react';
import type { LayoutChangeEvent } from 'react-native';
import { useWindowDimensions } from 'react-native';

/** Whether there is room for the drawing, its numbers and the stages side by side. */
export function useWide(): boolean {
  return useWindowDimensions().width >= 1000;
}

/** Widths of what stands beside a wide drawing: the stages, and the numbers. */
export const RAIL = 148;
export const SIDE = 420;

/**
 * The width of a drawing. Until it is laid out, what it most likely will be: then it need not be drawn twice.
 *
 * @returns the width, and what to call with the layout
 */
export function useDrawingWidth(): readonly [width: number, onLayout: (event: LayoutChangeEvent) => void] {
  const { width: whole } = useWindowDimensions();
  const [width, setWidth] = useState(useWide() ? whole - RAIL - SIDE : whole);
  const onLayout = useCallback(({ nativeEvent: { layout } }: LayoutChangeEvent) => {
    // Out of sight it has none.
    if (layout.width > 0) setWidth(layout.width);
  }, []);
  return [width, onLayout];
}

/** Height of the bar over a screen. */
export const BAR = 57;

/** Height that the two drawings of a wide stage share, under the bar at the top. */
export function useDrawingRoom(): number {
  return Math.max(560, useWindowDimensions().height - BAR);
}
