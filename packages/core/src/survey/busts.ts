import type { Shot, Uuid } from '@alveus/plan';

/**
 * Where in a loop a wrong reading is likely. A place that was shot from two setups tells whether elevation was carried
 * well from one to the other: where it was, the mistake is not between them; where it is off by what the loop misses,
 * it is.
 */

/** What was read of one place from a setup, by the place of that setup in the loop. */
interface Sighting {
  readonly at: number;
  readonly elevation: number;
}

/**
 * @param path the setups of the loop in order @param shots from a setup, those that stand
 * @param found elevation of what a shot stood on, not adjusted
 * @param known elevation of a benchmark
 * @param misclosure what the loop misses, m @param within readings nearer than this are one, m
 * @returns setups among which it is likely; nothing where the readings cannot tell
 */
export function suspectsIn(
  path: readonly Uuid[],
  shots: (setup: Uuid) => readonly Shot[],
  found: (shot: Uuid) => number | undefined,
  known: (benchmark: Uuid) => number | undefined,
  misclosure: number,
  within: number,
): readonly Uuid[] {
  const sightings = new Map<string, Sighting[]>();
  path.forEach((setup, at) => {
    for (const shot of shots(setup)) {
      const elevation = shot.sight === 'fore' ? found(shot.id) : undefined;
      if (elevation === undefined || shot.reading.by === 'direct') continue;
      const place = placeOf(shot);
      sightings.set(place, [...(sightings.get(place) ?? []), { at, elevation }]);
    }
  });
  // Turn k carries elevation from setup k - 1 to setup k; the first from the benchmark, the last back to one.
  const suspected = new Set(path.map((_, turn) => turn).concat(path.length));
  let reported = false;
  const carried = (from: number, to: number, off: number): void => {
    const among = (turn: number): boolean => turn > from && turn <= to;
    if (Math.abs(off) <= within)
      for (const turn of suspected) reported = (among(turn) && suspected.delete(turn)) || reported;
    else if (Math.abs(Math.abs(off) - Math.abs(misclosure)) <= within)
      for (const turn of suspected) reported = (!among(turn) && suspected.delete(turn)) || reported;
  };
  const last = path.length - 1;
  for (const [place, list] of sightings) {
    list.forEach((sighting, index) => {
      // A benchmark on the way tells for itself; that at the end is the loop's own.
      const level = place.startsWith('b') ? known(place.slice(1)) : undefined;
      if (level !== undefined && sighting.at < last) carried(-1, sighting.at, sighting.elevation - level);
      for (const other of list.slice(index + 1)) carried(sighting.at, other.at, other.elevation - sighting.elevation);
    });
  }
  if (!reported || suspected.size === 0) return [];
  const setups = new Set<number>();
  for (const turn of suspected) for (const at of [turn - 1, turn]) if (at >= 0 && at <= last) setups.add(at);
  // Where it may be anywhere still, nothing is told.
  return setups.size === path.length ? [] : [...setups].sort((a, b) => a - b).map((at) => path[at] as Uuid);
}

function placeOf({ target }: Shot): string {
  switch (target.on) {
    case 'benchmark':
      return `b${target.benchmark}`;
    case 'turning':
      return `t${target.name}`;
    case 'node':
      return `n${target.node} ${target.what}`;
    case 'run':
      return `r${target.run} ${target.at.toFixed(2)}`;
  }
}
