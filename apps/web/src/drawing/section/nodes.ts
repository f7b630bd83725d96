import type { LineShape } from '@alveus/core';
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
