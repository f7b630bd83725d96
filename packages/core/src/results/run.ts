import type { ItemOf, Section, SwaleStretch, Uuid } from '@alveus/plan';
import type { RunGradeResult } from '../grade';
import type { CutDepth, GroundProfile, GroundTwice, SwaleCut } from '../ground';
import type { Envelope, RunTrench, TrenchForm, TrenchShape } from '../trench';

/** Where a run lies and what is dug for it. What is undefined waits for something the plan does not say yet. */
export interface RunShape {
  readonly id: Uuid;
  readonly run: ItemOf<'run'>;
  /** Horizontal, m; nothing where it is not known. */
  readonly length: number;
  readonly grade: RunGradeResult;
  /** As the trench is cut into it: with its swales. */
  readonly ground: GroundProfile;
  /** Before anything was cut: what depths of old are told under. */
  readonly natural: GroundProfile;
  readonly pipe: ItemOf<'pipe'> | undefined;
  readonly section: Section | undefined;
  readonly envelope: Envelope | undefined;
  /** How its trench is dug besides; undefined of a trench with upright sides that is its own throughout. */
  readonly form: TrenchForm | undefined;
  readonly trench: TrenchShape | undefined;
}

/** All that follows for one run. */
export interface RunResult extends RunShape {
  readonly trench: RunTrench | undefined;
  readonly line: ItemOf<'line'> | undefined;
  readonly swales: readonly SwaleResult[];
  /** Whether its length is known. */
  readonly measured: boolean;
  /** Length between its nodes on the sketch, where both are there, m. */
  readonly drawn: number | undefined;
  /** Length of the run when its ground was typed, where there are ground breaks, m. */
  readonly over: number | undefined;
  /** Places along it that have both typed ground and a shot. */
  readonly twice: readonly GroundTwice[];
}

/** A stretch of a swale as it is cut along a run. */
export interface SwaleResult {
  readonly stretch: SwaleStretch;
  /** How deep, up the run. */
  readonly depths: readonly CutDepth[];
  /** It is cut no narrower than its trench. */
  readonly cut: SwaleCut;
}
