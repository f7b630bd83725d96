import type { Evaluation, NodeSpot } from '@alveus/core';
import { lowerOf, upperOf } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import type { Size, SketchView } from './view';
import { toScreen } from './view';

/** What lies under a point of the sketch, as far off as a gloved finger may miss it, px. */
const NEAR_NODE = 26;
const NEAR_RUN = 20;

type Point = { readonly x: number; readonly y: number };

interface Sketch {
  readonly evaluation: Evaluation;
  readonly spots: ReadonlyMap<Uuid, NodeSpot>;
  readonly view: SketchView;
  readonly size: Size;
}

export function nodeAt({ spots, view, size }: Sketch, point: Point): Uuid | undefined {
  let best: { id: Uuid; away: number } | undefined;
  for (const [id, spot] of spots) {
    const at = toScreen(view, size, spot);
    const away = Math.hypot(at.x - point.x, at.y - point.y);
    if (away <= NEAR_NODE && (!best || away < best.away)) best = { id, away };
  }
  return best?.id;
}

/** @returns the run and how far up it from its lower node, m */
export function runAt({ evaluation, spots, view, size }: Sketch, point: Point): { run: Uuid; at: number } | undefined {
  let best: { run: Uuid; at: number; off: number } | undefined;
  for (const run of evaluation.runs.values()) {
    const [a, b] = [spots.get(lowerOf(run.run)), spots.get(upperOf(run.run))];
    if (!a || !b) continue;
    const { off, share } = alongLine(toScreen(view, size, a), toScreen(view, size, b), point);
    if (off < NEAR_RUN && (!best || off < best.off)) best = { run: run.id, at: share * run.length, off };
  }
  return best && { run: best.run, at: best.at };
}

/** How far a point lies off a line on the screen, and how far along it. */
function alongLine(a: Point, b: Point, p: Point): { off: number; share: number } {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const share = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / Math.max(1e-9, dx * dx + dy * dy)));
  return { off: Math.hypot(a.x + dx * share - p.x, a.y + dy * share - p.y), share };
}
