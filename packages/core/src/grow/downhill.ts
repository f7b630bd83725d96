import type { Edit, Plan, Service, Uuid } from '@alveus/plan';
import { applyEdits, lowerOf } from '@alveus/plan';
import { factsOf, fixDrop } from '../grade';
import { lineItems } from './extend';
import type { NodeStart } from './items';
import { nodeItems, puts, runItems } from './items';

/** Lines drawn the way the water goes, as septic work is planned: from the house down to the tank, and on from there. */

export interface DownhillStart {
  readonly name: string;
  readonly service: Service;
  /** A node that is there, or one that begins with the line and holds its high invert. */
  readonly from: { readonly at: Uuid } | (NodeStart & { readonly invert: number });
  readonly run: {
    readonly name: string;
    readonly length: number;
    readonly slope?: number | undefined;
    readonly low?: number | undefined;
  };
  /** Fall through the node it begins at, where pipe comes in there; m. Left as it is where it was fixed before. */
  readonly drop?: number | undefined;
  readonly lower: NodeStart;
}

/** A line of one run, down from a node. It takes its level from there. */
export function lineDown(
  plan: Plan,
  start: DownhillStart,
  newId: () => Uuid,
): { readonly edits: Edit[]; readonly line: Uuid; readonly lower: Uuid } {
  const { items, line } = lineItems(plan, start, newId);
  const lower = newId();
  items.push(...nodeItems(lower, start.lower));
  let upper: Uuid;
  let high: number | undefined;
  if ('at' in start.from) upper = start.from.at;
  else {
    upper = newId();
    high = start.from.invert;
    items.push(...nodeItems(upper, start.from));
  }
  const { slope, low } = start.run;
  items.push(...runItems({ ...start.run, id: newId(), line, lower, upper }, { high, slope, low }));
  const edits = puts(items);
  const { drop } = start;
  if (drop === undefined) return { edits, line, lower };
  const after = applyEdits(plan, edits);
  const above = Object.values(plan.run).filter(
    (run) => lowerOf(run) === upper && factsOf(run, plan.runGrade[run.id]).drop === undefined,
  );
  return { edits: [...edits, ...puts(above.flatMap((run) => fixDrop(after, run, drop)))], line, lower };
}
