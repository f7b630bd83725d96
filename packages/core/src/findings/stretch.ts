import type { KnownStation } from '../trench';

/** Where along a run something stays under a limit. */
export interface Short {
  readonly at: number;
  /** How much is lacking at the worst place; more than nothing. */
  readonly by: number;
  readonly stretch: { readonly from: number; readonly to: number };
}

/**
 * The worst place where a value that runs straight between stations falls short of a limit, and the stretch
 * around it, or undefined if it nowhere does by more than `tolerance`.
 */
export function shortfall(
  stations: readonly KnownStation[],
  value: (station: KnownStation) => number,
  limit: number,
  tolerance: number,
): Short | undefined {
  let worst = -1;
  let by = tolerance;
  stations.forEach((station, index) => {
    const lack = limit - value(station);
    if (lack > by) {
      by = lack;
      worst = index;
    }
  });
  const at = stations[worst];
  if (!at) return undefined;
  const reach = (step: 1 | -1): number => {
    for (let index = worst; ; index += step) {
      const here = stations[index] as KnownStation;
      const next = stations[index + step];
      if (!next) return here.at;
      const lackHere = limit - value(here);
      const lackNext = limit - value(next);
      if (lackNext <= 0) return here.at + ((next.at - here.at) * lackHere) / (lackHere - lackNext);
    }
  };
  return { at: at.at, by, stretch: { from: reach(-1), to: reach(1) } };
}
