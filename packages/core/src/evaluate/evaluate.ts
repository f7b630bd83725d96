import type { Crossing, ItemOf, Plan, Profile, Section, TestPit, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import type { Quantities } from '../estimate';
import { lineQuantities } from '../estimate';
import type { Finding } from '../findings';
import { bySeverity, DEFAULT_PROFILE, judgeBook, judgeLine, judgeNodeGround, judgeRun, lengthOpen, lostParts } from '../findings';
import type { GradeSolution, LineOrder, RunGradeResult, SurplusFact } from '../grade';
import { solveGrade } from '../grade';
import type { GroundPoint, NodeLevel } from '../ground';
import { groundProfile, mergeGround } from '../ground';
import { drawnLength, runLength } from '../length';
import type { Topology } from '../network';
import { pipeIdOf, runsAt, sectionIdOf, topologyOf } from '../network';
import type { RunResult } from '../run-result';
import type { PipeLevels } from '../site';
import { crossingResult } from '../site';
import type { Book, GroundShot, GroundShots, RunShot } from '../survey';
import { groundShots, SAME_PLACE, workBook } from '../survey';
import type { Envelope, Station } from '../trench';
import { envelope, runTrench, stationAt } from '../trench';
import { changedIds, changedKeys } from './differ';

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
  readonly book: Book;
  readonly shots: GroundShots;
  readonly site: SiteTables;
  /** Of the job as a whole. */
  readonly findings: readonly Finding[];
}

/** What lies at each run, by run. */
interface SiteTables {
  readonly crossings: ReadonlyMap<Uuid, readonly Crossing[]>;
  readonly pits: ReadonlyMap<Uuid, readonly TestPit[]>;
}

export interface LineResult {
  readonly id: Uuid;
  readonly line: ItemOf<'line'>;
  readonly order: LineOrder;
  readonly quantities: Quantities;
  /** Of the line as a whole; those of its runs are with the runs. */
  readonly findings: readonly Finding[];
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
  const frost = plan.site[ONLY]?.frost;
  const wholly = !previous || previous.profile !== profile || previous.plan.site[ONLY]?.frost !== frost;
  const sameLines = previous !== undefined && previous.plan.run === plan.run && previous.plan.line === plan.line && previous.plan.nodePlace === plan.nodePlace;
  const topology = sameLines ? previous.topology : topologyOf(plan);
  const grade =
    previous && previous.plan.run === plan.run && previous.plan.runGrade === plan.runGrade && previous.plan.nodePlace === plan.nodePlace
      ? previous.grade
      : solveGrade(plan);

  const sameBook =
    previous &&
    previous.plan.benchmark === plan.benchmark &&
    previous.plan.setup === plan.setup &&
    previous.plan.shot === plan.shot &&
    previous.plan.levelling === plan.levelling;
  const book = sameBook ? previous.book : workBook(plan);
  const shots = sameBook ? previous.shots : groundShots(book);
  const site =
    previous && previous.plan.crossing === plan.crossing && previous.plan.testPit === plan.testPit ? previous.site : siteTables(plan);

  const context: Context = { plan, topology, grade, profile, shots, site, frost, envelopes: new Map(), surplus: surplusByRun(grade.surplus) };
  const affected = wholly ? new Set(Object.keys(plan.run)) : affectedRuns(context, previous);
  const runs = new Map<Uuid, RunResult>(wholly ? [] : previous.runs);
  if (!sameLines) for (const id of runs.keys()) if (!plan.run[id]) runs.delete(id);
  for (const id of affected) {
    const run = plan.run[id];
    if (run) runs.set(id, evaluateRun(run, context));
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
  const sameGround = sameBook && previous.plan.nodeGround === plan.nodeGround && previous.plan.node === plan.node;
  const findings = sameGround ? previous.findings : [...judgeBook(plan, book, shots), ...nodesTwice(plan, shots)];
  return { plan, grade, lines, runs, profile, native, recomputed: affected, topology, book, shots, site, findings };
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

/** Ground at a node: what was shot goes before what was typed, unless that is said to hold. */
export function nodeLevel(plan: Pick<Plan, 'nodeGround'>, shots: GroundShots, node: Uuid): NodeLevel | undefined {
  const typed = plan.nodeGround[node];
  return (typed?.holds ? undefined : shots.nodes.get(node)) ?? typed;
}

function siteTables(plan: Plan): SiteTables {
  const crossings = new Map<Uuid, Crossing[]>();
  for (const one of Object.values(plan.crossing)) crossings.set(one.run, [...(crossings.get(one.run) ?? []), one]);
  const pits = new Map<Uuid, TestPit[]>();
  for (const pit of Object.values(plan.testPit)) if (pit.place) pits.set(pit.place.run, [...(pits.get(pit.place.run) ?? []), pit]);
  return { crossings, pits };
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

/** Exactly the runs whose results can differ from before. */
function affectedRuns({ plan, topology, grade, shots }: Context, previous: Evaluation): Set<Uuid> {
  const before = previous.plan;
  const affected = new Set<Uuid>();
  const addAll = (ids: readonly Uuid[] | undefined): void => ids?.forEach((id) => affected.add(id));

  for (const id of changedIds(before.run, plan.run)) {
    affected.add(id);
    // Whether a node is an outlet depends on its other runs.
    for (const run of [before.run[id], plan.run[id]]) {
      if (!run) continue;
      addAll(runsAt(topology, run.lower));
      addAll(runsAt(topology, run.upper));
    }
  }
  for (const id of changedIds(before.line, plan.line)) {
    for (const run of topology.orders.get(id)?.runs ?? previous.topology.orders.get(id)?.runs ?? []) affected.add(run.id);
  }
  for (const id of changedIds(before.runGround, plan.runGround)) affected.add(id);
  for (const id of changedIds(before.node, plan.node)) addAll(runsAt(topology, id));
  for (const id of changedIds(before.nodeGround, plan.nodeGround)) addAll(runsAt(topology, id));
  for (const id of changedIds(before.nodePlace, plan.nodePlace)) addAll(runsAt(topology, id));
  if (shots !== previous.shots) {
    for (const id of changedKeys(previous.shots.nodes, shots.nodes, sameShot)) addAll(runsAt(topology, id));
    for (const id of changedKeys(previous.shots.runs, shots.runs, (a, b) => a.length === b.length && a.every((one, index) => sameShot(one, b[index] as RunShot)))) {
      affected.add(id);
    }
  }
  for (const id of changedIds(before.crossing, plan.crossing)) addAll([before.crossing[id]?.run, plan.crossing[id]?.run].filter((run) => run !== undefined));
  for (const id of changedIds(before.testPit, plan.testPit)) addAll([before.testPit[id]?.place?.run, plan.testPit[id]?.place?.run].filter((run) => run !== undefined));
  for (const id of topology.ringed) if (!previous.topology.ringed.has(id)) affected.add(id);
  for (const id of previous.topology.ringed) if (!topology.ringed.has(id)) affected.add(id);
  for (const id of changedIds(before.section, plan.section)) addAll(topology.withSection(id));
  for (const id of changedIds(before.pipe, plan.pipe)) addAll(topology.withPipe(id));
  if (grade !== previous.grade) {
    for (const [id, now] of grade.runs) {
      const then = previous.grade.runs.get(id);
      if (then && then.low === now.low && then.high === now.high && then.slope === now.slope) continue;
      affected.add(id);
      const upper = plan.run[id]?.upper;
      if (upper !== undefined) addAll(runsAt(topology, upper));
    }
    for (const fact of previous.grade.surplus) affected.add(fact.run);
    for (const fact of grade.surplus) affected.add(fact.run);
  }
  for (const id of affected) if (!plan.run[id]) affected.delete(id);
  return affected;
}

const sameShot = (a: GroundShot, b: GroundShot): boolean => a.shot === b.shot && a.elevation === b.elevation && (a as RunShot).at === (b as RunShot).at;

/** What the evaluation of every run rests on. */
interface Context {
  readonly plan: Plan;
  readonly topology: Topology;
  readonly grade: GradeSolution;
  readonly surplus: ReadonlyMap<Uuid, readonly SurplusFact[]>;
  readonly profile: Profile;
  readonly shots: GroundShots;
  readonly site: SiteTables;
  readonly frost: number | undefined;
  readonly envelopes: EnvelopeCache;
}

type EnvelopeCache = Map<Section, Map<ItemOf<'pipe'>, Envelope>>;

function evaluateRun(run: ItemOf<'run'>, { plan, topology, grade, surplus, profile, shots, site, frost, envelopes }: Context): RunResult {
  const line = plan.line[run.line];
  const pipe = plan.pipe[pipeIdOf(run, plan) ?? ''];
  const section = plan.section[sectionIdOf(run, plan) ?? ''];
  const known = runLength(plan, run);
  const length = known ?? 0;
  const solved = grade.runs.get(run.id) as RunGradeResult;
  const typed = plan.runGround[run.id];
  const { points, twice } = mergeGround(typed?.breaks ?? NO_POINTS, shots.runs.get(run.id) ?? NO_POINTS, SAME_PLACE);
  const ground = groundProfile(length, nodeLevel(plan, shots, run.lower), nodeLevel(plan, shots, run.upper), points);
  const lower = plan.node[run.lower];
  const lost: string[] = [];
  if (!line) lost.push('line');
  if (!lower) lost.push('lower node');
  if (!plan.node[run.upper]) lost.push('upper node');
  if (!pipe) lost.push('pipe');
  if (!section) lost.push('trench section');
  if (!line || !pipe || !section || known === undefined) {
    const findings = lost.length > 0 ? [lostParts(run, lost)] : [];
    if (known === undefined) findings.push(lengthOpen(run));
    return { id: run.id, run, length, grade: solved, ground, pipe, section, envelope: undefined, trench: undefined, crossings: [], findings };
  }
  const of = cachedEnvelope(section, pipe, envelopes);
  const trench = runTrench(solved, ground, pipe, section, of);
  const leaving = topology.leaving.get(run.lower);
  const crossings = (site.crossings.get(run.id) ?? NO_CROSSINGS).map((one) => crossingResult(one, length, pipe.outside, (at) => pipeLevels(stationAt(solved, ground, of, at), of)));
  const findings = judgeRun({
    run,
    length,
    line,
    lower,
    outlet: leaving === undefined,
    below: lowestLeaving(leaving, grade),
    ringed: topology.ringed.has(run.id),
    drawn: drawnLength(plan, run),
    over: typed && typed.breaks.length > 0 ? typed.over : undefined,
    twice,
    grade: solved,
    surplus: surplus.get(run.id) ?? NO_SURPLUS,
    ground,
    pipe,
    envelope: of,
    trench,
    stations: trench.stations,
    profile,
    crossings,
    pits: site.pits.get(run.id) ?? NO_PITS,
    frost,
  });
  if (lost.length > 0) findings.unshift(lostParts(run, lost));
  return { id: run.id, run, length, grade: solved, ground, pipe, section, envelope: of, trench, crossings, findings };
}

const NO_POINTS: readonly GroundPoint[] = [];
const NO_CROSSINGS: readonly Crossing[] = [];
const NO_PITS: readonly TestPit[] = [];
const NO_SURPLUS: readonly SurplusFact[] = [];

/** Invert of the lowest way out of a node; undefined where one of them is not known. */
function lowestLeaving(leaving: readonly Uuid[] | undefined, grade: GradeSolution): number | undefined {
  let lowest: number | undefined;
  for (const id of leaving ?? []) {
    const high = grade.runs.get(id)?.high;
    if (high === undefined) return undefined;
    if (lowest === undefined || high < lowest) lowest = high;
  }
  return lowest;
}

function pipeLevels({ ground, invert, bottom }: Station, of: Envelope): PipeLevels {
  const underside = bottom === undefined ? undefined : bottom + of.underside;
  return { ground, underside, crown: underside === undefined || invert === undefined ? undefined : underside + 2 * of.radius, bottom };
}

function cachedEnvelope(section: Section, pipe: ItemOf<'pipe'>, cache: EnvelopeCache): Envelope {
  let ofSection = cache.get(section);
  if (!ofSection) cache.set(section, (ofSection = new Map()));
  let of = ofSection.get(pipe);
  if (!of) ofSection.set(pipe, (of = envelope(section, pipe)));
  return of;
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
