import type { System } from '@alveus/core';
import { print } from '@alveus/core';
import type { Plan, Target } from '@alveus/plan';

const WHAT = { ground: 'ground', rim: 'rim', invert: 'existing invert', water: 'water' } as const;

/** What the rod stood on, in words. */
export function targetWords(target: Target, plan: Plan, system: System): string {
  switch (target.on) {
    case 'benchmark':
      return plan.benchmark[target.benchmark]?.name ?? 'a benchmark that was removed';
    case 'turning':
      return target.name;
    case 'node':
      return `${plan.node[target.node]?.name ?? 'a node that was removed'}, ${WHAT[target.what]}`;
    case 'run':
      return `${plan.run[target.run]?.name ?? 'a run that was removed'}, ${print(target.at, 'distance', system)} up`;
  }
}
