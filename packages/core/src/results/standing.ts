import type { UpRun, Uuid } from '@alveus/plan';

/** Water that stands in a run because what is below it holds it back. */
export interface Standing {
  readonly run: Uuid;
  /** Over the invert at the run's lower end, m. */
  readonly deep: number;
  /** How far up the run its bottom lies under water, m. */
  readonly reach: UpRun;
}
