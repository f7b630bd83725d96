import type { Profile, Severity, Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { AnyRule, LaidRun, LimitId, LimitMore } from '../rules';
import { limitOf } from '../rules';
import type { Rows } from './solver';
import type { Phrase } from '../phrase';
import type { Limits } from './limit';

export type { LaidRun } from '../rules';

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

/** A rule as it is in force: its number, and how grave it is. */
export interface InForce {
  readonly severity: Severity;
  readonly source: string;
  readonly value: number;
}

type Force = Pick<Gathering, 'profile' | 'watch'>;

/**
 * @param own how grave it is here, where the profile says nothing and it is not as usual
 * @returns undefined where it is switched off, or only watched for and that is not asked for
 */
export function inForce({ profile, watch }: Force, rule: AnyRule<never>, own?: Severity): InForce | undefined {
  const setting = profile.rules[rule.name];
  if (setting?.on === false) return undefined;
  const severity = setting?.severity ?? own ?? rule.severity;
  if (severity === 'watch' && !watch) return undefined;
  const { number } = rule;
  return { severity, ...(number ? limitOf(profile, { ...rule, number }) : { value: NaN, source: rule.source }) };
}

/** A limit of a rule, by its number; nothing of one that is not in force. */
export function addLimit(
  gathering: Gathering,
  rule: AnyRule<never>,
  words: Phrase,
  { severity, source, gives }: LimitMore,
  where: { readonly run?: Uuid; readonly node?: Uuid; readonly crossing?: Uuid },
): LimitId {
  const force = inForce(gathering, rule, severity);
  if (!force) return undefined;
  return gathering.limits.add({
    from: { rule: rule.name },
    words,
    source: source ?? force.source,
    severity: force.severity,
    ...(gives ? { gives } : {}),
    ...where,
  });
}

/** Limits of what somebody said. */
export const addKeeping = (
  { limits }: Gathering,
  { id, name }: { readonly id: Uuid; readonly name: string },
  where: { readonly run?: Uuid; readonly node?: Uuid },
): number => limits.add({ from: { keeping: id }, words: [name], source: 'entered in the plan', ...where });

/** An invert that is held by hand. */
export interface Taken {
  readonly run: Uuid;
  readonly end: 'low' | 'high';
}
