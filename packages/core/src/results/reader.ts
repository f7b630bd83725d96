import type { Crossing, ItemOf, Kind, Plan, TestPit, Uuid } from '@alveus/plan';
import type { LineOrder, RunGradeResult, SurplusFact } from '../grade';
import type { GroundShot, NodeLevels, RunShot } from '../survey/ground-shots';
import type { Flood, RestLevel, WetRun } from './at-rest';
import type { CrossingResult } from './crossing';
import type { Finding } from './finding';
import type { LineResult } from './line';
import type { NodeResult } from './node';
import type { RunResult } from './run';
import type { HoleResult, SharedTrench } from './shared';
import type { Wholes } from './wholes';

/** Findings of a subject, by its name. */
export type FindingsOf = `${string}Findings`;

/** Everything that follows from a plan, by what it is and by what it is of. */
export interface Results {
  /** Of nodes: the runs that carry water away from it, and those that bring it. */
  readonly leaving: readonly Uuid[];
  readonly arriving: readonly Uuid[];
  /** Of runs: that it is part of a ring. */
  readonly ringed: true;
  /** Of lines. */
  readonly order: LineOrder;
  /** Of runs. */
  readonly grade: RunGradeResult;
  readonly surplus: readonly SurplusFact[];
  /** Of nodes and of runs: ground found with the level. */
  readonly nodeShot: GroundShot;
  readonly nodeLevels: NodeLevels;
  readonly runShots: readonly RunShot[];
  /** Of runs: what lies at it now, whatever run it was told of. */
  readonly pitsOn: readonly TestPit[];
  /** Of utilities: its pieces at the runs as they are now. */
  readonly pieces: readonly Crossing[];
  /** Of test pits: where it lies now. */
  readonly pitNow: TestPit;
  /** Of runs: what lies in its trench, and in whose it lies. */
  readonly shared: SharedTrench;
  /** Of runs and of nodes: water that stands there, with the water outside as it usually is, and at its highest. */
  readonly wet: WetRun;
  readonly restLevel: RestLevel;
  readonly wetHigh: WetRun;
  /** Of nodes: water outside that comes up there. */
  readonly flood: Flood;
  /** Of lines: nodes with holes that are its own. */
  readonly holesOf: readonly Uuid[];
  /** Of nodes. */
  readonly hole: HoleResult;
  readonly run: RunResult;
  readonly node: NodeResult;
  readonly crossing: readonly CrossingResult[];
  readonly line: LineResult;
  /** What was judged, by the subject that it was judged of. */
  readonly [findings: FindingsOf]: readonly Finding[];
}

/**
 * The only way to a plan and to what follows from it. What is read is written down, also where nothing was found, so that
 * what was worked out from it is worked out anew when it changes, and nobody need say what depends on what.
 */
export interface Reader {
  item<K extends Kind>(kind: K, id: Uuid | undefined): ItemOf<K> | undefined;
  /** Ids of the items of a kind that refer to an item by this field, as in `crossing.run`. */
  owned(reference: Reference, owner: Uuid): readonly Uuid[];
  of<W extends keyof Results>(what: W, id: Uuid): Results[W] | undefined;
  /** All of one sort: whoever reads them is worked out anew when any of them changes. */
  every<W extends keyof Results>(what: W): ReadonlyMap<Uuid, Results[W]>;
  /** What a pass gave for the job as a whole. */
  whole<W extends keyof Wholes>(what: W): Wholes[W];
  /** All items of a kind: whoever reads them is worked out anew when any of them changes. */
  all<K extends Kind>(kind: K): Plan[K];
}

/** A kind and the field by which it refers to another, as in `crossing.run`. */
export type Reference = `${Kind}.${string}`;
