import type { Crossing, ItemOf, Lineage, Plan, Profile, TestPit, Uuid } from '@alveus/plan';
import type { Quantities } from '../estimate';
import type { Finding } from '../findings';
import type { GradeSolution, LineOrder } from '../grade';
import type { NodeLevel } from '../ground';
import type { Topology } from '../network';
import type { RunResult } from '../run-result';
import type { Book, GroundShots } from '../survey';

/** Everything that follows from a plan. Never stored: it is worked out anew, as far as an edit reaches. */
export interface Evaluation {
  readonly plan: Plan;
  readonly grade: GradeSolution;
  readonly lines: ReadonlyMap<Uuid, LineResult>;
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  readonly profile: Profile;
  readonly native: ItemOf<'native'>;
  /** The runs that this evaluation worked out; the others were taken over. */
  readonly recomputed: ReadonlySet<Uuid>;
  readonly topology: Topology;
  readonly book: Book;
  readonly shots: GroundShots;
  readonly site: SiteTables;
  /** Where what is told of runs that are gone lies now. */
  readonly lineage: Lineage;
  /** Of the job as a whole. */
  readonly findings: readonly Finding[];
}

/** What lies at each run, by run. */
export interface SiteTables {
  readonly crossings: ReadonlyMap<Uuid, readonly Crossing[]>;
  readonly pits: ReadonlyMap<Uuid, readonly TestPit[]>;
}

export interface LineResult {
  readonly id: Uuid;
  readonly line: ItemOf<'line'>;
  readonly order: LineOrder;
  readonly quantities: Quantities;
  /** Of the line as a whole; those of its runs are with the runs. */
  readonly findings: readonly Finding[];
}

/** Ground at a node: what was shot goes before what was typed, unless that is said to hold. */
export function nodeLevel(plan: Pick<Plan, 'nodeGround'>, shots: GroundShots, node: Uuid): NodeLevel | undefined {
  const typed = plan.nodeGround[node];
  return (typed?.holds ? undefined : shots.nodes.get(node)) ?? typed;
}
