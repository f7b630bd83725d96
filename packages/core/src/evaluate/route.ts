import type { ItemOf, UpLine, Uuid } from '@alveus/plan';
import { lowerOf } from '@alveus/plan';
import type { LineShape } from '../results';
import type { Preview } from './regrade';

/** A line's share of a route: from its own low end up to where the route leaves it. */
export interface RoutePart {
  readonly line: LineShape;
  /** Along the route, m. */
  readonly from: UpLine;
  readonly to: UpLine;
}

/**
 * Runs one after the other as they are looked along, from the low end up: a line by itself, or the whole route of its
 * water through the lines below it to where it leaves. It is called as the line at its upper end.
 */
export interface Route extends LineShape {
  readonly parts: readonly RoutePart[];
}

/** A line as a route by itself. */
export function lineRoute(line: LineShape): Route {
  return { ...line, parts: [{ line, from: 0, to: line.order.length }] };
}

/** What is read of a plan for it. */
type Within = Pick<Preview, 'lines' | 'topology'> & { readonly plan: Pick<Preview['plan'], 'run'> };

/**
 * The route that the water of a line takes to where it leaves the job. Where it parts, it follows the first that goes on,
 * by name; where lines make a ring it ends before it would come round.
 */
export function routeOut({ lines, topology, plan }: Within, line: LineShape): Route {
  const below: { readonly line: LineShape; readonly runs: number }[] = [];
  const seen = new Set<Uuid>([line.id]);
  for (let at: LineShape | undefined = line; at;) {
    const lowest: ItemOf<'run'> | undefined = at.order.runs[0];
    const next: Uuid | undefined = lowest && topology.leaving.get(lowerOf(lowest))?.[0];
    const on: LineShape | undefined = next === undefined ? undefined : lines.get(plan.run[next]?.line ?? '');
    at = undefined;
    if (!on || seen.has(on.id)) break;
    seen.add(on.id);
    below.unshift({ line: on, runs: on.order.runs.findIndex(({ id }) => id === next) + 1 });
    at = on;
  }
  if (below.length === 0) return lineRoute(line);
  const runs: ItemOf<'run'>[] = [];
  const starts: UpLine[] = [];
  const parts: RoutePart[] = [];
  let from = 0;
  for (const { line: shape, runs: many } of [...below, { line, runs: line.order.runs.length }]) {
    const { order } = shape;
    runs.push(...order.runs.slice(0, many));
    for (const start of order.starts.slice(0, many)) starts.push(from + start);
    const to = from + (order.starts[many] ?? order.length);
    parts.push({ line: shape, from, to });
    from = to;
  }
  return { id: line.id, line: line.line, order: { runs, starts, length: from, astray: [] }, parts };
}

/** The line that a place on a route lies on. A node between two parts belongs to the upper one. */
export function partAt({ parts }: Route, along: UpLine): RoutePart | undefined {
  return parts.findLast(({ from }) => from <= along) ?? parts[0];
}

/** Where the water of a line leaves the job; undefined where nothing is known of it, or it goes round. */
export function outletOf(within: Within, line: Uuid): Uuid | undefined {
  const shape = within.lines.get(line);
  const lowest = shape && routeOut(within, shape).order.runs[0];
  const node = lowest && lowerOf(lowest);
  return node === undefined || (within.topology.leaving.get(node) ?? []).length > 0 ? undefined : node;
}
