/** A level receiver on the rod: it tells, several times a second, where the beam meets it. */

export interface Beat {
  /** Seconds since it was switched on. */
  readonly at: number;
  /** What the rod reads, m; undefined while the beam does not meet it. */
  readonly reading: number | undefined;
}

/** What any receiver is to the app: it is switched on with somebody who listens, and off by what that gives back. */
export type Receiver = (listen: (beat: Beat) => void) => () => void;

/** So many beats one after another, none further from their middle than this, are a reading: m, common practice. */
export const STEADY = { beats: 6, within: 0.003 } as const;

/** The reading that beats have come to rest at, the last one last; a beat without the beam begins anew. */
export function steadyReading(beats: readonly Beat[]): number | undefined {
  const last = beats.slice(-STEADY.beats);
  if (last.length < STEADY.beats) return undefined;
  let sum = 0;
  for (const { reading } of last) {
    if (reading === undefined) return undefined;
    sum += reading;
  }
  const middle = sum / last.length;
  return last.every(({ reading }) => Math.abs((reading as number) - middle) <= STEADY.within) ? middle : undefined;
}
