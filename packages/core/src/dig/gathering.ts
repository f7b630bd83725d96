import type { Profile, Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { RunResult } from '../results';
import type { Rows } from '../least';
import type { LimitName } from '../limits';
import { numberFor } from '../limits';
import { ruleNamed } from '../findings';
import type { Severity } from '@alveus/plan';
import type { Limits } from './limit';

/** What is known where limits are gathered. */
export interface Gathering {
  readonly evaluation: Evaluation;
  readonly profile: Profile;
  readonly runs: readonly LaidRun[];
  readonly rows: Rows;
  readonly limits: Limits;
  /** Whether what is only watched for is kept to as well. */
  readonly watch: boolean;
  /** Whether limits are told that others leave idle: which those are changes where one of them is taken away. */
  readonly whole: boolean;
  /** A run whose own facts are not kept to. */
  readonly open?: Uuid | undefined;
}

/** A run that has all it is made of: its place in the program, and what is dug for it. */
export interface LaidRun {
  readonly index: number;
  readonly id: Uuid;
  readonly result: RunResult;
  readonly line: NonNullable<RunResult['line']>;
  readonly pipe: NonNullable<RunResult['pipe']>;
  readonly section: NonNullable<RunResult['section']>;
  readonly envelope: NonNullable<RunResult['envelope']>;
}

/** A rule as it is in force; undefined where it is switched off, or only watched for and that is not asked for. */
export function inForce(
  { profile, watch }: Pick<Gathering, 'profile' | 'watch'>,
  name: string,
  own?: Severity,
): { readonly severity: Severity } | undefined {
  const setting = profile.rules[name];
  if (setting?.on === false) return undefined;
  const severity = setting?.severity ?? own ?? ruleNamed(name)?.severity ?? 'fix';
  return severity === 'watch' && !watch ? undefined : { severity };
}

/** A rule that is one number. */
export function numberInForce(
  gathering: Pick<Gathering, 'profile' | 'watch'>,
  name: LimitName,
): { readonly value: number; readonly source: string; readonly severity: Severity } | undefined {
  const force = inForce(gathering, name);
  return force && { ...numberFor(gathering.profile, name), ...force };
}

/** An invert that is held by hand. */
export interface Taken {
  readonly run: Uuid;
  readonly end: 'low' | 'high';
}
