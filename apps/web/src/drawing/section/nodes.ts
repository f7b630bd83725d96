import type { Evaluation, LineShape } from '@alveus/core';
import { footOf } from '@alveus/core';
import { lowerOf, upperOf } from '@alveus/plan';

export interface SectionNode {
  readonly id: string;
  /** Distance along the line, m. */
  readonly at: number;
  /** The run whose end stands for its lowest invert. */
  readonly run: string;
  readonly end: 'low' | 'high';
}

/** The nodes of a line from its outlet up. */
export function nodesOf({ order }: LineShape): SectionNode[] {
  const nodes = order.runs.map((run, index): SectionNode => ({
    id: upperOf(run),
    at: order.starts[index + 1] ?? order.length,
    run: run.id,
    end: 'high',
  }));
  const [outlet] = order.runs;
  return outlet ? [{ id: lowerOf(outlet), at: 0, run: outlet.id, end: 'low' }, ...nodes] : nodes;
}

/** The lowest and the highest of what stands or is dug at nodes along a line. */
export const levelsOfHoles = ({ holes }: Pick<Evaluation, 'holes'>, line: LineShape): number[] =>
  nodesOf(line).flatMap(({ id }) => {
    const { bottom, body } = holes.get(id) ?? {};
    return [bottom, body?.top].filter((level) => level !== undefined);
  });

/** How far the bottoms of the holes at both ends of a line reach past them, m. */
export function endsOf({ holes }: Pick<Evaluation, 'holes'>, line: LineShape): readonly [low: number, high: number] {
  const nodes = nodesOf(line);
  const past = (id: string | undefined): number => {
    const hole = id === undefined ? undefined : holes.get(id)?.hole;
    return hole ? footOf(hole).long / 2 : 0;
  };
  return [past(nodes[0]?.id), past(nodes[nodes.length - 1]?.id)];
}
