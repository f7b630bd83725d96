import type { Crossing, Lineage, Plan, TestPit, Uuid } from '@alveus/plan';
import { itemsNow, lineageOf } from '@alveus/plan';
import { changedIds } from '../differ';
import type { Evaluation, SiteTables } from './evaluation';

/** Where things lie along the runs as they are now, whatever runs they were told of. */

/** Most plans have no run that was split or joined, and then nothing hangs on what runs tell of that. */
export const NO_LINEAGE = lineageOf({});

export function lineageNow(plan: Plan): Lineage {
  for (const id in plan.run) if (plan.run[id]?.was) return lineageOf(plan.run);
  return NO_LINEAGE;
}

export function sameLineage(previous: Evaluation, plan: Plan): boolean {
  return changedIds(previous.plan.run, plan.run).every((id) => previous.plan.run[id]?.was === plan.run[id]?.was);
}

export function siteTables(plan: Plan, lineage: Lineage): SiteTables {
  const crossings = new Map<Uuid, Crossing[]>();
  for (const one of Object.values(plan.crossing))
    for (const now of itemsNow(one, plan, lineage)) add(crossings, now.run, now);
  const pits = new Map<Uuid, TestPit[]>();
  for (const pit of Object.values(plan.testPit))
    for (const now of itemsNow(pit, plan, lineage)) if (now.place) add(pits, now.place.run, now);
  return { crossings, pits };
}

function add<T>(map: Map<Uuid, T[]>, key: Uuid, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
