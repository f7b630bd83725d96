import type { Severity } from '@alveus/plan';
import type { LimitNumber } from '../limits';
import { NUMBERS } from '../limits';
import { CROSSING_RULES, LOOSE_RULES } from './crossing';
import { HOLE_RULES } from './hole';
import type { Stage } from '../results';
import { BOOK_RULES, SOIL_RULES } from './job';
import { LINE_RULES } from './line';
import { NODE_RULES } from './node';
import { PIPE_RULES } from './pipe';
import { PIT_RULES } from './pit';
import { BARE_RULES, FORM_RULES, RUN_RULES } from './run';

/** All rules there are, each with what it is about. A new rule stands in the list of its subject, and so here. */

export const SUBJECTS = ['run', 'node', 'line', 'crossing', 'pit', 'hole', 'pipe', 'job'] as const;
export type Subject = (typeof SUBJECTS)[number];

const BY_SUBJECT = {
  run: [...BARE_RULES, ...RUN_RULES, ...FORM_RULES],
  node: NODE_RULES,
  line: LINE_RULES,
  crossing: [...CROSSING_RULES, ...LOOSE_RULES],
  pit: PIT_RULES,
  hole: HOLE_RULES,
  pipe: PIPE_RULES,
  job: [...BOOK_RULES, ...SOIL_RULES],
} as const;

export type RuleName = (typeof BY_SUBJECT)[Subject][number]['name'];

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
  readonly number: LimitNumber | undefined;
}

/** Each rule once, in the order in which they are told; one that is about two subjects stands with the first. */
export const RULES: readonly RuleInfo[] = [
  ...new Map(
    SUBJECTS.flatMap((subject) =>
      BY_SUBJECT[subject].map(({ name, title, stage, severity, source, ...rest }): readonly [RuleName, RuleInfo] => [
        name,
        {
          name,
          title,
          subject,
          stage,
          severity,
          source,
          local: 'local' in rest && rest.local === true,
          unfinished: 'unfinished' in rest && rest.unfinished === true,
          number: (NUMBERS as Readonly<Record<string, LimitNumber>>)[name],
        },
      ]),
    ).reverse(),
  ).values(),
].reverse();

const BY_NAME = new Map<string, RuleInfo>(RULES.map((one) => [one.name, one]));

export function ruleNamed(name: string): RuleInfo | undefined {
  return BY_NAME.get(name);
}
