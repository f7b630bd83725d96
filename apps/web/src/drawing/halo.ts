import type { Tones } from '../theme/tones';

/** A stroke behind it parts what is drawn from what it stands on. */
export const haloOf = ({ sky }: Tones) => ({
  stroke: sky,
  strokeWidth: 4,
  strokeLinejoin: 'round' as const,
  // Not among the properties that the drawing library tells of.
  ...({ paintOrder: 'stroke' } as object),
});
