import type { LineShape, Preview } from '@alveus/core';
import { nodeLevel, portsOf, sizeOf } from '@alveus/core';
import type { NodeForm, Uuid } from '@alveus/plan';
import { formOf, sumpOf, upperOf } from '@alveus/plan';
import type { Look } from '../looks';
import { LOOKS } from '../looks';
import { box, path } from '../scale';
import { arrivals } from './arrivals';
import type { SectionFrame } from './frame';
import { runShapes } from './geometry';
import { handlesOf, knobPaths } from './handles';
import { nameRows } from './nameRows';
import { nodesOf } from './nodes';
import { linePaths } from './paths';

/** What of a long section moves while an invert is dragged, as paths: a frame writes those that differ, and draws nothing anew. */
export type MovingPart =
  | `layer-${Look}`
  | 'earth'
  | 'ground'
  | 'outside'
  | 'inside'
  | 'invert'
  | 'arrows'
  | 'boxes'
  | 'lids'
  | 'leaders'
  | 'free'
  | 'fixed';

export interface Moving {
  readonly evaluation: Preview;
  readonly line: LineShape;
}

/** Which of a line's runs are drawn. */
export type Of = (run: Uuid) => boolean;

export function movingPaths(
  { evaluation, line }: Moving,
  frame: SectionFrame,
  handles: boolean,
  of: Of = () => true,
): Record<MovingPart, string> {
  const paths = linePaths(runShapes(evaluation, line, frame.x.factor, of), frame);
  const layers = Object.fromEntries(LOOKS.map((look) => [`layer-${look}`, paths.layers.get(look) ?? ''])) as Record<
    `layer-${Look}`,
    string
  >;
  const { earth, ground, outside, inside, invert } = paths;
  return {
    ...layers,
    earth,
    ground,
    outside,
    inside,
    invert,
    arrows: arrivals(line, evaluation, frame, of)
      .map(({ x, y, side }) =>
        path([
          [x + side * 9, y - 6],
          [x, y],
          [x + side * 9, y + 6],
        ]),
      )
      .join(''),
    ...structurePaths(line, evaluation, frame, of),
    ...(handles ? knobPaths(handlesOf(line, evaluation, of), frame) : { free: '', fixed: '' }),
  };
}

/**
 * The runs of which something is drawn otherwise than in another evaluation of the plan: those whose results differ, and
 * their neighbours, whose knobs make room for each other at a node.
 */
export function movedRuns({ evaluation, line }: Moving, rest: Preview): ReadonlySet<Uuid> {
  const moved = new Set<Uuid>();
  const { runs } = line.order;
  const differs = (id: Uuid): boolean => evaluation.runs.get(id) !== rest.runs.get(id);
  runs.forEach((run, index) => {
    for (const id of evaluation.topology.arriving.get(upperOf(run)) ?? []) if (differs(id)) moved.add(id);
    if (!differs(run.id)) return;
    for (const near of [runs[index - 1], run, runs[index + 1]]) if (near) moved.add(near.id);
  });
  return moved;
}

/** What is built from the ground down to the pipe, and drawn so: boxes, and pipe that stands up from the line. */
const stands = (form: NodeForm): boolean => formOf(form).box === true || formOf(form).riser === true;

/** Boxes from their rim to their bottom inside, and a leader from each name down to its place. */
function structurePaths(
  line: LineShape,
  { plan, shots, runs }: Preview,
  frame: SectionFrame,
  of: Of,
): Record<'boxes' | 'lids' | 'leaders', string> {
  const all = { boxes: '', lids: '', leaders: '' };
  const names = nameRows(line, plan, frame);
  const { x, y } = frame;
  nodesOf(line).forEach(({ id, at, run, end }, index) => {
    if (!of(run)) return;
    const node = plan.node[id];
    const level = node?.rim ?? nodeLevel(plan, shots, id)?.elevation;
    const invert = runs.get(run)?.grade[end];
    const px = Math.round(x.to(at) * 10) / 10;
    const ground = level === undefined ? undefined : Math.round(y.to(level) * 10) / 10;
    const low = invert === undefined ? undefined : y.to(invert);
    const name = names[index];
    if (name?.text) all.leaders += `M${px} ${name.y + 4}V${Math.round(ground ?? low ?? name.y + 8)}`;
    if (!node || !stands(node.form) || ground === undefined || invert === undefined) return;
    all.lids += `M${px - 8} ${ground}h16`;
    const hole = plan.hole[id];
    if (!hole) {
      const bottom = y.to(invert - sumpOf(node));
      all.boxes += box(px - 5, ground, 10, Math.max(4, bottom - ground + 4));
      return;
    }
    // As large as it is: by its ports, or down to its floor and its sump.
    const ports = portsOf(hole, node.form);
    const top = ports
      ? invert + (end === 'high' ? ports.outlet : ports.inlet)
      : invert - sumpOf(node) - hole.floor + hole.tall;
    const [wide, over] = [Math.max(10, sizeOf(hole).along * x.factor), y.to(top)];
    all.boxes += box(px - wide / 2, over, wide, Math.max(4, y.to(top - hole.tall) - over));
    const shaft = Math.max(6, (hole.riser ?? 0) * x.factor);
    if (over > ground + 1) all.boxes += box(px - shaft / 2, ground, shaft, over - ground);
  });
  return all;
}
