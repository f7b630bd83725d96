import type { Evaluation, RunEnd } from '@alveus/core';
import { fixDrop, waysToMove } from '@alveus/core';
import type { PipeEnd, StructureRow } from '@alveus/core/compare/structures';
import type { Edit } from '@alveus/plan';

/** What becomes of a level that is typed in the table of structures. */

/** The ways to bring a pipe's end there; none where facts elsewhere hold it. */
export const waysFor = ({ plan, grade }: Evaluation, { run }: PipeEnd, end: RunEnd, to: number) =>
  waysToMove(plan, grade, run, end, to);

/** The rim, as the structure has it: of its own, or the ground there. */
export function rimEdit({ plan, shots }: Evaluation, { node: id }: StructureRow, rim: number | undefined): Edit[] {
  const node = plan.node[id];
  if (!node) return [];
  if (node.rim !== undefined || shots.nodes.has(id)) {
    const { rim: _before, ...rest } = node;
    return [{ op: 'put', item: rim === undefined ? rest : { ...rest, rim } }];
  }
  if (rim !== undefined)
    return [{ op: 'put', item: { ...plan.nodeGround[id], kind: 'nodeGround', id, elevation: rim } }];
  return plan.nodeGround[id] ? [{ op: 'remove', kind: 'nodeGround', id }] : [];
}

/** The fall through a structure, from the pipe of the route that comes in. */
export function dropEdits({ plan }: Evaluation, row: StructureRow, drop: number | undefined): Edit[] {
  const run = plan.run[row.in?.run ?? ''];
  return run ? fixDrop(plan, run, drop).map((item) => ({ op: 'put', item })) : [];
}
