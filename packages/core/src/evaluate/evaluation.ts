import type { ItemOf, Lineage, Plan, Profile, Uuid } from '@alveus/plan';
import type { Subject } from '../rules';
import type { GradeSolution } from '../grade';
import type { NodeLevel } from '../ground';
import type { Topology } from '../network';
import type {
  AtRest,
  CrossingResult,
  Finding,
  HoleResult,
  Site,
  LineResult,
  NodeResult,
  RunResult,
  SharedTrench,
} from '../results';
import type { Book, GroundShots } from '../survey';
import { groundThere } from '../survey';

/**
 * Everything that follows from a plan, as plain data that a worker can hand over. Never stored: it is worked out anew,
 * as far as an edit reaches.
 */
export interface Evaluation {
  readonly plan: Plan;
  readonly grade: GradeSolution;
  readonly lines: ReadonlyMap<Uuid, LineResult>;
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  readonly nodes: ReadonlyMap<Uuid, NodeResult>;
  /** Holes of structures, by their nodes. */
  readonly holes: ReadonlyMap<Uuid, HoleResult>;
  /** What the trenches of runs have to do with those of others; of most nothing. */
  readonly shared: ReadonlyMap<Uuid, SharedTrench>;
  /** Each utility, at the runs that it lies at. */
  readonly crossings: ReadonlyMap<Uuid, readonly CrossingResult[]>;
  readonly profile: Profile;
  readonly native: ItemOf<'native'>;
  /** The runs that this evaluation worked out; the others were taken over. */
  readonly recomputed: ReadonlySet<Uuid>;
  readonly topology: Topology;
  readonly book: Book;
  readonly shots: GroundShots;
  readonly site: Site;
  /** Where water stands when rain has stopped, with water outside as it usually is. */
  readonly rest: AtRest;
  /** Where what is told of runs that are gone lies now. */
  readonly lineage: Lineage;
  readonly findings: Found;
}

/** What was judged, by what it was judged of. */
export type Found = Readonly<Record<Subject, ReadonlyMap<Uuid, readonly Finding[]>>>;

/** Ground at a node, of a plan and its shots. */
export function nodeLevel(plan: Pick<Plan, 'nodeGround'>, shots: GroundShots, node: Uuid): NodeLevel | undefined {
  return groundThere(plan.nodeGround[node], shots.nodes.get(node));
}

/** The utilities at one run. */
export function crossingsAt(
  { site, crossings }: Pick<Evaluation, 'site' | 'crossings'>,
  run: Uuid,
): readonly CrossingResult[] {
  const ids = site.crossings.get(run);
  return ids ? ids.flatMap((id) => (crossings.get(id) ?? []).filter((crossing) => crossing.run === run)) : NONE;
}

const NONE: readonly CrossingResult[] = [];
