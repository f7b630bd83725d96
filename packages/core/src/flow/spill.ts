import type { Node } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import type { NodeResult } from '../results';

/** Whether water has to rise in what a line ends in before it leaves: in it by its form, or where it comes in over a grate. */
export const risesIn = ({ form, entry }: Pick<Node, 'form' | 'entry'>): boolean =>
  formOf(form).ends === 'rises' || (entry === 'grate' && formOf(form).compared?.some((end) => end.entry) === true);

/**
 * The level that water must reach before it leaves at a node: the grate of what it rises in and of a box that it is
 * brought to over its grate, the usual water of what it runs into where that is higher than the pipe, and else the
 * pipe's own invert. A pump keeps it under the pipe.
 * @returns undefined where none leaves, or it is not known at which level
 */
export function spillLevel({ node, arriving, leaving, rim }: NodeResult): number | undefined {
  const { ends, open } = formOf(node.form);
  const overTop = open ? rim : undefined;
  if (leaving.length > 0) return overTop;
  const inverts = arriving.flatMap(({ invert }) => (invert === undefined ? [] : [invert]));
  const low = inverts.length === 0 ? undefined : Math.min(...inverts);
  if (risesIn(node)) return rim;
  if (ends === 'shut' || ends === 'soaks' || arriving.length === 0) return overTop;
  const water = ends === 'pumped' ? undefined : node.water?.normal;
  return low === undefined || water === undefined ? low : Math.max(low, water);
}
