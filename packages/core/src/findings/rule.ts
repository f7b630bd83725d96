import type { ItemOf, Profile } from '@alveus/plan';
import type { GroundProfile, GroundTwice } from '../ground';
import type { RunGradeResult, SurplusFact } from '../grade';
import type { CrossingResult } from '../site';
import type { Envelope, KnownStation, RunTrench } from '../trench';
import type { FindingParts } from './finding';
import type { PitAt } from './site';

/** What a run is judged by; all of it, so that a run whose facts did not move need not be judged again. */
export interface RunFacts {
  readonly run: ItemOf<'run'>;
  readonly length: number;
  readonly line: ItemOf<'line'>;
  readonly lower: ItemOf<'node'> | undefined;
  /** Whether the line's water leaves at the lower node. */
  readonly outlet: boolean;
  /** Lowest invert going out of the lower node, where runs do. */
  readonly below: number | undefined;
  /** Whether it lies on a ring, where water would come back to where it was. */
  readonly ringed: boolean;
  /** Length between its nodes on the sketch, where both are there. */
  readonly drawn: number | undefined;
  /** Length of the run when its ground was typed. */
  readonly over: number | undefined;
  /** Places along it that have both typed ground and a shot. */
  readonly twice: readonly GroundTwice[];
  readonly crossings: readonly CrossingResult[];
  readonly pits: readonly PitAt[];
  readonly frost: number | undefined;
  readonly grade: RunGradeResult;
  readonly surplus: readonly SurplusFact[];
  readonly ground: GroundProfile;
  readonly pipe: ItemOf<'pipe'>;
  readonly envelope: Envelope;
  readonly trench: RunTrench;
  /** Its stations, gathered once for all the rules. */
  readonly stations: readonly KnownStation[];
  readonly profile: Profile;
}

export type Rule = (facts: RunFacts) => readonly FindingParts[];

/** What most rules find on most runs. */
export const NOTHING: readonly FindingParts[] = [];

export const COMMON = 'common practice';
