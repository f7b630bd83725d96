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

/** How many calls take about `span` milliseconds. */
function callsFor(work: () => unknown, span: number): number {
  for (let warm = 0; warm < 20; warm += 1) work();
  return Math.max(1, Math.round(span / Math.max(1e-4, time(work, 5))));
}

/** Medians of both over the rounds, and of their ratio round by round. */
export function compare(
  a: () => unknown,
  b: () => unknown,
  rounds = 25,
  span = 25,
): { a: number; b: number; ratio: number } {
  const [callsA, callsB] = [callsFor(a, span), callsFor(b, span)];
  const pairs = Array.from({ length: rounds }, () => [time(a, callsA), time(b, callsB)] as const);
  return {
    a: median(pairs.map(([x]) => x)),
    b: median(pairs.map(([, y]) => y)),
    ratio: median(pairs.map(([x, y]) => x / y)),
  };
}

export const ms = (value: number): string => `${value.toFixed(value < 1 ? 3 : 2)} ms`;
