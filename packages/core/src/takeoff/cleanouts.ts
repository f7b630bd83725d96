import type { Uuid } from '@alveus/plan';
import { formOf, serviceOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { NEAR } from '../tolerance';

/** Where a line of pipe cannot be cleaned as it is: a cleanout at its head, at each change of size, and at set distances. */

export interface Wanting {
  readonly line: Uuid;
  /** The run at whose upper end, or along which, one is wanting. */
  readonly run: Uuid;
  readonly why: string;
  readonly count: number;
}

/** @param apart so far from one to the next, m */
export function cleanoutsWanting({ lines, runs, nodes }: Evaluation, apart: number): readonly Wanting[] {
  const wanting: Wanting[] = [];
  for (const { id: line, line: item, order } of lines.values()) {
    if (!serviceOf(item.service).cleanouts) continue;
    let reached = 0;
    order.runs.forEach(({ id }, index) => {
      const run = runs.get(id);
      const node = run && nodes.get(upperOf(run.run));
      if (!run || !node) return;
      const end = (order.starts[index] as number) + run.length;
      const open = formOf(node.node.form).reached === true;
      const next = order.runs[index + 1];
      const above = next && runs.get(next.id);
      const more = Math.ceil((end - reached - NEAR) / apart) - 1;
      // What is too long is told once, where it comes to an end.
      if ((open || !above) && more > 0)
        wanting.push({ line, run: id, count: more, why: 'farther than that from the last cleanout' });
      if (open) reached = end;
      else if (!above) wanting.push({ line, run: id, count: 1, why: 'the head of the line' });
      else if (run.pipe && above.pipe && Math.abs(run.pipe.nominal - above.pipe.nominal) > NEAR)
        wanting.push({ line, run: id, count: 1, why: 'the size changes' });
    });
  }
  return wanting;
}
