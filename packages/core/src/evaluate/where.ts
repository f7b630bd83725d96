import type { UpLine, Uuid } from '@alveus/plan';
import type { Finding, LineShape } from '../results';
import type { Evaluation } from './evaluation';
import { distanceOf } from './stations';

/** A place on a line. */
export interface OnLine {
  readonly line: LineShape;
  readonly distance: UpLine;
}

/** Where a finding is to be gone to: its place on its run, or the node that it is told of, on a line through it. */
export function whereIs(
  { line: own, run, node, at }: Partial<Pick<Finding, 'line' | 'run' | 'node' | 'at'>>,
  { lines, runs }: Evaluation,
): OnLine | undefined {
  if (run !== undefined && at !== undefined) {
    const line = lines.get(runs.get(run)?.run.line ?? '');
    const distance = line && distanceOf(line, run, at);
    return line && distance !== undefined ? { line, distance } : undefined;
  }
  const through = own === undefined ? [...lines.values()] : [lines.get(own)].filter((line) => line !== undefined);
  if (node === undefined) return through[0] && own !== undefined ? { line: through[0], distance: 0 } : undefined;
  for (const line of through) {
    const distance = nodeOn(line, node, runs);
    if (distance !== undefined) return { line, distance };
  }
  return undefined;
}

function nodeOn(line: LineShape, node: Uuid, runs: Evaluation['runs']): UpLine | undefined {
  for (const { id, a, b, flow } of line.order.runs) {
    const [lower, upper] = flow === 'to-a' ? [a, b] : [b, a];
    if (lower === node) return distanceOf(line, id, 0);
    if (upper === node) return distanceOf(line, id, runs.get(id)?.length ?? 0);
  }
  return undefined;
}
