import type { Profile } from '@alveus/plan';
import type { LineResult, Reader, RunResult } from '../../results';

/** What a line is judged by. */
export interface LineFacts extends LineResult {
  readonly read: Reader;
  readonly profile: Profile;
  /** Its runs from the low end up. */
  readonly runs: readonly RunResult[];
}
