import type { Profile, Severity, UpRun, Uuid } from '@alveus/plan';
import { keptWithBoth } from '../kept-with';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import type { Quantity } from '../units';
import type { Finding, Give, Stage, Stretch } from '../results';
import type { Bound } from './bound';

/** What a rule is, in one place: its limit, how it judges, how it is said, and what it asks of levels that are free. */

/** The limit of a rule that is one number, as it is shipped; a profile may say another. */
export interface RuleNumber {
  readonly value: number;
  readonly quantity: Quantity;
  /** What it is, as a field of the rule is labelled. */
  readonly words: string;
}

/** Other ends of the line compared, or each single change that frees its levels. */
export type Help = 'ends' | 'ways';

/** A rule about something of which `Facts` tell. `B`: what its judgement says of each breach, for its words. */
export interface Rule<Facts, B extends Breach = Breach> {
  /** Its name in a profile; never changed. */
  readonly name: string;
  /** As it stands in the list of rules. */
  readonly title: string;
  readonly stage: Stage;
  readonly severity: Severity;
  /** Of its number, where it has one. */
  readonly source: string;
  readonly number?: RuleNumber | undefined;
  /** Whether a local rule decides in the end. */
  readonly local?: boolean;
  /** What shows ways out of it side by side. */
  readonly helps?: readonly Help[];
  /** It only says that something is not told yet: the stage is in work then, and not in trouble. */
  readonly unfinished?: boolean;
  /** @param limit the number in force, where it has one */
  judge(facts: Facts, limit: number): readonly B[];
  words(breach: B, facts: Facts, limit: number): Saying;
  readonly bound?: Bound;
}

/** That something breaks a rule: where, and by how much. */
export interface Breach {
  /** Tells apart what is told of one thing by one rule: the id of what causes it, never a number in a list. */
  readonly cause?: string;
  /** Where it is not the usual one of the rule. */
  readonly severity?: Severity;
  readonly at?: UpRun;
  readonly run?: Uuid;
  readonly node?: Uuid;
  readonly stretches?: readonly Stretch[];
  readonly by?: number;
  readonly quantity?: Quantity;
  /** Where it is not that of the rule. */
  readonly source?: string;
}

export interface Saying {
  readonly what: Phrase;
  readonly why: Phrase;
  readonly gives: readonly (string | Give)[];
}

/** Any rule, what its judgement says of a breach forgotten. */
export interface AnyRule<Facts> extends Omit<Rule<Facts>, 'judge' | 'words'> {
  judge(facts: Facts, limit: number): readonly Breach[];
  words(breach: never, facts: Facts, limit: number): Saying;
}

export function rule<Facts>() {
  return <const Name extends string, B extends Breach, Number extends RuleNumber | undefined = undefined>(
    declared: Rule<Facts, B> & { readonly name: Name; readonly number?: Number | undefined },
  ): Rule<Facts, B> & { readonly name: Name; readonly number: Number } =>
    declared as Rule<Facts, B> & { readonly name: Name; readonly number: Number };
}

/** What most rules find on most things. */
export const NOTHING: readonly never[] = [];

export const COMMON = 'common practice';
export const GEOMETRY = 'geometry';

/** Source of a limit that somebody typed and did not say where it is from. */
export const TYPED = 'typed in these rules';

/** The number of a rule that is in force, and whose it is. */
export function limitOf(
  { rules }: Pick<Profile, 'rules'>,
  { name, number, source }: { readonly name: string; readonly number: RuleNumber; readonly source: string },
): { readonly value: number; readonly source: string } {
  const own = rules[name];
  return own?.limit === undefined ? { value: number.value, source } : { value: own.limit, source: own.source ?? TYPED };
}

/** Where a finding is of: its line, run and node, and what its id is made of. */
export interface Of {
  readonly line?: Uuid | undefined;
  readonly run?: Uuid | undefined;
  readonly node?: Uuid | undefined;
  readonly id: Uuid;
}

/** A rule as a profile has it. */
interface InForce<Facts> {
  readonly rule: AnyRule<Facts>;
  readonly limit: number;
  readonly source: string;
  readonly severity: Severity | undefined;
}

/** Those of some rules that a profile has not switched off, with their numbers. */
const rulesInForce: <Facts>(rules: readonly AnyRule<Facts>[], profile: Profile) => readonly InForce<Facts>[] =
  keptWithBoth((rules: readonly AnyRule<never>[], profile: Profile) =>
    rules.flatMap((rule): InForce<never>[] => {
      const setting = profile.rules[rule.name];
      if (setting?.on === false) return [];
      const number = rule.number && limitOf(profile, { ...rule, number: rule.number });
      const source = number?.source ?? setting?.source ?? rule.source;
      return [{ rule: rule, limit: number?.value ?? NaN, source, severity: setting?.severity }];
    }),
  );

/** Puts all rules about a thing to it. */
export function judge<Facts>(
  rules: readonly AnyRule<Facts>[],
  facts: Facts,
  profile: Profile,
  of: Of,
): readonly Finding[] {
  let found: Finding[] | undefined;
  const list = rulesInForce(rules, profile);
  for (let index = 0; index < list.length; index += 1) {
    const { rule: rule, limit, source, severity } = list[index] as InForce<Facts>;
    const breaches = rule.judge(facts, limit);
    for (let at = 0; at < breaches.length; at += 1) {
      const breach = breaches[at] as Breach;
      const { by, quantity = 'distance' } = breach;
      const { what, why, gives } = rule.words(breach as never, facts, limit);
      (found ??= []).push({
        id: `${rule.name}:${of.id}${breach.cause === undefined ? '' : `:${breach.cause}`}`,
        severity: severity ?? breach.severity ?? rule.severity,
        rule: rule.name,
        stage: rule.stage,
        line: of.line,
        run: breach.run ?? of.run,
        node: breach.node ?? of.node,
        at: breach.at,
        stretches: breach.stretches ?? NOTHING,
        by: by === undefined ? undefined : measured(by, quantity),
        what,
        why,
        source: breach.source ?? source,
        gives: gives.map((give) => (typeof give === 'string' ? { words: [give] } : give)),
        local: rule.local ?? false,
      });
    }
  }
  return found ?? NOTHING;
}
