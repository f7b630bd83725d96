import type { ItemOf, Section, Uuid } from '@alveus/plan';
import type { Finding } from './findings/finding';
import type { RunGradeResult } from './grade';
import type { GroundProfile } from './ground';
import type { CrossingResult } from './site';
import type { Envelope, RunTrench } from './trench';

/** Where a run lies and what is dug for it. What is undefined waits for something the plan does not say yet. */
export interface RunShape {
  readonly id: Uuid;
  readonly run: ItemOf<'run'>;
  readonly length: number;
  readonly grade: RunGradeResult;
  readonly ground: GroundProfile;
  readonly pipe: ItemOf<'pipe'> | undefined;
  readonly section: Section | undefined;
  readonly envelope: Envelope | undefined;
  readonly trench: RunTrench | undefined;
}

/** All that follows for one run. */
export interface RunResult extends RunShape {
  readonly crossings: readonly CrossingResult[];
  readonly findings: readonly Finding[];
}
