import type { Profile, Severity } from '@alveus/plan';
import type { Stage } from '../results';
import { CROSSINGS } from './crossing';
import { HOLES } from './hole';
import { JOBS } from './job';
import { LINES } from './line';
import { NODES } from './node';
import { PIPES } from './pipe';
import { PITS } from './pit';
import type { AnyRule, Help, RuleNumber } from './rule';
import { limitOf } from './rule';
import { RUNS } from './run';
import type { SubjectDeclaration } from './subject';

/** All subjects of findings, and so all rules there are. A new subject is a folder of its own and a line here. */
const SUBJECT_LIST = [RUNS, NODES, LINES, CROSSINGS, PITS, HOLES, PIPES, JOBS] as const;

export type Subject = (typeof SUBJECT_LIST)[number]['name'];
export const SUBJECTS: readonly SubjectDeclaration<Subject>[] = SUBJECT_LIST;

type Declared = (typeof SUBJECT_LIST)[number]['rules'][number];
export type RuleName = Declared['name'];
/** Rules that judge by one number. */
type Numbered = Extract<Declared, { readonly number: RuleNumber }>['name'];

/** A rule as people look it up. */
export interface RuleInfo {
  readonly name: RuleName;
  readonly title: string;
  readonly subject: Subject;
  readonly stage: Stage;
  readonly severity: Severity;
  readonly source: string;
  readonly local: boolean;
  /** Whether it only says that something is not told yet. */
  readonly unfinished: boolean;
  readonly number: RuleNumber | undefined;
  readonly helps: readonly Help[];
}

/** All rules as they are declared; one that is about two subjects is told of each by a rule of its own. */
export const ALL_RULES: readonly AnyRule<never>[] = SUBJECTS.flatMap(({ rules }) => rules);

/** Each rule once, in the order in which they are told; one that is about two subjects stands with the first. */
export const RULES: readonly RuleInfo[] = [
  ...new Map(
    SUBJECTS.flatMap(({ name: subject, rules }) =>
      rules.map((rule): readonly [string, RuleInfo] => {
        const { name, title, stage, severity, source, local = false, unfinished = false, number, helps = [] } = rule;
        return [
          name,
          { name: name as RuleName, title, subject, stage, severity, source, local, unfinished, number, helps },
        ];
      }),
    ).reverse(),
  ).values(),
].reverse();

const BY_NAME = new Map<string, RuleInfo>(RULES.map((rule) => [rule.name, rule]));

export function ruleNamed(name: RuleName): RuleInfo;
export function ruleNamed(name: string): RuleInfo | undefined;
export function ruleNamed(name: string): RuleInfo | undefined {
  return BY_NAME.get(name);
}

/** The number in force of a rule that judges by one. */
export function numberFor(profile: Pick<Profile, 'rules'>, name: Numbered): ReturnType<typeof limitOf> {
  const rule = ruleNamed(name) as RuleInfo & { readonly number: RuleNumber };
  return limitOf(profile, rule);
}
