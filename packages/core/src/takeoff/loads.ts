import type { Truck } from '@alveus/plan';
import { TON, YARD3 } from '../units';

/** Loads of a truck that is full by volume or by mass, whichever comes first. */

/** Loose soil in a truck: 1.35 short tons for a cubic yard; common practice. */
export const LOOSE_SOIL = (1.35 * TON) / YARD3;

/** @param loose m³ @param mass kg */
export function loadsOf(loose: number, mass: number, { volume, mass: most }: Truck): number {
  return Math.max(whole(loose / volume), whole(mass / most));
}

/** Rounded up; what is a whole number but for rounding does not ask for one more. */
export const whole = (value: number): number => Math.max(0, Math.ceil(value - 1e-9));
