import type { Plan } from '@alveus/plan';
import { z } from 'zod';
import { byName, inOrder } from '../by-name';
import type { Evaluation } from '../evaluate';
import { crossingsAt, evaluate, findingsOf } from '../evaluate';
import { say } from '../phrase';
import type { Finding, LineResult, NodeResult, RunResult } from '../results';
import { bySeverity, isWhole } from '../results';
import type { Sum, Takeoff } from '../takeoff';
import { lineSums, takeoff } from '../takeoff';
import { NEAR } from '../tolerance';
import { stationAt } from '../trench';
import { leastStep, stationDistances } from './stations';

/** What a plan comes to, as JSON in SI for other programs; the schema is published with the plan format. */

const number = z.number();
const known = number.nullable();

const ComputedStation = z.strictObject({
  chainage: number,
  distance: number,
  ground: known,
  invert: known,
  trenchBottom: known,
  depth: known,
  cover: known,
});

/** What stands in a run when rain has stopped: up to which elevation, along how much of it, how much of that full, m³. */
const ComputedStanding = z.strictObject({ level: number, wet: number, full: number, volume: number });

const ComputedUtility = z.strictObject({
  id: z.string(),
  name: z.string(),
  distance: number,
  top: known,
  bottom: known,
  /** Outside to outside, m; negative where it runs into the pipe. */
  clear: known,
});

const ComputedRun = z.strictObject({
  id: z.string(),
  name: z.string(),
  length: number,
  slope: known,
  lowInvert: known,
  highInvert: known,
  trenchWidth: known,
  standing: ComputedStanding.nullable(),
  utilities: z.array(ComputedUtility),
  stations: z.array(ComputedStation),
});

const ComputedNode = z.strictObject({
  id: z.string(),
  name: z.string(),
  form: z.string(),
  ground: known,
  rim: known,
  lowestInvert: known,
  depth: known,
  /** Elevation at which water stands when rain has stopped; null where none does, or it is not known. */
  water: known,
  /** Of its hole: how deep, and what is dug for it. */
  holeDepth: known,
  holeDug: known,
});

const ComputedSum = z.strictObject({
  supplier: z.string(),
  name: z.string(),
  /** What its amounts are in: m³ placed, kg, m, m² or pieces. */
  unit: z.string(),
  amount: number,
  ordered: number,
  /** As it is asked for. */
  count: z.strictObject({ of: z.string(), number }).nullable(),
  loose: number,
  mass: number,
  loads: number,
});

type ComputedSum = z.infer<typeof ComputedSum>;

const ComputedTakeoff = z.strictObject({
  sums: z.array(ComputedSum),
  soil: z.strictObject({
    dug: number,
    back: number,
    moved: number,
    stone: number,
    left: number,
    leftLoose: number,
    short: number,
  }),
  missing: z.strictObject({
    length: number,
    holes: number,
    risers: number,
    bends: number,
    lost: number,
    /** Materials that are set by the piece, without a length of one. */
    unsized: z.array(z.string()),
  }),
});

/** Volumes in m³; of native soil also as it lies in the ground, of spoil also loose in the truck. */
const ComputedSoil = z.strictObject({
  excavation: number,
  swales: number,
  pipeDisplaced: number,
  /** Of the excavation, in holes of structures; and what those take up. */
  inHoles: number,
  structures: number,
  nativeReturned: number,
  nativeBank: number,
  spoilBank: number,
  spoilLoose: number,
  nativeShort: number,
});

/** The level book: heights of instrument, and how its loops close. */
const ComputedBook = z.strictObject({
  setups: z.array(z.strictObject({ id: z.string(), name: z.string(), heightOfInstrument: known })),
  loops: z.array(
    z.strictObject({
      /** Benchmarks at its beginning and at its end, and the setups between them. */
      from: z.string(),
      to: z.string(),
      setups: z.array(z.string()),
      sumBacksights: number,
      sumForesights: number,
      misclosure: number,
      allowed: number,
      adjusted: z.boolean(),
    }),
  ),
});

const ComputedFinding = z.strictObject({
  severity: z.enum(['stop', 'fix', 'watch']),
  rule: z.string(),
  run: z.string().nullable(),
  distance: known,
  by: known,
  message: z.string(),
});

export const Computed = z.strictObject({
  lines: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      runs: z.array(ComputedRun),
      soil: ComputedSoil,
      /** What of the take-off is the line's. */
      sums: z.array(ComputedSum),
      /** Length of the line that the amounts leave out, and whether they leave out nothing. */
      missingLength: number,
      complete: z.boolean(),
    }),
  ),
  nodes: z.array(ComputedNode),
  takeoff: ComputedTakeoff,
  book: ComputedBook,
  findings: z.array(ComputedFinding),
});
export type Computed = z.infer<typeof Computed>;

/**
 * @param step stations are given at every ground break and at every multiple of it, m
 * @throws RangeError where that would be more stations than one answer may hold
 */
export function compute(plan: Plan, step = 5): Computed {
  const evaluation = evaluate(plan);
  const taken = takeoff(evaluation);
  const least = leastStep(evaluation, step);
  if (least !== undefined)
    throw new RangeError(`Stations every ${step} m are too many for this plan. Ask for a step of ${least} m or more.`);
  return {
    lines: inOrder(evaluation.lines.values(), ({ line }) => line).map((line) => ({
      id: line.id,
      name: line.line.name,
      runs: line.order.runs.map((run, index) =>
        computedRun(evaluation, evaluation.runs.get(run.id) as RunResult, line, index, step),
      ),
      soil: line.soil,
      sums: lineSums(taken, line.id).map(computedSum),
      missingLength: line.gaps.length,
      complete: isWhole(line.gaps),
    })),
    nodes: inOrder(evaluation.nodes.values(), ({ node }) => node).map((node) => computedNode(evaluation, node)),
    takeoff: computedTakeoff(taken),
    book: computedBook(evaluation),
    findings: findingsInOrder(evaluation).map((finding) => ({
      severity: finding.severity,
      rule: finding.rule,
      run: finding.run ?? null,
      distance: finding.at ?? null,
      by: finding.by?.value ?? null,
      message: say(finding.what, 'metric'),
    })),
  };
}

/** The gravest first, then by where they are and what they say. */
function findingsInOrder(evaluation: Evaluation): Finding[] {
  const { plan } = evaluation;
  const keys = new Map(
    findingsOf(evaluation).map((finding) => {
      const [line, run, node] = [
        plan.line[finding.line ?? ''],
        plan.run[finding.run ?? ''],
        plan.node[finding.node ?? ''],
      ];
      const at = (finding.at ?? 0).toFixed(3).padStart(12, '0');
      return [finding, [line?.name, run?.name, node?.name, at, finding.rule, say(finding.what, 'metric')].join('\n')];
    }),
  );
  const sorted = [...keys].sort(([finding, a], [other, b]) =>
    byName({ id: finding.id, name: a }, { id: other.id, name: b }),
  );
  return bySeverity(sorted.map(([finding]) => finding));
}

function computedBook({ plan, book }: Evaluation): Computed['book'] {
  const benchmark = (id: string): string => plan.benchmark[id]?.name ?? 'benchmark that was removed';
  return {
    setups: book.setups.map(({ setup, height }) => ({
      id: setup.id,
      name: setup.name,
      heightOfInstrument: height ?? null,
    })),
    loops: book.circuits.map(({ setups, from, to, sumBack, sumFore, misclosure, allowed, adjusted }) => ({
      from: benchmark(from),
      to: benchmark(to),
      setups: setups.flatMap((id) => plan.setup[id]?.name ?? []),
      sumBacksights: sumBack,
      sumForesights: sumFore,
      misclosure,
      allowed,
      adjusted,
    })),
  };
}

function computedNode(
  { rest, holes }: Evaluation,
  { id, node, ground, rim, invert, depth }: NodeResult,
): Computed['nodes'][number] {
  const hole = holes.get(id);
  const stands = rest.levels.get(id)?.level;
  return {
    id,
    name: node.name,
    form: node.form,
    ground: ground ?? null,
    rim: rim ?? null,
    lowestInvert: invert ?? null,
    depth: depth ?? null,
    water: stands !== undefined && invert !== undefined && stands > invert + NEAR ? stands : null,
    holeDepth: hole?.depth ?? null,
    holeDug: hole?.amounts?.excavation ?? null,
  };
}

const computedTakeoff = ({ sums, soil, missing, terms }: Takeoff): Computed['takeoff'] => ({
  sums: sums.map(computedSum),
  soil,
  missing: { ...missing, unsized: missing.unsized.flatMap((id) => terms.plan.material[id]?.name ?? []).sort() },
});

const computedSum = ({ supplier, name, unit, amount, ordered, count, loose, mass, loads }: Sum): ComputedSum => ({
  supplier,
  name,
  unit,
  amount,
  ordered,
  count: count ?? null,
  loose,
  mass,
  loads,
});

function computedRun(
  evaluation: Evaluation,
  run: RunResult,
  line: LineResult,
  index: number,
  step: number,
): Computed['lines'][number]['runs'][number] {
  const start = line.line.startChainage + (line.order.starts[index] as number);
  const { low, high, slope } = run.grade;
  const stands = evaluation.rest.runs.get(run.id);
  return {
    id: run.id,
    name: run.run.name,
    length: run.length,
    slope: slope ?? null,
    lowInvert: low ?? null,
    highInvert: high ?? null,
    trenchWidth: run.trench?.width ?? null,
    standing: stands ? { level: stands.level, wet: stands.wet, full: stands.full, volume: stands.volume } : null,
    utilities: inOrder(crossingsAt(evaluation, run.id), ({ crossing }) => crossing).map(
      ({ crossing, at, top, bottom, gap, apart }) => ({
        id: crossing.id,
        name: crossing.name,
        distance: at,
        top: top ?? null,
        bottom: bottom ?? null,
        clear: (crossing.lies.how === 'across' ? gap : apart) ?? null,
      }),
    ),
    stations: stationDistances(run, step).map((at) => {
      const station = stationAt(run.grade, run.ground, run.envelope, at);
      return {
        chainage: start + at,
        distance: at,
        ground: station.ground ?? null,
        invert: station.invert ?? null,
        trenchBottom: station.bottom ?? null,
        depth: station.depth ?? null,
        cover: station.cover ?? null,
      };
    }),
  };
}

export function computedJsonSchema(): object {
  return z.toJSONSchema(Computed, { target: 'draft-2020-12' });
}
