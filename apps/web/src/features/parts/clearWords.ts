import type { CrossingResult, Quantity } from '@alveus/core';

/** How clear of the pipe and its trench a utility lies, in words. */
export function clearWords(
  { gap, beside, wall }: CrossingResult,
  print: (value: number, quantity: Quantity) => string,
): string {
  if (wall !== undefined && wall < 0) return 'inside the trench';
  if (beside !== undefined) return beside < 0 ? 'over or under the pipe' : `${print(beside, 'distance')} clear beside`;
  return gap === undefined ? 'level not known' : gap < 0 ? 'in the way' : `${print(gap, 'thickness')} clear`;
}
