import type { Crossing, Lineage, Plan, TestPit, Uuid } from '@alveus/plan';
import type { GradeSolution, SurplusFact } from '../grade';
import type { Topology } from '../network/topology';
import type { Book } from '../survey/book';
import type { Resting } from './at-rest';
import type { SharedTrench } from './shared';
import type { GroundShots } from '../survey/ground-shots';

/** What is worked out for the job as a whole. */

/** By the pass that gives it. */
export interface Wholes {
  readonly topology: Topology;
  readonly solution: Solution;
  readonly lineage: Lines;
  readonly book: Book;
  readonly shots: GroundShots;
  readonly site: Site;
  readonly shared: Shared;
  readonly rest: Resting;
}

/** By run: what its trench has to do with others. Of most runs nothing. */
export interface Shared {
  readonly trenches: ReadonlyMap<Uuid, SharedTrench>;
  /** Nodes with holes, by the line whose amounts they are in. */
  readonly holes: ReadonlyMap<Uuid, readonly Uuid[]>;
}

export interface Solution {
  readonly plan: Pick<Plan, 'run' | 'runGrade' | 'nodePlace'>;
  readonly grade: GradeSolution;
  readonly surplus: ReadonlyMap<Uuid, readonly SurplusFact[]>;
}

export interface Lines {
  readonly runs: Plan['run'];
  readonly lineage: Lineage;
}

/** What lies at the runs, whatever run it was told of. */
export interface Site {
  readonly pieces: ReadonlyMap<Uuid, readonly Crossing[]>;
  readonly crossings: ReadonlyMap<Uuid, readonly Uuid[]>;
  readonly pits: ReadonlyMap<Uuid, readonly TestPit[]>;
  readonly pitsNow: ReadonlyMap<Uuid, TestPit>;
}
