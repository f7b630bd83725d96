import type { Uuid } from '@alveus/plan';
import { upperOf } from '@alveus/plan';
import type { Reader, Standing } from '../results';
import { NEAR } from '../tolerance';

/**
 * What stands full behind an outlet: water that is held at a level there stands in every run above that it reaches,
 * through all of them, and in branches as in the trunk. At rest: nothing flows.
 * @param level elevation of the water at the outlet, m
 */
export function standingBehind(outlet: Uuid, level: number, read: Reader): Standing[] {
  const found: Standing[] = [];
  const seen = new Set<Uuid>();
  const waiting: Uuid[] = [...(read.of('arriving', outlet) ?? NONE)];
  for (const id of waiting) {
    if (seen.has(id)) continue;
    seen.add(id);
    const run = read.of('run', id);
    const { low, high, slope } = run?.grade ?? OPEN;
    if (!run || low === undefined || level <= low + NEAR) continue;
    const deep = level - low;
    found.push({
      run: id,
      deep,
      reach: slope !== undefined && slope > 0 ? Math.min(run.length, deep / slope) : run.length,
    });
    // It goes on from the upper node as long as that lies under it.
    if (high === undefined || level <= high + NEAR) continue;
    waiting.push(...(read.of('arriving', upperOf(run.run)) ?? NONE));
  }
  return found;
}

const NONE: readonly Uuid[] = [];
const OPEN = { low: undefined, high: undefined, slope: undefined };
