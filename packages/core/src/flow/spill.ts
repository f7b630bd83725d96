import type { Node } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import type { NodeResult } from '../results';

/** Whether water has to rise in what a line ends in before it leaves: in it by its form, or where it comes in over a grate. */
export const risesIn = ({ form, entry }: Pick<Node, 'form' | 'entry'>): boolean =>
  formOf(form).ends === 'rises' || (entry === 'grate' && formOf(form).compared?.some((end) => end.entry) === true);

/** Which of the levels that are stated of the water outside. */
export type Outside = 'normal' | 'high';

/** The level of water outside that comes in where a line ends; a pump keeps it out, and a grate until it stands higher. */
export function outsideAt({ node, arriving, leaving, rim }: NodeResult, which: Outside): number | undefined {
  if (!node.water || leaving.length > 0 || arriving.length === 0 || formOf(node.form).ends === 'pumped')
    return undefined;
  const { normal, high } = node.water;
  const level = which === 'high' ? (high ?? normal) : normal;
  return level === undefined || (risesIn(node) && (rim === undefined || level <= rim)) ? undefined : level;
}

/**
 * The level that water must reach before it leaves at a node: the grate of what it rises in and of a box that it is
 * brought to over its grate, and else the pipe's own invert.
 * @returns undefined where none leaves, or it is not known at which level
 */
export function spillLevel({ node, arriving, leaving, rim }: NodeResult): number | undefined {
  const { ends, open } = formOf(node.form);
  const overTop = open ? rim : undefined;
  if (leaving.length > 0) return overTop;
  if (risesIn(node)) return rim;
  if (ends === 'shut' || ends === 'soaks' || arriving.length === 0) return overTop;
  const inverts = arriving.flatMap(({ invert }) => (invert === undefined ? [] : [invert]));
  return inverts.length === 0 ? undefined : Math.min(...inverts);
}
