import { useWindowDimensions } from 'react-native';

/** Whether there is room for the drawing, its numbers and the stages side by side. */
export function useWide(): boolean {
  return useWindowDimensions().width >= 1000;
}

/** Height of the bar over a screen. */
export const BAR = 57;

/** Height that the two drawings of a wide stage share, under the bar at the top. */
export function useDrawingRoom(): number {
  return Math.max(560, useWindowDimensions().height - BAR);
}
