import type { Evaluation, RunResult } from '@alveus/core';
import { crossingsAt } from '@alveus/core';
import { formOf, lowerOf, serviceOf, upperOf } from '@alveus/plan';
import type { NodeForm, Service, Utility, Uuid } from '@alveus/plan';
import type { Point } from '../scale';
import { box, disc, path } from '../scale';

type Spot = { readonly x: number; readonly y: number };

/** A run where it is drawn, from its lower to its upper node. */
export interface DrawnRun {
  readonly run: RunResult;
  readonly a: Spot;
  readonly b: Spot;
  readonly service: Service;
}

export function drawnRuns(evaluation: Evaluation, placed: ReadonlyMap<Uuid, Spot>): DrawnRun[] {
  return [...evaluation.runs.values()].flatMap((run) => {
    const [a, b] = [placed.get(lowerOf(run.run)), placed.get(upperOf(run.run))];
    const line = evaluation.plan.line[run.run.line];
    return a && b && line ? [{ run, a, b, service: line.service }] : [];
  });
}

/** A utility where it is drawn; its letter stands at `a`. */
export interface DrawnUtility {
  readonly crossing: Uuid;
  readonly utility: Utility;
  readonly a: Spot;
  readonly b: Spot;
}

/** How far a utility across a run is drawn to each side, px. */
const REACH = 34;

/** Radius of what its letter stands on, px. */
export const UTILITY_MARK = 9;

/** Utilities across and beside the runs. */
export function drawnUtilities(
  evaluation: Pick<Evaluation, 'runs' | 'site' | 'crossings'>,
  placed: ReadonlyMap<Uuid, Spot>,
  zoom: number,
): DrawnUtility[] {
  return [...evaluation.runs.values()].flatMap(({ run, length }) => {
    const crossings = crossingsAt(evaluation, run.id);
    // From end a, as it is told: on the same side of the pipe whichever way that flows.
    const [from, to] = [placed.get(run.a), placed.get(run.b)];
    if (crossings.length === 0 || !from || !to || length <= 0) return [];
    const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
    const long = Math.hypot(ux, uy) || 1;
    const [nx, ny] = [-uy / long, ux / long];
    /** @param sideways px */
    const at = (along: number, sideways: number): Spot => ({
      x: from.x + ux * along + nx * sideways,
      y: from.y + uy * along + ny * sideways,
    });
    return crossings.map(({ crossing: { id, utility, lies } }): DrawnUtility => {
      if (lies.how === 'across') return { crossing: id, utility, a: at(lies.at, REACH), b: at(lies.at, -REACH) };
      const sideways = lies.off * zoom;
      return { crossing: id, utility, a: at(lies.from, sideways), b: at(lies.to, sideways) };
    });
  });
}

/** Runs of like services make one path each. */
export function servicePaths(
  runs: readonly DrawnRun[],
): { key: string; d: string; dash: string | undefined; width: number }[] {
  const paths = new Map<string, { key: string; d: string; dash: string | undefined; width: number }>();
  for (const { a, b, service } of runs) {
    const { dash, width } = serviceOf(service);
    const key = `${dash ?? 'whole'} ${width}`;
    const cached = paths.get(key);
    const d = path([
      [a.x, a.y],
      [b.x, b.y],
    ]);
    if (cached) cached.d += d;
    else paths.set(key, { key, d, dash, width });
  }
  return [...paths.values()];
}

/** Runs shorter than this on the screen have no room for an arrow, px. */
const ROOM = 30;

/** Arrows down the runs. */
export function arrowPath(runs: readonly DrawnRun[]): string {
  let d = '';
  for (const { a, b } of runs) {
    const long = Math.hypot(b.x - a.x, b.y - a.y);
    if (long < ROOM) continue;
    const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
    const [mx, my] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
    const at = (along: number, sideways: number): Point => [
      mx + ux * along - uy * sideways,
      my + uy * along + ux * sideways,
    ];
    d += path([at(5, -5), at(-5, 0), at(5, 5)], true);
  }
  return d;
}

/** What stands at a node, as a mark of its own; marks of one look make one path. */
export type NodeLook = 'plain' | 'outlet' | 'bar';

function markOf(form: NodeForm, outlet: boolean, { x, y }: Spot): { look: NodeLook; d: string } {
  const plain = (d: string): { look: NodeLook; d: string } => ({ look: 'plain', d });
  const { mark, box: boxed } = formOf(form);
  switch (mark) {
    case 'house':
      return plain(`M${x - 11} ${y + 9}v-12l11 -9l11 9v12Z`);
    case 'tank':
      return plain(`M${x - 5} ${y - 8}h10a8 8 0 0 1 0 16h-10a8 8 0 0 1 0 -16Z`);
    case 'bar':
      return { look: 'bar', d: `M${x - 8} ${y}h16` };
    case 'funnel':
      return plain(`M${x - 7} ${y - 7}h14l-7 15Z`);
    default:
      if (outlet) return { look: 'outlet', d: `M${x - 9} ${y - 8}h18l-9 17Z` };
      return plain(boxed ? box(x - 7, y - 7, 14, 14) : disc(x, y, 5));
  }
}

export function nodePaths(
  { plan, topology }: Evaluation,
  placed: ReadonlyMap<Uuid, Spot>,
): Readonly<Record<NodeLook, string>> {
  const paths: Record<NodeLook, string> = { plain: '', outlet: '', bar: '' };
  for (const [id, here] of placed) {
    const node = plan.node[id];
    if (!node) continue;
    const spot = { x: Math.round(here.x * 10) / 10, y: Math.round(here.y * 10) / 10 };
    const { look, d } = markOf(node.form, !topology.leaving.has(id), spot);
    paths[look] += d;
  }
  return paths;
}
