import type { System } from '@alveus/core';
import { print, runLength, upRun } from '@alveus/core';
import type { Lineage, Plan, Target } from '@alveus/plan';
import { itemsNow } from '@alveus/plan';

const WHAT = { ground: 'ground', rim: 'rim', invert: 'existing invert', water: 'water' } as const;

/** What the rod stood on, in words. */
export function targetWords(on: Target, plan: Plan, system: System, lineage: Lineage): string {
  const target = targetNow(on, plan, lineage);
  switch (target.on) {
    case 'benchmark':
      return plan.benchmark[target.benchmark]?.name ?? 'a benchmark that was removed';
    case 'turning':
      return target.name;
    case 'node':
      return `${plan.node[target.node]?.name ?? 'a node that was removed'}, ${WHAT[target.what]}`;
    case 'run':
      return placeWords(target, plan, system);
  }
}

/** What it stood on, as the runs and nodes are now: places told before a split or a join are found in what came of it. */
export function targetNow(target: Target, plan: Plan, lineage: Lineage): Target {
  if (target.on === 'node' && !plan.node[target.node]) {
    const spot = target.what === 'ground' ? lineage.spots.get(target.node) : undefined;
    return spot ? { on: 'run', ...spot } : target;
  }
  if (target.on !== 'run') return target;
  const [now] = itemsNow({ ...NO_SHOT, target }, plan, lineage);
  return now?.target ?? target;
}

const NO_SHOT = {
  kind: 'shot' as const,
  id: '',
  setup: '',
  order: 0,
  sight: 'fore' as const,
  reading: { by: 'rod' as const, value: 0 },
  note: '',
};

function placeWords(target: Extract<Target, { on: 'run' }>, plan: Plan, system: System): string {
  const run = plan.run[target.run];
  if (!run) return 'a run that was taken out';
  const length = runLength(plan, run);
  return length === undefined
    ? `${run.name}, ${print(target.at, 'distance', system)} from its fixed end`
    : `${run.name}, ${print(upRun(run, length, target.at), 'distance', system)} up`;
}
