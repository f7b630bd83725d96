import type { Digging, UpRun } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { FOOT, INCH } from '../units';

/** What is dug by: a level over the whole site, a rod that tells elevations itself, or a laser in the pipe. */
export type Instrument =
  | { readonly by: 'level'; readonly height: number }
  | { readonly by: 'direct' }
  /** The beam at the low end of its run, m, and how much it rises for one along. */
  | { readonly by: 'laser'; readonly low: number; readonly slope: number };

/** As crews have them as long as nobody says otherwise: common practice. */
export const DEFAULT_DIGGING: Digging = {
  kind: 'digging',
  id: ONLY,
  rod: 16 * FOOT,
  trust: 0.02 * FOOT,
  beam: 6 * INCH,
  dial: { least: -0.15, most: 0.4, step: 0.00001 },
};

/** Elevation of the line of sight, m; undefined of a rod that needs none. */
export function sightAt(instrument: Instrument, at: UpRun): number | undefined {
  switch (instrument.by) {
    case 'level':
      return instrument.height;
    case 'direct':
      return undefined;
    case 'laser':
      return instrument.low + instrument.slope * at;
  }
}

/** What a rod reads that stands at an elevation: the line of sight less that, or the elevation itself. */
export function readingOf(instrument: Instrument, elevation: number, at: UpRun): number {
  const sight = sightAt(instrument, at);
  return sight === undefined ? elevation : sight - elevation;
}

export function elevationOf(instrument: Instrument, reading: number, at: UpRun): number {
  const sight = sightAt(instrument, at);
  return sight === undefined ? reading : sight - reading;
}

/** Why a reading cannot be taken: what the rod is to stand on lies over the line of sight, or too far under it. */
export type Unseen = 'over' | 'short';

export function unseenBy(instrument: Instrument, reading: number, rod: number): Unseen | undefined {
  if (instrument.by === 'direct') return undefined;
  if (reading < 0) return 'over';
  return reading > rod ? 'short' : undefined;
}
