import { runLength } from '@alveus/core';
import type { Item, Plan, Put } from '@alveus/plan';
import { itemsNow, kindOf, lineageOf } from '@alveus/plan';

/**
 * Places along a run as people read them, up from the lower end, and as the plan keeps them, from end a. For any kind
 * of item that lies along runs.
 */

/** The item as it lies now, its places told up the run. */
export function toldUp<T extends Item>(item: T, plan: Plan): T {
  const [now = item] = itemsNow(item, plan, lineageOf(plan.run));
  return turned(now, plan);
}

/** The item with its places, told up the run, as the plan keeps them. */
export function toldFromA<T extends Item>(item: T, plan: Plan): T {
  return turned(item, plan);
}

/** From either end to the other where the water goes to end b; the way back is the same. */
function turned<T extends Item>(item: T, plan: Plan): T {
  const { along } = kindOf(item.kind);
  const run = plan.run[along?.run(item) ?? ''];
  const length = run && runLength(plan, run);
  if (!along || !run || run.flow === 'to-a' || length === undefined) return item;
  const spans = along.spans(item).map(({ from, to }, of): Put => ({
    from: length - to,
    to: length - from,
    of,
    was: { from: to, to: from },
  }));
  return (along.put(item, run.id, spans) as T | undefined) ?? item;
}
