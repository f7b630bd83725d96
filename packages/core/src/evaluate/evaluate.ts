import type { ItemOf, Plan, Profile, Section, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import type { Quantities } from '../estimate';
import { lineQuantities } from '../estimate';
import type { Finding } from '../findings';
import { bySeverity, DEFAULT_PROFILE, judgeLine, judgeRun, lostParts } from '../findings';
import type { GradeSolution, LineOrder, RunGradeResult, SurplusFact } from '../grade';
import { orderLine, runsByLine, solveGrade } from '../grade';
import { groundProfile } from '../ground';
import type { Envelope } from '../trench';
import { envelope, runTrench } from '../trench';
import type { RunResult } from '../run-result';
import { changedIds } from './differ';

/** Everything that follows from a plan. Never stored: it is worked out anew, as far as an edit reaches. */
export interface Evaluation {
  readonly plan: Plan;
  readonly grade: GradeSolution;
  readonly lines: ReadonlyMap<Uuid, LineResult>;
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  readonly profile: Profile;
  readonly native: ItemOf<'native'>;
  /** The runs that this evaluation worked out; the others were taken over. */
  readonly recomputed: ReadonlySet<Uuid>;
  readonly topology: Topology;
}

export interface LineResult {
  readonly id: Uuid;
  readonly line: ItemOf<'line'>;
  readonly order: LineOrder;
  readonly quantities: Quantities;
  /** Of the line as a whole; those of its runs are with the runs. */
  readonly findings: readonly Finding[];
}

/** Who meets whom: follows from lines and runs alone, so most edits leave it as it is. */
interface Topology {
  readonly orders: ReadonlyMap<Uuid, LineOrder>;
  readonly atNode: ReadonlyMap<Uuid, readonly Uuid[]>;
  readonly bySection: ReadonlyMap<Uuid, readonly Uuid[]>;
  readonly byPipe: ReadonlyMap<Uuid, readonly Uuid[]>;
  /** The run whose upper node is the key. */
  readonly endingAt: ReadonlyMap<Uuid, Uuid>;
}

/** Soil of which nothing was said; swell and shrink are common practice for mixed earth. */
export const DEFAULT_NATIVE: ItemOf<'native'> = { kind: 'native', id: ONLY, name: 'Native soil', swell: 0.25, shrink: 0.1 };

/**
 * @param previous an evaluation of an earlier state of the same plan. What the edits since do not reach is
 * taken over from it; the result is the same as without it.
 */
export function evaluate(plan: Plan, previous?: Evaluation): Evaluation {
  if (previous?.plan === plan) return previous;
  const profile = plan.profile[ONLY] ?? DEFAULT_PROFILE;
  const native = plan.native[ONLY] ?? DEFAULT_NATIVE;
  const wholly = !previous || previous.profile !== profile;
  const sameLines = previous !== undefined && previous.plan.run === plan.run && previous.plan.line === plan.line;
  const topology = sameLines ? previous.topology : topologyOf(plan);
  const grade =
    previous && previous.plan.run === plan.run && previous.plan.runGrade === plan.runGrade ? previous.grade : solveGrade(plan);

  const affected = wholly ? new Set(Object.keys(plan.run)) : affectedRuns(plan, previous, topology, grade);
  const runs = new Map<Uuid, RunResult>(wholly ? [] : previous.runs);
  if (!sameLines) for (const id of runs.keys()) if (!plan.run[id]) runs.delete(id);
  const surplus = surplusByRun(grade.surplus);
  const envelopes: EnvelopeCache = new Map();
  for (const id of affected) {
    const run = plan.run[id];
    if (run) runs.set(id, evaluateRun(run, plan, topology, grade, surplus.get(id) ?? [], profile, envelopes));
  }

  const keepLines =
    !wholly && sameLines && previous.plan.material === plan.material && previous.plan.pipe === plan.pipe && previous.native === native;
  const lines = new Map<Uuid, LineResult>(keepLines ? previous.lines : []);
  const touched = keepLines ? new Set([...affected].map((id) => plan.run[id]?.line)) : undefined;
  for (const [id, order] of topology.orders) {
    const line = plan.line[id];
    if (!line || (touched && !touched.has(id))) continue;
    const results = order.runs.map((run) => runs.get(run.id) as RunResult);
    const quantities = lineQuantities(results, plan, native);
    lines.set(id, { id, line, order, quantities, findings: judgeLine(line, order, results, quantities) });
  }
  return { plan, grade, lines, runs, profile, native, recomputed: affected, topology };
}

/** All findings, the gravest first, and within one severity up each line. */
export function findingsOf(evaluation: Evaluation): Finding[] {
  const all: Finding[] = [];
  for (const line of evaluation.lines.values()) {
    all.push(...line.findings);
    for (const run of line.order.runs) all.push(...(evaluation.runs.get(run.id)?.findings ?? []));
  }
  // A run whose line is gone hangs under no line, and still must be heard of.
  for (const run of evaluation.runs.values()) if (!evaluation.plan.line[run.run.line]) all.push(...run.findings);
  return bySeverity(all);
}

function topologyOf(plan: Plan): Topology {
  const byLine = runsByLine(plan);
  const orders = new Map(Object.keys(plan.line).map((id) => [id, orderLine(byLine.get(id) ?? [])]));
  const topology = {
    orders,
    atNode: new Map<Uuid, Uuid[]>(),
    bySection: new Map<Uuid, Uuid[]>(),
    byPipe: new Map<Uuid, Uuid[]>(),
    endingAt: new Map<Uuid, Uuid>(),
  };
  const add = (map: Map<Uuid, Uuid[]>, key: Uuid | undefined, id: Uuid): void => {
    if (key === undefined) return;
    const list = map.get(key);
    if (list) list.push(id);
    else map.set(key, [id]);
  };
  for (const run of Object.values(plan.run)) {
    add(topology.atNode, run.lower, run.id);
    add(topology.atNode, run.upper, run.id);
    add(topology.bySection, sectionIdOf(run, plan), run.id);
    add(topology.byPipe, pipeIdOf(run, plan), run.id);
    if (!topology.endingAt.has(run.upper)) topology.endingAt.set(run.upper, run.id);
  }
  return topology;
}

/** Exactly the runs whose results can differ from before. */
function affectedRuns(plan: Plan, previous: Evaluation, topology: Topology, grade: GradeSolution): Set<Uuid> {
  const before = previous.plan;
  const affected = new Set<Uuid>();
  const addAll = (ids: readonly Uuid[] | undefined): void => ids?.forEach((id) => affected.add(id));

  for (const id of changedIds(before.run, plan.run)) {
    affected.add(id);
    // Whether a node is an outlet depends on its other runs.
    for (const run of [before.run[id], plan.run[id]]) {
      if (!run) continue;
      addAll(topology.atNode.get(run.lower));
      addAll(topology.atNode.get(run.upper));
    }
  }
  for (const id of changedIds(before.line, plan.line)) {
    for (const run of topology.orders.get(id)?.runs ?? previous.topology.orders.get(id)?.runs ?? []) affected.add(run.id);
  }
  for (const id of changedIds(before.runGround, plan.runGround)) affected.add(id);
  for (const id of changedIds(before.node, plan.node)) addAll(topology.atNode.get(id));
  for (const id of changedIds(before.nodeGround, plan.nodeGround)) addAll(topology.atNode.get(id));
  for (const id of changedIds(before.section, plan.section)) addAll(topology.bySection.get(id));
  for (const id of changedIds(before.pipe, plan.pipe)) addAll(topology.byPipe.get(id));
  if (grade !== previous.grade) {
    for (const [id, now] of grade.runs) {
      const then = previous.grade.runs.get(id);
      if (then && then.low === now.low && then.high === now.high && then.slope === now.slope) continue;
      affected.add(id);
      const upper = plan.run[id]?.upper;
      if (upper !== undefined) addAll(topology.atNode.get(upper));
    }
    for (const fact of previous.grade.surplus) affected.add(fact.run);
    for (const fact of grade.surplus) affected.add(fact.run);
  }
  for (const id of affected) if (!plan.run[id]) affected.delete(id);
  return affected;
}

type EnvelopeCache = Map<Section, Map<ItemOf<'pipe'>, Envelope>>;

function evaluateRun(
  run: ItemOf<'run'>,
  plan: Plan,
  topology: Topology,
  grade: GradeSolution,
  surplus: readonly SurplusFact[],
  profile: Profile,
  envelopes: EnvelopeCache,
): RunResult {
  const line = plan.line[run.line];
  const pipe = plan.pipe[pipeIdOf(run, plan) ?? ''];
  const section = plan.section[sectionIdOf(run, plan) ?? ''];
  const length = run.length.value;
  const solved = grade.runs.get(run.id) as RunGradeResult;
  const ground = groundProfile(
    length,
    plan.nodeGround[run.lower]?.elevation,
    plan.nodeGround[run.upper]?.elevation,
    plan.runGround[run.id]?.breaks ?? [],
  );
  const lower = plan.node[run.lower];
  const lost: string[] = [];
  if (!line) lost.push('line');
  if (!lower) lost.push('lower node');
  if (!plan.node[run.upper]) lost.push('upper node');
  if (!pipe) lost.push('pipe');
  if (!section) lost.push('trench section');
  if (!line || !pipe || !section) {
    return { id: run.id, run, length, grade: solved, ground, pipe, section, envelope: undefined, trench: undefined, findings: [lostParts(run, lost)] };
  }
  const of = cachedEnvelope(section, pipe, envelopes);
  const trench = runTrench(solved, ground, pipe, section, of);
  const belowId = topology.endingAt.get(run.lower);
  const findings = judgeRun({
    run,
    line,
    lower,
    outlet: belowId === undefined,
    below: belowId === undefined ? undefined : grade.runs.get(belowId)?.high,
    grade: solved,
    surplus,
    ground,
    pipe,
    envelope: of,
    trench,
    profile,
  });
  if (lost.length > 0) findings.unshift(lostParts(run, lost));
  return { id: run.id, run, length, grade: solved, ground, pipe, section, envelope: of, trench, findings };
}

function cachedEnvelope(section: Section, pipe: ItemOf<'pipe'>, cache: EnvelopeCache): Envelope {
  let ofSection = cache.get(section);
  if (!ofSection) cache.set(section, (ofSection = new Map()));
  let of = ofSection.get(pipe);
  if (!of) ofSection.set(pipe, (of = envelope(section, pipe)));
  return of;
}

export function pipeIdOf(run: ItemOf<'run'>, plan: Pick<Plan, 'line'>): Uuid | undefined {
  return run.pipe ?? plan.line[run.line]?.pipe;
}

export function sectionIdOf(run: ItemOf<'run'>, plan: Pick<Plan, 'line'>): Uuid | undefined {
  return run.section ?? plan.line[run.line]?.section;
}

function surplusByRun(surplus: readonly SurplusFact[]): Map<Uuid, SurplusFact[]> {
  const map = new Map<Uuid, SurplusFact[]>();
  for (const fact of surplus) {
    const list = map.get(fact.run);
    if (list) list.push(fact);
    else map.set(fact.run, [fact]);
  }
  return map;
}
