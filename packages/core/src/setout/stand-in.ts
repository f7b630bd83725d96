import type { Beat, Receiver } from './receiver';

/** A receiver that is none: it makes up what a real one would tell, with the faults of one. */

export interface StandInFaults {
  /** How far beats lie off, as often as not, m. */
  readonly noise: number;
  /** The instrument sinks so far in a minute, m: a leg in soft ground. */
  readonly drift: number;
  /** Of all beats, those that miss the beam. */
  readonly lost: number;
}

export const NO_FAULTS: StandInFaults = { noise: 0.0008, drift: 0, lost: 0 };

export interface StandInWorld {
  /** What the rod would read there now; undefined where the beam does not come. */
  readonly truth: () => number | undefined;
  /** Seconds since the instrument was set up. */
  readonly stood: () => number;
  /** Evenly between 0 and 1. */
  readonly random: () => number;
  /** Calls again and again, so many seconds apart. @returns ends it */
  readonly every: (seconds: number, tick: () => void) => () => void;
}

/** Beats in a second. */
export const BEAT = 0.1;

export function standIn({ truth, stood, random, every }: StandInWorld, faults: StandInFaults): Receiver {
  return (listen) => {
    let beats = 0;
    return every(BEAT, () => {
      beats += 1;
      listen({ at: beats * BEAT, reading: readingNow(truth(), stood(), random, faults) });
    });
  };
}

function readingNow(
  truth: number | undefined,
  stood: number,
  random: () => number,
  { noise, drift, lost }: StandInFaults,
): Beat['reading'] {
  const missed = random() < lost;
  // The sum of three is near enough to how readings scatter.
  const off = (random() + random() + random() - 1.5) * 2 * noise;
  return truth === undefined || missed ? undefined : truth - (drift * stood) / 60 + off;
}
