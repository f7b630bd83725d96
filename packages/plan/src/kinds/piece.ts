import type { FromA, Uuid } from '../values';
import type { Along, Put, Span } from './declare';

/**
 * A stretch of a run as it was, and where it lies now: what a split or a join leaves behind in the plan, so that
 * what was told of the run before finds its place in what came of it.
 */
export interface Piece {
  /** The stretch of the run as it was; without `to`, up to its end b and past it. */
  readonly from: FromA;
  readonly to?: FromA | undefined;
  /** The run that it is part of now, and where on it `from` lies; `turned` where it is counted backwards from there. */
  readonly run: Uuid;
  readonly at: FromA;
  readonly turned?: boolean | undefined;
}

/** Shorter stretches are no stretches: nobody sets out to less. */
const LEAST = 1e-6;

/** Where a span of the run as it was lies on a piece; undefined where none of it does. */
export function spanOn({ from, to, at, turned }: Piece, span: Span): Omit<Put, 'of'> | undefined {
  const point = span.from === span.to;
  // A point on the cut belongs to one piece only: the one that ends there.
  if (point ? !holds(from, to, span.from) : span.to <= from || (to !== undefined && span.from >= to)) return undefined;
  const low = point ? span.from : Math.max(from, span.from);
  const high = point ? span.from : to === undefined ? span.to : Math.min(to, span.to);
  if (!point && high - low < LEAST) return undefined;
  const place = (along: FromA): FromA => Math.max(0, at + (turned ? from - along : along - from));
  const [first, last] = turned ? [high, low] : [low, high];
  return { from: place(first), to: place(last), was: { from: first, to: last } };
}

function holds(from: FromA, to: FromA | undefined, at: FromA): boolean {
  return (at > from || (from === 0 && at === 0)) && (to === undefined || at <= to);
}

/** What of an item lies on a piece of its run. */
export function itemOn<T>(along: Along<T>, item: T, piece: Piece): T | undefined {
  const spans: Put[] = [];
  along.spans(item).forEach((span, of) => {
    const on = spanOn(piece, span);
    if (on) spans.push({ ...on, of });
  });
  return spans.length === 0 ? undefined : along.put(item, piece.run, spans);
}
