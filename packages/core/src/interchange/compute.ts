import type { Plan } from '@alveus/plan';
import { z } from 'zod';
import type { Evaluation } from '../evaluate';
import { evaluate, findingsOf } from '../evaluate';
import { say } from '../phrase';
import type { LineResult, RunResult } from '../results';
import { stationAt } from '../trench';

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

const ComputedRun = z.strictObject({
  id: z.string(),
  name: z.string(),
  length: number,
  slope: known,
  lowInvert: known,
  highInvert: known,
  stations: z.array(ComputedStation),
});

const ComputedQuantities = z.strictObject({
  excavation: number,
  swales: number,
  pipeDisplaced: number,
  /** Of the excavation, in holes of structures; and what those take up. */
  inHoles: number,
  structures: number,
  layers: z.array(
    z.strictObject({ name: z.string(), material: z.string(), placed: number, ordered: number, mass: number }),
  ),
  nativeReturned: number,
  spoilBank: number,
  spoilLoose: number,
  pipe: z.array(z.strictObject({ pipe: z.string(), length: number, sticks: z.number().int() })),
  complete: z.boolean(),
  missingLength: number,
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
    z.strictObject({ id: z.string(), name: z.string(), runs: z.array(ComputedRun), quantities: ComputedQuantities }),
  ),
  findings: z.array(ComputedFinding),
});
export type Computed = z.infer<typeof Computed>;

/** Stations that one answer may hold: some 50 MB of it. */
export const MOST_STATIONS = 200_000;

/** The least step, in whole metres, at which a plan comes to no more stations than that; undefined where `step` will do. */
export function leastStep(evaluation: Evaluation, step: number): number | undefined {
  let steps = 0;
  let fixed = 0;
  for (const run of evaluation.runs.values()) {
    steps += run.length;
    fixed += run.ground.points.length + 2;
  }
  if (fixed + steps / step <= MOST_STATIONS) return undefined;
  return Math.ceil(steps / Math.max(1, MOST_STATIONS - fixed));
}

/**
 * @param step stations are given at every ground break and at every multiple of it, m
 * @throws RangeError where that would be more stations than one answer may hold
 */
export function compute(plan: Plan, step = 5): Computed {
  const evaluation = evaluate(plan);
  const least = leastStep(evaluation, step);
  if (least !== undefined)
    throw new RangeError(`Stations every ${step} m are too many for this plan. Ask for a step of ${least} m or more.`);
  return {
    lines: [...evaluation.lines.values()].map((line) => ({
      id: line.id,
      name: line.line.name,
      runs: line.order.runs.map((run, index) =>
        computedRun(evaluation.runs.get(run.id) as RunResult, line, index, step),
      ),
      quantities: computedQuantities(evaluation, line),
    })),
    findings: findingsOf(evaluation).map((finding) => ({
      severity: finding.severity,
      rule: finding.rule,
      run: finding.run ?? null,
      distance: finding.at ?? null,
      by: finding.by?.value ?? null,
      message: say(finding.what, 'metric'),
    })),
  };
}

function computedRun(
  run: RunResult,
  line: LineResult,
  index: number,
  step: number,
): Computed['lines'][number]['runs'][number] {
  const start = line.line.startChainage + (line.order.starts[index] as number);
  const { low, high, slope } = run.grade;
  return {
    id: run.id,
    name: run.run.name,
    length: run.length,
    slope: slope ?? null,
    lowInvert: low ?? null,
    highInvert: high ?? null,
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

/** Both ends, every ground point and every step of a run, in order and each once. */
export function stationDistances(run: Pick<RunResult, 'length' | 'ground'>, step: number): number[] {
  const distances = new Set<number>([0, run.length, ...run.ground.points.map((point) => point.at)]);
  for (let count = 1; count * step < run.length; count += 1) distances.add(count * step);
  const sorted = [...distances].sort((a, b) => a - b);
  return sorted.filter((at, index) => index === 0 || at - (sorted[index - 1] as number) > 1e-9);
}

function computedQuantities({ plan }: Evaluation, { quantities }: LineResult): Computed['lines'][number]['quantities'] {
  const {
    excavation,
    swales,
    pipeDisplaced,
    inHoles,
    structures,
    layers,
    nativeReturned,
    spoilBank,
    spoilLoose,
    pipe,
    complete,
    missingLength,
  } = quantities;
  return {
    excavation,
    swales,
    pipeDisplaced,
    inHoles,
    structures,
    layers: layers.map(({ name, material, placed, ordered, mass }) => ({
      name,
      material: plan.material[material]?.name ?? material,
      placed,
      ordered,
      mass,
    })),
    nativeReturned,
    spoilBank,
    spoilLoose,
    pipe: pipe.map(({ pipe: id, length, sticks }) => ({ pipe: plan.pipe[id]?.name ?? id, length, sticks })),
    complete,
    missingLength,
  };
}

export function computedJsonSchema(): object {
  return z.toJSONSchema(Computed, { target: 'draft-2020-12' });
}
