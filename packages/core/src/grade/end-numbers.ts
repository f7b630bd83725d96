import type { Run } from '@alveus/plan';
import { lowEnd } from '@alveus/plan';
import { keptWith } from '../kept-with';

/** Levels of a network by number: the datum, then both ends of each run. */
export const DATUM = 0;
export const endA = (index: number): number => 1 + 2 * index;
export const endB = (index: number): number => 2 + 2 * index;
export const isEndA = (end: number): boolean => end % 2 === 1;
export const howMany = (runs: readonly Run[]): number => 1 + 2 * runs.length;

/** The lower and the higher end of each run, by which way its water goes. */
export interface EndNumbers {
  readonly low: Int32Array;
  readonly high: Int32Array;
}

export const endNumbers = keptWith((runs: readonly Run[]): EndNumbers => {
  const downToA = runs.map((run) => lowEnd(run) === 'a');
  return {
    low: Int32Array.from(downToA, (is, index) => (is ? endA(index) : endB(index))),
    high: Int32Array.from(downToA, (is, index) => (is ? endB(index) : endA(index))),
  };
});
