import type { Plan, Profile, Uuid } from '@alveus/plan';
import type { CrossingResult } from './crossing';
import type { LineResult } from './line';
import type { NodeResult } from './node';
import type { RunResult } from './run';
import type { Site } from './wholes';

/** A plan and what follows from it, as far as the bounds of rules ask. An evaluation is one. */
export interface PlanResults {
  readonly plan: Plan;
  readonly profile: Profile;
  readonly lines: ReadonlyMap<Uuid, LineResult>;
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  readonly nodes: ReadonlyMap<Uuid, NodeResult>;
  readonly crossings: ReadonlyMap<Uuid, readonly CrossingResult[]>;
  readonly site: Site;
}
