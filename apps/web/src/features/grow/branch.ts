import type { Evaluation, Spot } from '@alveus/core';
import type { RunStart } from '@alveus/core/grow';
import { networkSpots, placeItem } from '@alveus/core';
import { extendLine, startLine } from '@alveus/core/grow';
import { applyEdits, lowerOf, upperOf } from '@alveus/plan';
import type { Edit, Plan, Service, Uuid } from '@alveus/plan';

/** The line that ends at a node, if one does. */
export function lineEndingAt({ lines }: Evaluation, node: Uuid) {
  return [...lines.values()].find(({ order }) => {
    const last = order.runs[order.runs.length - 1];
    return last !== undefined && upperOf(last) === node;
  });
}

export interface Branching {
  readonly node: Uuid;
  /** The line that goes on; undefined for a branch of its own. */
  readonly on: Uuid | undefined;
  readonly called: string;
  readonly service: Service;
  /** The first run, given its number on its line, and the plan that has that line. */
  readonly run: (number: number, plan: Plan, line: Uuid) => RunStart;
}

/** A new length of pipe up from a node: its line goes on, or a branch begins there. */
export function branchEdits(
  evaluation: Evaluation,
  { node, on, called, service, run }: Branching,
  newId: () => Uuid,
): { readonly line: Uuid; readonly upper: Uuid; readonly edits: Edit[] } {
  const { plan, lines, topology } = evaluation;
  const start = on === undefined ? startLine(plan, { name: called, service, at: node }, newId) : undefined;
  const line = start?.line ?? on ?? '';
  const base = start ? applyEdits(plan, start.edits) : plan;
  const number = (lines.get(line)?.order.runs.length ?? 0) + 1;
  // A branch of one run is called as its run is: there would else be a Run 1 on every line.
  const begun = run(number, base, line);
  const first = number === 1 ? { ...begun, name: called } : begun;
  const made = extendLine(base, line, first, newId, node);
  const edits = [...(start?.edits ?? []), ...made.edits];
  const upper = applyEdits(base, made.edits).run[made.run]?.b ?? '';
  const spot = plan.nodePlace[node] && networkSpots(plan, topology).get(node);
  if (spot) {
    // On a sketch the new node is put where the schematic would lay it, to be moved from there.
    const turn = on === undefined ? Math.PI / 4 : 0;
    edits.push({ op: 'put', item: placeItem(upper, onward(plan, node, spot, first.length, turn)) });
  }
  return { line, upper, edits };
}

/** Straight on from the run that leaves the node, or turned off it. */
function onward(plan: Plan, node: Uuid, spot: Spot, length: number, turn: number): Spot {
  const leaving = Object.values(plan.run).find((run) => upperOf(run) === node);
  const from = leaving && plan.nodePlace[lowerOf(leaving)];
  const heading = (from ? Math.atan2(spot.north - from.north, spot.east - from.east) : Math.PI / 2) + turn;
  return { east: spot.east + length * Math.cos(heading), north: spot.north + length * Math.sin(heading) };
}
