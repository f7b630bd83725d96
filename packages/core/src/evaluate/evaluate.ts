import type { ItemOf, Plan, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { lineQuantities } from '../estimate';
import type { Finding } from '../findings';
import { bySeverity, DEFAULT_PROFILE, judgeBook, judgeLine, judgeNodeGround } from '../findings';
import { solveGrade } from '../grade';
import { topologyOf } from '../network';
import type { RunResult } from '../run-result';
import type { GroundShots } from '../survey';
import { groundShots, workBook } from '../survey';
import { affectedRuns } from './affected';
import type { Evaluation, LineResult } from './evaluation';
import type { Context } from './run';
import { evaluateRun, surplusByRun } from './run';
import { lineageNow, NO_LINEAGE, sameLineage, siteTables } from './tables';

/** Soil of which nothing was said; swell and shrink are common practice for mixed earth. */
export const DEFAULT_NATIVE: ItemOf<'native'> = {
  kind: 'native',
  id: ONLY,
  name: 'Native soil',
  swell: 0.25,
  shrink: 0.1,
};

/**
 * @param previous an evaluation of an earlier state of the same plan. What the edits since do not reach is
 * taken over from it; the result is the same as without it.
 */
export function evaluate(plan: Plan, previous?: Evaluation): Evaluation {
  if (previous?.plan === plan) return previous;
  const profile = plan.profile[ONLY] ?? DEFAULT_PROFILE;
  const native = plan.native[ONLY] ?? DEFAULT_NATIVE;
  const frost = plan.site[ONLY]?.frost;
  const wholly = !previous || previous.profile !== profile || previous.plan.site[ONLY]?.frost !== frost;
  const sameLines =
    previous !== undefined &&
    previous.plan.run === plan.run &&
    previous.plan.line === plan.line &&
    previous.plan.nodePlace === plan.nodePlace;
  const topology = sameLines ? previous.topology : topologyOf(plan);
  const grade =
    previous &&
    previous.plan.run === plan.run &&
    previous.plan.runGrade === plan.runGrade &&
    previous.plan.nodePlace === plan.nodePlace
      ? previous.grade
      : solveGrade(plan, previous);

  const sameBook =
    previous &&
    previous.plan.benchmark === plan.benchmark &&
    previous.plan.setup === plan.setup &&
    previous.plan.shot === plan.shot &&
    previous.plan.levelling === plan.levelling;
  const book = sameBook ? previous.book : workBook(plan);
  const lineage = previous && sameLineage(previous, plan) ? previous.lineage : lineageNow(plan);
  const samePlaces =
    previous !== undefined &&
    lineage === previous.lineage &&
    (lineage === NO_LINEAGE || (previous.plan.run === plan.run && previous.plan.node === plan.node));
  const shots = sameBook && samePlaces ? previous.shots : groundShots(book, { plan, lineage });
  const site =
    samePlaces && previous.plan.crossing === plan.crossing && previous.plan.testPit === plan.testPit
      ? previous.site
      : siteTables(plan, lineage);

  const context: Context = {
    plan,
    topology,
    grade,
    profile,
    shots,
    site,
    frost,
    envelopes: new Map(),
    surplus: surplusByRun(grade.surplus),
  };
  const affected = wholly ? new Set(Object.keys(plan.run)) : affectedRuns(context, previous);
  const runs = new Map<Uuid, RunResult>(wholly ? [] : previous.runs);
  if (!sameLines) for (const id of runs.keys()) if (!plan.run[id]) runs.delete(id);
  for (const id of affected) {
    const run = plan.run[id];
    if (run) runs.set(id, evaluateRun(run, context));
  }

  const keepLines =
    !wholly &&
    sameLines &&
    previous.plan.material === plan.material &&
    previous.plan.pipe === plan.pipe &&
    previous.native === native;
  const lines = new Map<Uuid, LineResult>(keepLines ? previous.lines : []);
  const touched = keepLines ? new Set([...affected].map((id) => plan.run[id]?.line)) : undefined;
  for (const [id, order] of topology.orders) {
    const line = plan.line[id];
    if (!line || (touched && !touched.has(id))) continue;
    const results = order.runs.map((run) => runs.get(run.id) as RunResult);
    const quantities = lineQuantities(results, plan, native);
    lines.set(id, { id, line, order, quantities, findings: judgeLine(line, order, results, quantities) });
  }
  const sameGround =
    shots === previous?.shots && previous.plan.nodeGround === plan.nodeGround && previous.plan.node === plan.node;
  const findings = sameGround ? previous.findings : [...judgeBook(plan, book, shots), ...nodesTwice(plan, shots)];
  return {
    plan,
    grade,
    lines,
    runs,
    profile,
    native,
    recomputed: affected,
    topology,
    book,
    shots,
    site,
    lineage,
    findings,
  };
}

/** Nodes whose ground is both typed and shot. */
function nodesTwice(plan: Plan, shots: GroundShots): Finding[] {
  const found: Finding[] = [];
  for (const [id, shot] of shots.nodes) {
    const typed = plan.nodeGround[id];
    const node = plan.node[id];
    const one = typed && node && !typed.holds ? judgeNodeGround(node, typed.elevation, shot.elevation) : undefined;
    if (one) found.push(one);
  }
  return found;
}

/** All findings, the gravest first, and within one severity up each line. */
export function findingsOf(evaluation: Evaluation): Finding[] {
  const all: Finding[] = [...evaluation.findings];
  for (const line of evaluation.lines.values()) {
    all.push(...line.findings);
    for (const run of line.order.runs) all.push(...(evaluation.runs.get(run.id)?.findings ?? []));
  }
  // A run whose line is gone hangs under no line, and still must be heard of.
  for (const run of evaluation.runs.values()) if (!evaluation.plan.line[run.run.line]) all.push(...run.findings);
  return bySeverity(all);
}
