/**
 * Comparing with a limit: what misses it by less than these is taken to meet it, so that exactly 1/8 in/ft
 * passes a rule of 1/8 in/ft, and exactly 5 ft is 5 ft, whatever the rounding on the way.
 */
export const NEAR = 1e-6;
export const NEAR_SLOPE = 1e-9;

/** Whether two levels are one, or both unknown. */
export function alike(a: number | undefined, b: number | undefined): boolean {
  return a === undefined || b === undefined ? a === b : Math.abs(a - b) <= NEAR;
}
