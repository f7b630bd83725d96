import type { RejectedBatch, Conflict, Decisions, ServerItem, Pending, Point, Uuid } from '@alveus/plan';

/** What is known of a job, and what of it waits. */
export interface ReplicaState {
  /** It was made here, under this name, and the server has not heard of it yet. */
  readonly made: string | undefined;
  /** Whether its plan is known at all: kept on the device, or heard. */
  readonly known: boolean;
  /** The number up to which it was heard. */
  readonly sequence: number;
  /** Points of its history that are known here, the newest last. */
  readonly points: readonly Point[];
  readonly held: ReadonlyMap<string, ServerItem>;
  readonly pending: readonly Pending[];
  readonly conflicts: readonly Conflict[];
  readonly decisions: Decisions;
}

/**
 * The local copy of a job, kept in step with the server's: of the open one, whose state lies in the store and on the
 * device, or of one that is on the device only. Each change is on the device once its promise is done.
 *
 *   heard(sequence n) ──batch typed──▶ pending ──tried──▶ taken(n + 1)
 *        ▲    │                           │
 *        │    └── others' changes ──▶ heard(n + 1), pending rebased on it
 *        └── rejoined: the server was restored, and its state is taken
 */
export interface Replica {
  readonly job: Uuid;
  state(): ReplicaState;
  /** Whether it is still the one to work on. */
  live(): boolean;
  /** Puts on the device what waits and is not there yet. */
  keep(): Promise<void>;
  /** The server has heard of the job. */
  madeKnown(): Promise<void>;
  /** The name that the server has for it. */
  named(name: string): void;
  /** From here on the server may have the batch, whatever is heard of it. */
  tried(batch: Uuid): void;
  /** @param point up to which all that moved is among the changes */
  heard(point: Point, changes: readonly ServerItem[]): Promise<void>;
  taken(batch: Pending, sequence: number): Promise<void>;
  /** What waits, rebased on what the server has now. */
  rebased(pending: readonly Pending[]): Promise<void>;
  /** What nobody but a person can decide. */
  undecided(conflicts: readonly Conflict[]): void;
  reject(rejected: readonly RejectedBatch[], pending: readonly Pending[]): Promise<void>;
}
