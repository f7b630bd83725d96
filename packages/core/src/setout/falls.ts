import type { System } from '../units';
import { FOOT } from '../units';

/** What a crew lays a run by: how far it falls over what they hold in their hands. */
export interface Fall {
  /** Of pipe, or of a level, m. */
  readonly over: number;
  readonly fall: number;
}

/** A level of 5 ft and a straight edge of 10, or of 1 and of 5 m. */
const HELD: Readonly<Record<System, readonly [number, number]>> = {
  feet: [5 * FOOT, 10 * FOOT],
  inches: [5 * FOOT, 10 * FOOT],
  metric: [1, 5],
};

/**
 * @param slope rise over horizontal run @param stick length of a stick of its pipe, m
 * @returns over a stick, which is laid along the slope, and over what is held, level
 */
export function fallsOf(slope: number, stick: number, system: System): readonly [Fall, Fall, Fall] {
  const [short, long] = HELD[system];
  return [
    { over: stick, fall: (stick * slope) / Math.hypot(1, slope) },
    { over: short, fall: short * slope },
    { over: long, fall: long * slope },
  ];
}
