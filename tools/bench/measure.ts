/** Ratios of two pieces of work, measured in turns so that a drift of the machine hits both alike. */

export interface Row {
  readonly name: string;
  readonly value: number;
  readonly limit: number;
  /** Whether the value must stay under the limit, or over it. */
  readonly keep: 'at most' | 'at least';
  readonly detail: string;
}

export const holds = ({ value, limit, keep }: Row): boolean => (keep === 'at most' ? value <= limit : value >= limit);

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Milliseconds of one call, over enough calls to be read from the clock. */
function time(work: () => unknown, calls: number): number {
  const start = performance.now();
  for (let call = 0; call < calls; call += 1) work();
  return (performance.now() - start) / calls;
}

/** How many calls take about `span` milliseconds, once it runs as fast as it will. */
function callsFor(work: () => unknown, span: number): number {
  const until = performance.now() + WARM;
  do work();
  while (performance.now() < until);
  return Math.max(1, Math.round(span / Math.max(1e-4, time(work, 5))));
}

const WARM = 600;
/** Rounds are added until the middle of their ratios is known this well, and at most so many. */
const SURE = 0.02;
const MOST_ROUNDS = 160;

export interface Compared {
  readonly a: number;
  readonly b: number;
  readonly ratio: number;
  /** Half of the interval in which the ratio lies in 19 of 20 cases, as a share of it. */
  readonly unsure: number;
}

/** Medians of both over the rounds, and of their ratio round by round. */
export function compare(a: () => unknown, b: () => unknown, rounds = 25, span = 25): Compared {
  const [callsA, callsB] = [callsFor(a, span), callsFor(b, span)];
  const pairs: (readonly [number, number])[] = [];
  const ratios = (): number[] => pairs.map(([x, y]) => x / y);
  while (pairs.length < rounds || (pairs.length < MOST_ROUNDS && unsureOf(ratios()) > SURE))
    pairs.push([time(a, callsA), time(b, callsB)]);
  return {
    a: median(pairs.map(([x]) => x)),
    b: median(pairs.map(([, y]) => y)),
    ratio: median(ratios()),
    unsure: unsureOf(ratios()),
  };
}

/** How far the median of some values may be off, by their order: the usual distribution-free interval. */
export function unsureOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = 0.98 * Math.sqrt(sorted.length);
  const at = (place: number): number => sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(place)))] as number;
  const middle = (sorted.length - 1) / 2;
  return (at(middle + half) - at(middle - half)) / 2 / median(sorted);
}

export const ms = (value: number): string => `${value.toFixed(value < 1 ? 3 : 2)} ms`;

/** How sure a ratio is, in words. */
export const sure = ({ unsure }: Compared): string => `± ${(100 * unsure).toFixed(1)} %`;
