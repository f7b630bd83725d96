import type { Plan, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { SUBJECTS } from '../rules';
import { DEFAULT_PROFILE } from '../rules/limits';
import type { Finding, Results, Wholes } from '../results';
import { bySeverity } from '../results';
import type { Worked } from './engine';
import { pull, work } from './engine';
import type { Evaluation, Found } from './evaluation';
import type { Pass } from './pass';
import { DEFAULT_NATIVE, PASSES } from './passes';

/**
 * What an evaluation was put together of. It goes with it unseen and is left behind where the evaluation is handed over
 * to a worker: one that came from elsewhere has nothing to start from.
 */
const WORKED = Symbol('worked');

/**
 * @param previous an evaluation of an earlier state of the same plan. What the edits since do not reach is
 * taken over from it; the result is the same as without it.
 */
export function evaluate(plan: Plan, previous?: Evaluation): Evaluation {
  if (previous?.plan === plan) return previous;
  const worked = work(PASSES, plan, (previous as { [WORKED]?: Worked } | undefined)?.[WORKED]);
  const of = <W extends keyof Results>(what: W): ReadonlyMap<Uuid, Results[W]> =>
    worked.results.get(what) as ReadonlyMap<Uuid, Results[W]>;
  const whole = <W extends keyof Wholes>(what: W): Wholes[W] => worked.wholes.get(what)?.value as Wholes[W];
  const evaluation: Evaluation = {
    plan,
    grade: whole('solution').grade,
    lines: of('line'),
    runs: of('run'),
    nodes: of('node'),
    holes: of('hole'),
    shared: whole('shared').trenches,
    crossings: of('crossing'),
    profile: plan.profile[ONLY] ?? DEFAULT_PROFILE,
    native: plan.native[ONLY] ?? DEFAULT_NATIVE,
    recomputed: worked.recomputed.get('run') ?? new Set(of('run').keys()),
    topology: whole('topology'),
    book: whole('book'),
    shots: whole('shots'),
    site: whole('site'),
    rest: whole('rest').usual,
    lineage: whole('lineage').lineage,
    findings: Object.fromEntries(SUBJECTS.map(({ name }) => [name, of(`${name}Findings`)])) as Found,
  };
  Object.defineProperty(evaluation, WORKED, { value: worked });
  return evaluation;
}

/**
 * What passes give that run only when they are pulled, of a plan as it was evaluated; of one that a worker handed
 * over they start from nothing.
 * @param passes in their order
 */
export function pulled<W extends keyof Wholes>(evaluation: Evaluation, passes: readonly Pass[], what: W): Wholes[W] {
  const worked = workedOf(evaluation);
  pull(worked, passes);
  return worked.wholes.get(what)?.value as Wholes[W];
}

/** What it was put together of; of one that a worker handed over it is worked out from its plan. */
export function workedOf(evaluation: Evaluation): Worked {
  const own = evaluation as { [WORKED]?: Worked };
  if (!own[WORKED]) Object.defineProperty(evaluation, WORKED, { value: work(PASSES, evaluation.plan) });
  return own[WORKED] as Worked;
}

/** Whether that was pulled of it already. */
export const wasPulled = (evaluation: Evaluation, what: keyof Wholes): boolean =>
  (evaluation as { [WORKED]?: Worked })[WORKED]?.pulled.has(what) === true;

/** All findings, the gravest first, and within one severity up each line. */
export function findingsOf({ findings, lines, runs, plan, site }: Evaluation): Finding[] {
  const all: Finding[] = [];
  const run = saying(findings.run);
  const node = saying(findings.node);
  const crossing = saying(findings.crossing);
  const add = (from: Map<Uuid, readonly Finding[]>, id: Uuid): void => {
    const some = from.get(id);
    if (!some) return;
    all.push(...some);
    // A node at which two lines meet, or a utility across two runs, is told of once.
    from.delete(id);
  };
  const allOf = (side: 'before' | 'after'): void => {
    for (const subject of SUBJECTS)
      if (subject.told === side) for (const some of findings[subject.name].values()) all.push(...some);
  };
  allOf('before');
  for (const line of lines.values()) {
    all.push(...(findings.line.get(line.id) ?? []));
    for (const { id, a, b, flow } of line.order.runs) {
      if (node.size > 0) add(node, flow === 'to-a' ? a : b);
      add(run, id);
      if (crossing.size > 0) for (const crossingId of site.crossings.get(id) ?? []) add(crossing, crossingId);
      if (node.size > 0) add(node, flow === 'to-a' ? b : a);
    }
  }
  // A run whose line is gone hangs under no line, and still must be heard of; so must what lies at no run.
  for (const { id, run: item } of runs.values()) if (!plan.line[item.line]) add(run, id);
  for (const from of [node, crossing]) for (const some of from.values()) all.push(...some);
  allOf('after');
  return bySeverity(all);
}

/** Of all that was judged, what there is something to say of. */
function saying(found: ReadonlyMap<Uuid, readonly Finding[]>): Map<Uuid, readonly Finding[]> {
  const some = new Map<Uuid, readonly Finding[]>();
  for (const [id, list] of found) if (list.length > 0) some.set(id, list);
  return some;
}
