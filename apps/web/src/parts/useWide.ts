import { useWindowDimensions } from 'react-native';

/** Whether there is room for the drawing, its numbers and the stages side by side. */
export function useWide(): boolean {
  return useWindowDimensions().width >= 1000;
}
