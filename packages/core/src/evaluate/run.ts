import type { Crossing, ItemOf, Plan, Profile, Run, Section, TestPit, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { judgeRun, lengthOpen, lostParts } from '../findings';
import type { GradeSolution, RunGradeResult, SurplusFact } from '../grade';
import type { GroundPoint } from '../ground';
import { groundProfile, mergeGround } from '../ground';
import { drawnLength, runLength, upRun } from '../length';
import type { Topology } from '../network';
import { pipeIdOf, sectionIdOf } from '../network';
import type { RunResult } from '../run-result';
import type { PipeLevels } from '../site';
import { crossingResult } from '../site';
import type { GroundShots } from '../survey';
import { SAME_PLACE } from '../survey';
import type { Envelope, Station } from '../trench';
import { envelope, runTrench, stationAt } from '../trench';
import type { SiteTables } from './evaluation';
import { nodeLevel } from './evaluation';

/** One run worked out, from what it rests on. */

/** What the evaluation of every run rests on. */
export interface Context {
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

export function evaluateRun(
  run: ItemOf<'run'>,
  { plan, topology, grade, surplus, profile, shots, site, frost, envelopes }: Context,
): RunResult {
  const line = plan.line[run.line];
  const pipe = plan.pipe[pipeIdOf(run, plan) ?? ''];
  const section = plan.section[sectionIdOf(run, plan) ?? ''];
  const known = runLength(plan, run);
  const length = known ?? 0;
  const solved = grade.runs.get(run.id) as RunGradeResult;
  const typed = plan.runGround[run.id];
  const lowerId = lowerOf(run);
  const upperId = upperOf(run);
  const { points, twice } = mergeGround(
    upwards(run, length, typed?.breaks ?? NO_POINTS),
    upwards(run, length, shots.runs.get(run.id) ?? NO_POINTS),
    SAME_PLACE,
  );
  const ground = groundProfile(length, nodeLevel(plan, shots, lowerId), nodeLevel(plan, shots, upperId), points);
  const lower = plan.node[lowerId];
  const lost: string[] = [];
  if (!line) lost.push('line');
  if (!lower) lost.push('lower node');
  if (!plan.node[upperId]) lost.push('upper node');
  if (!pipe) lost.push('pipe');
  if (!section) lost.push('trench section');
  if (!line || !pipe || !section || known === undefined) {
    const findings = lost.length > 0 ? [lostParts(run, lost)] : [];
    if (known === undefined) findings.push(lengthOpen(run));
    return {
      id: run.id,
      run,
      length,
      grade: solved,
      ground,
      pipe,
      section,
      envelope: undefined,
      trench: undefined,
      crossings: [],
      findings,
    };
  }
  const of = cachedEnvelope(section, pipe, envelopes);
  const trench = runTrench(solved, ground, pipe, section, of);
  const leaving = topology.leaving.get(lowerId);
  const crossings = (site.crossings.get(run.id) ?? NO_CROSSINGS).map((one) =>
    crossingResult(one, run, length, pipe.outside, (at) => pipeLevels(stationAt(solved, ground, of, at), of)),
  );
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
    pits: (site.pits.get(run.id) ?? NO_PITS).map((pit) => ({ pit, at: upRun(run, length, pit.place?.at ?? 0) })),
    frost,
  });
  if (lost.length > 0) findings.unshift(lostParts(run, lost));
  return { id: run.id, run, length, grade: solved, ground, pipe, section, envelope: of, trench, crossings, findings };
}

const NO_POINTS: readonly Placed[] = [];

interface Placed {
  readonly at: number;
  readonly elevation: number;
  readonly shot?: Uuid;
}

/** Ground told from end a, as it is met going up the run. */
function upwards(run: Run, length: number, points: readonly Placed[]): readonly GroundPoint[] {
  if (run.flow === 'to-a') return points;
  const turned: GroundPoint[] = [];
  for (let index = points.length - 1; index >= 0; index -= 1) {
    const point = points[index] as Placed;
    turned.push({ ...point, at: upRun(run, length, point.at) });
  }
  return turned;
}

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
  return {
    ground,
    underside,
    crown: underside === undefined || invert === undefined ? undefined : underside + 2 * of.radius,
    bottom,
  };
}

function cachedEnvelope(section: Section, pipe: ItemOf<'pipe'>, cache: EnvelopeCache): Envelope {
  const ofSection = cache.get(section) ?? new Map<ItemOf<'pipe'>, Envelope>();
  cache.set(section, ofSection);
  let of = ofSection.get(pipe);
  if (!of) ofSection.set(pipe, (of = envelope(section, pipe)));
  return of;
}

export function surplusByRun(surplus: readonly SurplusFact[]): Map<Uuid, SurplusFact[]> {
  const map = new Map<Uuid, SurplusFact[]>();
  for (const fact of surplus) {
    const list = map.get(fact.run);
    if (list) list.push(fact);
    else map.set(fact.run, [fact]);
  }
  return map;
}
