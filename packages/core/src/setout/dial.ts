import type { Dial, Digging } from '@alveus/plan';
import type { RunShape } from '../results';
import type { Instrument } from './instrument';

/** What a pipe laser is set to for a slope. */
export interface Dialled {
  /** As it is set: up from the structure that it stands in, or down. */
  readonly slope: number;
  /** What it is set to beyond what is asked, for one along: from being rounded to the dial's step. */
  readonly off: number;
  /** Whether the laser goes so far. */
  readonly within: boolean;
}

/** @param from the end of the run that it stands at; the beam goes to the other */
export function dialled(slope: number, from: 'low' | 'high', { least, most, step }: Dial): Dialled {
  const wanted = from === 'low' ? slope : -slope;
  const set = Math.round(wanted / step) * step || 0;
  return { slope: set, off: set - wanted, within: set >= least - 1e-12 && set <= most + 1e-12 };
}

/** The beam of a laser in the pipe of a run, as its dial can be set; undefined while the run has no grade. */
export function laserIn(
  { grade: { low, high, slope }, length }: Pick<RunShape, 'grade' | 'length'>,
  from: 'low' | 'high',
  { beam, dial }: Pick<Digging, 'beam' | 'dial'>,
): (Dialled & { readonly instrument: Extract<Instrument, { by: 'laser' }> }) | undefined {
  if (low === undefined || high === undefined || slope === undefined) return undefined;
  const set = dialled(slope, from, dial);
  const rises = from === 'low' ? set.slope : -set.slope;
  const start = from === 'low' ? low + beam : high + beam - rises * length;
  return { ...set, instrument: { by: 'laser', low: start, slope: rises } };
}
