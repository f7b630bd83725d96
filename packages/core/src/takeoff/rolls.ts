import type { Roll } from '@alveus/plan';
import { whole } from './loads';

/** Fabric from rolls: one piece lies over the next by a lap, along the trench and across it. */

export interface Rolls {
  /** Rolls beside each other that a width takes; and strips of that width that are slit from one roll. */
  readonly strips: number;
  readonly slits: number;
  /** Pieces along the length. */
  readonly pieces: number;
  /** Length of fabric with its end laps, one strip, m. */
  readonly long: number;
  readonly rolls: number;
  /** Cut off and thrown away, or left on the last roll: m². */
  readonly wasted: number;
}

/**
 * Pieces of whole rolls along the length, and the last cut: 110 ft from rolls of 50 ft with laps of 2 ft are three
 * pieces, 114 ft. A wide trench takes rolls side by side; for a narrow one the roll is slit before it is unrolled, so that
 * one of 6 ft gives three strips of 2 ft. @param wide across, with the lap where it closes, m
 */
export function rollsFor(length: number, wide: number, roll: Roll): Rolls {
  if (length <= 0 || wide <= 0) return { strips: 0, slits: 1, pieces: 0, long: 0, rolls: 0, wasted: 0 };
  const strips = Math.max(1, whole((wide - roll.lap) / (roll.wide - roll.lap)));
  const pieces = Math.max(1, whole((length - roll.lap) / (roll.long - roll.lap)));
  const long = length + (pieces - 1) * roll.lap;
  const slits = strips > 1 ? 1 : Math.max(1, Math.floor(roll.wide / wide + 1e-9));
  const rolls = whole((long * strips) / (roll.long * slits));
  return { strips, slits, pieces, long, rolls, wasted: rolls * roll.long * roll.wide - length * wide };
}
