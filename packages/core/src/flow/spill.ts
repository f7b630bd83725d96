import type { Node, NodeForm } from '@alveus/plan';
import type { NodeResult } from '../results';

/** Ends that water rises in and comes out of at the top. */
const SPILLING: ReadonlySet<NodeForm> = new Set(['bubble-up', 'pop-up', 'stand-pipe']);

/** Whether water has to rise in what a line ends in before it leaves. */
export const risesIn = ({ form, entry }: Pick<Node, 'form' | 'entry'>): boolean =>
  SPILLING.has(form) || (form === 'structure' && entry === 'grate');

/** Ends that let nothing out: what stands in them stands until it soaks away. */
const SHUT: ReadonlySet<NodeForm> = new Set([
  'soak-away',
  'cleanout',
  'bend',
  'fitting',
  'downspout',
  'stub-out',
  'vent',
  'lateral-end',
]);

/** Open at the top, so that water that stands higher than that runs out over it. */
const OPEN: ReadonlySet<NodeForm> = new Set(['inlet', 'catch-basin', 'channel-drain', 'soak-away', 'downspout']);

/**
 * The level that water must reach before it leaves at a node: the grate of what it rises in and of a box that it is
 * brought to over its grate, the usual water of what it runs into where that is higher than the pipe, and else the
 * pipe's own invert. A pump keeps it under the pipe.
 * @returns undefined where none leaves, or it is not known at which level
 */
export function spillLevel({ node, arriving, leaving, rim }: NodeResult): number | undefined {
  if (leaving.length > 0) return OPEN.has(node.form) ? rim : undefined;
  const inverts = arriving.flatMap(({ invert }) => (invert === undefined ? [] : [invert]));
  const low = inverts.length === 0 ? undefined : Math.min(...inverts);
  if (risesIn(node)) return rim;
  if (SHUT.has(node.form)) return OPEN.has(node.form) ? rim : undefined;
  if (arriving.length === 0) return OPEN.has(node.form) ? rim : undefined;
  const water = node.form === 'sump' ? undefined : node.water?.normal;
  return low === undefined || water === undefined ? low : Math.max(low, water);
}
