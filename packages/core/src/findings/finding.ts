import type { Severity, UpRun, Uuid } from '@alveus/plan';
import type { Measured, Phrase } from '../phrase';

/** The judgement calls: what is wrong or worth a second look, where, by how much, whose rule, what could give. */

export type RuleName =
  | 'not-connected'
  | 'something-lost'
  | 'grade-open'
  | 'grade-contradicts'
  | 'grade-surplus'
  | 'against-grade'
  | 'drop-rises'
  | 'least-slope'
  | 'steep'
  | 'outlet-under-water'
  | 'least-cover'
  | 'out-of-ground'
  | 'layer-out-of-ground'
  | 'surface-cuts-layers'
  | 'layers-overlap'
  | 'trench-narrow'
  | 'protection'
  | 'ground-missing'
  | 'break-beyond-run'
  | 'native-short'
  | 'length-open'
  | 'length-differs'
  | 'profile-no-fit'
  | 'ring'
  | 'ground-twice'
  | 'shots-disagree'
  | 'misclosure'
  | 'setup-open'
  | 'crossing-level'
  | 'clearance'
  | 'clash'
  | 'hand-dig'
  | 'meets-layer'
  | 'frost'
  | 'stone-at-leader';

export interface Finding {
  /** The same as long as the same rule finds something at the same place, for lists and links. */
  readonly id: string;
  readonly severity: Severity;
  readonly rule: RuleName;
  /** Undefined for what concerns the job as a whole, such as its level book. */
  readonly line: Uuid | undefined;
  readonly run: Uuid | undefined;
  /** Distance up the run of the worst place, m. */
  readonly at: UpRun | undefined;
  /** The stretch of the run it holds on, where it is one. */
  readonly stretch: { readonly from: UpRun; readonly to: UpRun } | undefined;
  /** By how much the limit is missed; never negative. */
  readonly by: Measured | undefined;
  readonly what: Phrase;
  readonly why: Phrase;
  /** The source of the rule; common practice says so. */
  readonly source: string;
  readonly gives: readonly string[];
  /** Whether a local rule decides in the end. */
  readonly local: boolean;
}

/** The gravest first; otherwise as they came, which is up the line. */
export function bySeverity(findings: readonly Finding[]): Finding[] {
  const sorted: Record<Severity, Finding[]> = { stop: [], fix: [], watch: [] };
  for (const one of findings) sorted[one.severity].push(one);
  return [...sorted.stop, ...sorted.fix, ...sorted.watch];
}

/** A finding but for its place in the plan. */
export type FindingParts = Omit<Finding, 'id' | 'line' | 'run' | 'at' | 'stretch' | 'by' | 'local' | 'gives'> &
  Partial<Pick<Finding, 'at' | 'stretch' | 'by' | 'local' | 'gives'>>;

/** Completes a finding, of a run or of the line as a whole; `mark` tells apart several of one rule at one place. */
export function finding(line: Uuid | undefined, run: Uuid | undefined, parts: FindingParts, mark = ''): Finding {
  const { severity, rule, at, stretch, by, what, why, source, gives = NOTHING, local = false } = parts;
  return {
    id: `${rule}:${run ?? line ?? 'job'}${mark === '' ? '' : `:${mark}`}`,
    severity,
    rule,
    line,
    run,
    at,
    stretch,
    by,
    what,
    why,
    source,
    gives,
    local,
  };
}

const NOTHING: readonly string[] = [];
