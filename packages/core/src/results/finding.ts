import type { Edit, Severity, Shot, UpRun, Uuid } from '@alveus/plan';
import { strikeOut } from '@alveus/plan';
import type { Measured, Phrase } from '../phrase';

/** The judgement calls: what is wrong or worth a second look, where, by how much, whose rule, what could give. */

/** Stages of a job that findings belong to, in the order in which the work is done. */
export const STAGE_ORDER = ['site', 'ground', 'grade', 'trench', 'order', 'dig'] as const;
export type Stage = (typeof STAGE_ORDER)[number];

export interface Finding {
  /** The same as long as its cause is: the rule, what it is told of, and what of that. */
  readonly id: string;
  readonly severity: Severity;
  /** Name of a rule of the registry. */
  readonly rule: string;
  readonly stage: Stage;
  /** Where it is; undefined for what concerns the job as a whole, such as its level book. */
  readonly line: Uuid | undefined;
  readonly run: Uuid | undefined;
  readonly node: Uuid | undefined;
  /** Distance up the run of the worst place, m. */
  readonly at: UpRun | undefined;
  /** Every stretch that it holds on, where it holds on stretches. */
  readonly stretches: readonly Stretch[];
  /** By how much the limit is missed at the worst place; never negative. */
  readonly by: Measured | undefined;
  readonly what: Phrase;
  readonly why: Phrase;
  /** The source of the rule; common practice says so. */
  readonly source: string;
  readonly gives: readonly Give[];
  /** Whether a local rule decides in the end. */
  readonly local: boolean;
}

/** A stretch of a run that breaks a rule. */
export interface Stretch {
  readonly run: Uuid;
  readonly from: UpRun;
  readonly to: UpRun;
  /** Its worst point, and by how much the limit is missed there, in the quantity of the finding. */
  readonly at: UpRun;
  readonly by: number;
}

/** Something that would put it right; where one change of the plan does it, that change. */
export interface Give {
  readonly words: Phrase;
  readonly edits?: readonly Edit[];
  /** A reading that it strikes out. What does that is a record of its own, and has no id before somebody wants it. */
  readonly strikes?: Shot;
}

/** The change of the plan that it is; undefined where it is told in words only. */
export function editsOf({ edits, strikes }: Give, newId: () => Uuid): readonly Edit[] | undefined {
  return strikes ? [{ op: 'put', item: strikeOut(strikes, newId()) }] : edits;
}

/** A stop in the way of the bucket, or of whoever goes down: it is found where it is planned, and holds where it is dug. */
export const stopsDigging = ({ severity, stage }: Pick<Finding, 'severity' | 'stage'>): boolean =>
  severity === 'stop' && (stage === 'site' || stage === 'trench');

/** The gravest first; otherwise as they came, which is up the line. */
export function bySeverity(findings: readonly Finding[]): Finding[] {
  const sorted: Record<Severity, Finding[]> = { stop: [], fix: [], watch: [] };
  for (const finding of findings) sorted[finding.severity].push(finding);
  return [...sorted.stop, ...sorted.fix, ...sorted.watch];
}
