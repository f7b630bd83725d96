import type { Edit, Plan, Uuid } from '@alveus/plan';
import { otherFlow } from '@alveus/plan';

/** Turns a line round, so that its water runs the other way. Which way it flows is the only thing that changes. */
export function reverseLine(plan: Pick<Plan, 'run'>, line: Uuid): Edit[] {
  return Object.values(plan.run)
    .filter((run) => run.line === line)
    .map((run): Edit => ({ op: 'put', item: { ...run, flow: otherFlow(run.flow) } }));
}
