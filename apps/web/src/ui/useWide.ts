import { useCallback, useState } from 'react';
import type { LayoutChangeEvent } from 'react-native';
import { useWindowDimensions } from 'react-native';
import { SCALE } from '../theme/scale';

/**
 * Where the drawing, its numbers and the stages stand. `wide`: side by side, all three. `beside`: a window too low for
 * the drawing over its numbers (a phone on its side, a page that is zoomed) has them side by side under the stages.
 * `above`: the drawing over the numbers.
 */
export type Arrangement = 'wide' | 'beside' | 'above';

/** Lower than this there is no room for a drawing over anything, px. */
const LOW = 560;
/** Narrower than this there is none beside it. */
const NARROW = 560;

/** The window as it would be with text of the usual size: larger text needs as much more room. */
function useScaled(): { width: number; height: number } {
  const { width, height } = useWindowDimensions();
  return { width: width / SCALE, height: height / SCALE };
}

export function useArrangement(): Arrangement {
  const { width, height } = useScaled();
  if (height < LOW) return width >= NARROW ? 'beside' : 'above';
  return width >= 1000 ? 'wide' : 'above';
}

/** Whether there is room for the drawing, its numbers and the stages side by side. */
export function useWide(): boolean {
  return useArrangement() === 'wide';
}

/** Whether the drawing over its numbers would take all there is: then it scrolls with them. */
export function useLow(): boolean {
  return useScaled().height < LOW;
}

/** Widths of what stands beside a wide drawing: the stages; and the numbers with their divider, until it is moved. */
export const RAIL = 148;
export const SIDE = 434;

/** Width of the numbers beside a drawing in a low window. */
export const besideWidth = (whole: number): number => Math.max(280, Math.min(SIDE * SCALE, Math.round(whole * 0.48)));

/**
 * The width of a drawing. Until it is laid out, what it most likely will be: then it need not be drawn twice.
 *
 * @returns the width, and what to call with the layout
 */
export function useDrawingWidth(): readonly [width: number, onLayout: (event: LayoutChangeEvent) => void] {
  const { width: whole } = useWindowDimensions();
  const arrangement = useArrangement();
  const likely = { wide: whole - RAIL - SIDE, beside: whole - besideWidth(whole), above: whole }[arrangement];
  const [width, setWidth] = useState(likely);
  const onLayout = useCallback(({ nativeEvent: { layout } }: LayoutChangeEvent) => {
    // Out of sight it has none.
    if (layout.width > 0) setWidth(layout.width);
  }, []);
  return [width, onLayout];
}

/** Height of the bar over a screen. */
export const BAR = Math.round(9 + 48 * SCALE);

/** Height of the stages in a row, over the rest. */
const STRIP = Math.round(36 + 26 * SCALE);

/**
 * Height of a drawing where it does not stand beside all the rest.
 * @param above px, where it stands over its numbers
 */
export function useDrawingHeight(above: number): number {
  const { height } = useWindowDimensions();
  const arrangement = useArrangement();
  const room = height - BAR;
  if (arrangement === 'beside') return Math.max(170, room - STRIP);
  return height / SCALE < LOW ? Math.min(above, Math.max(150, Math.round(room * 0.7))) : above;
}
