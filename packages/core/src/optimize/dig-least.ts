import type { Edit, UpRun, Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Bending, Compiled, BindingRows, Program, Stepped } from './solver';
import { chainOf, chooseBent, conflict, DATUM, bindingRows, highOf, lowOf, rounded, withWays } from './solver';
import { NEAR } from '../tolerance';
import type { System } from '../units';
import { FOOT, INCH } from '../units';
import { LevelWriter } from './accept';
import { digOf } from './cost';
import type { LaidRun } from './gathering';
import type { Limit } from './limit';
import type { Asked, DigProgram, LeftOut } from './program';
import { digProgram, networksLaid } from './program';
import { runTrench, widthsOf } from '../trench';

/**
 * Inverts that work for all networks of a plan and dig least: what a person fixed stays, every limit holds, and nothing
 * that keeps them digs less. Found exactly, then set to whole steps that a crew can set. Each network is worked out by
 * itself, so that one that cannot be laid keeps no other from it.
 */
export type DigLeast = Proposal | Contradiction | Nowhere;

/** Time ran out before anything was found, or there is nothing to work with. */
export interface Nowhere {
  readonly ok: false;
  readonly why: 'time' | 'nothing';
  readonly left: readonly LeftOut[];
}

export interface Proposal {
  readonly ok: true;
  readonly runs: readonly ProposedRun[];
  /** m³ of trench: as the plan stands, where all its inverts are known; as proposed; and the least there is. */
  readonly before: number | undefined;
  readonly after: number;
  readonly least: number;
  /** How much less anything can dig at most: nothing, unless time ran out. */
  readonly gap: number;
  readonly left: readonly LeftOut[];
  /** Networks that cannot be laid, and runs of those for which time ran out. */
  readonly against: readonly Against[];
  readonly late: readonly Uuid[];
  /** By run: what its reasons are read from. */
  readonly solutions: ReadonlyMap<Uuid, Solution>;
}

/** What reasons and room are read from; not for handing over. */
export interface Solution {
  readonly dig: DigProgram;
  /** With its choices made. */
  readonly program: Program;
  readonly compiled: Compiled;
  /** The exact cheapest levels, and those that are set. */
  readonly exact: Float64Array;
  readonly set: Float64Array;
  readonly held: BindingRows;
}

export interface ProposedRun {
  readonly run: Uuid;
  readonly low: ProposedInvert;
  readonly high: ProposedInvert;
  readonly slope: number;
  /** What its inverts are set to, m; undefined where no step works and the exact ones are told. */
  readonly step: number | undefined;
  /** Whether no coarser step works. */
  readonly finer: boolean;
}

export interface ProposedInvert {
  readonly level: number;
  /** As the plan stands. */
  readonly was: number | undefined;
  /** A person's, or it follows from what is theirs: it never moves. */
  readonly fixed: boolean;
  /** It lies on no step, since a slope or a drop is fixed and it carries what remains. */
  readonly between: boolean;
}

/** Limits of one network that cannot hold together; without any one of them the rest can. */
export interface Against {
  readonly limits: readonly BindingLimit[];
  readonly runs: readonly LaidRun[];
}

export interface Contradiction {
  readonly ok: false;
  readonly why: 'contradiction';
  readonly against: readonly Against[];
  readonly left: readonly LeftOut[];
}

/** A limit, and the places at which it tells. */
export interface BindingLimit extends Limit {
  readonly at: readonly { readonly run: Uuid; readonly at: UpRun }[];
}

/** @param system whose steps the inverts are set to @param goOn whether there is time left */
export function digLeast(
  evaluation: Evaluation,
  asked: Asked & { readonly system: System },
  goOn: () => boolean = () => true,
): DigLeast {
  const networks = asked.only ? [asked.only] : networksLaid(evaluation);
  const parts: Part[] = [];
  const against: Against[] = [];
  const late: Uuid[] = [];
  const left: LeftOut[] = [];
  for (const only of networks) {
    const dig = digProgram(evaluation, { ...asked, only });
    left.push(...dig.left);
    if (dig.runs.length === 0) continue;
    const found = chooseBent(dig.program, dig.bent, goOn);
    if (found.ok) {
      parts.push(partOf(dig, found, stepsOf(asked.system)));
      continue;
    }
    const clash = found.gaveUp
      ? undefined
      : contradiction(digProgram(evaluation, { ...asked, only, whole: true }), goOn);
    if (clash) against.push(clash);
    else late.push(...only);
  }
  if (parts.length > 0) return { ...together(parts), left, against, late };
  if (against.length > 0) return { ok: false, why: 'contradiction', against, left };
  return { ok: false, why: late.length > 0 ? 'time' : 'nothing', left };
}

/** What crews set to, the coarsest first, m. */
export function stepsOf(system: System): readonly number[] {
  switch (system) {
    case 'feet':
      return [0.01, 0.005, 0.001].map((step) => step * FOOT);
    case 'inches':
      return [8, 16, 32, 64].map((parts) => INCH / parts);
    case 'metric':
      return [0.001, 0.0005, 0.0001];
  }
}

/** A network that is worked out. */
interface Part {
  readonly runs: readonly ProposedRun[];
  readonly solution: Solution;
  readonly gap: number;
}

function partOf(dig: DigProgram, found: Extract<Bending, { ok: true }>, steps: readonly number[]): Part {
  const program = withWays(found.program, found.ways);
  const { compiled } = found;
  const set: Stepped | undefined = rounded(program, found.ends, steps, dig.bent);
  const ends = set?.ends ?? found.ends;
  const between = new Set(set?.between);
  const invert = (end: number, was: number | undefined): ProposedInvert => ({
    level: ends[end] as number,
    was,
    fixed: (compiled.levelOf[end] as number) < 0,
    between: between.has(end),
  });
  const runs = dig.runs.map(({ index, id, result }): ProposedRun => {
    const [low, high] = [invert(lowOf(index), result.grade.low), invert(highOf(index), result.grade.high)];
    const slope = (high.level - low.level) / result.length;
    return { run: id, low, high, slope, step: set?.step, finer: set?.finer ?? false };
  });
  const tight = bindingRows(program.rows, compiled, found.ends);
  return { runs, gap: found.gap, solution: { dig, program, compiled, exact: found.ends, set: ends, held: tight } };
}

function together(parts: readonly Part[]): Omit<Proposal, 'left' | 'against' | 'late'> {
  const sum = (of: (part: Part) => number): number => parts.reduce((all, part) => all + of(part), 0);
  const before = sum(({ solution }) => digNow(solution.dig) ?? NaN);
  return {
    ok: true,
    runs: parts.flatMap(({ runs }) => runs),
    before: Number.isNaN(before) ? undefined : before,
    after: sum(({ solution }) => volumeOf(solution.dig, solution.set)),
    least: sum(({ solution }) => volumeOf(solution.dig, solution.exact)),
    gap: sum(({ gap }) => gap),
    solutions: new Map(parts.flatMap(({ runs, solution }) => runs.map(({ run }) => [run, solution] as const))),
  };
}

/** What is dug where the runs lie so, m³. */
function volumeOf({ runs }: DigProgram, ends: ArrayLike<number>): number {
  let volume = 0;
  for (const { index, result, envelope, pipe, section } of runs) {
    const [low, high] = [ends[lowOf(index)] as number, ends[highOf(index)] as number];
    if (result.form) {
      const grade = { low, high, slope: (high - low) / result.length };
      const { ground, form } = result;
      volume += runTrench({ grade, ground, pipe, section, envelope, form }).amounts?.excavation ?? 0;
      continue;
    }
    let deepest = 0;
    for (const { at, elevation } of result.ground.points)
      deepest = Math.max(deepest, elevation - (low + (at / result.length) * (high - low)) + envelope.invert);
    const width = widthsOf(result).find(({ upTo }) => deepest <= upTo + NEAR)?.width ?? 0;
    const cost = digOf(result, width);
    volume += cost.base + cost.low * low + cost.high * high;
  }
  return volume;
}

/** What the plan as it stands digs; undefined where not all its inverts are known. */
function digNow({ runs }: DigProgram): number | undefined {
  let volume = 0;
  for (const { result } of runs) {
    if (result.grade.low === undefined || result.grade.high === undefined || !result.trench?.amounts) return undefined;
    volume += result.trench.amounts.excavation;
  }
  return volume;
}

/** @returns undefined where time ran out */
function contradiction(dig: DigProgram, goOn: () => boolean): Against | undefined {
  const found = conflict(dig.program, goOn);
  const limits = found?.limits.map((limit) => bindingLimit(dig, limit, found.rows.get(limit) ?? []));
  return limits && { limits, runs: dig.runs };
}

function bindingLimit(
  { limits, runs, program }: Pick<DigProgram, 'limits' | 'runs' | 'program'>,
  limit: number,
  rows: readonly number[],
): BindingLimit {
  const { share, one: a, other: b } = program.rows;
  const at = rows.flatMap((row) => {
    const end = a[row] as number;
    const run = runs[end >> 1];
    if (!run) return [];
    const part = share[row] as number;
    // A limit of the run as a whole is at no place.
    if (part < 0 && b[row] !== DATUM) return [];
    return [{ run: run.id, at: (part >= 0 ? part : end % 2) * run.result.length }];
  });
  return { ...(limits[limit] as Limit), at };
}

/** Why an invert lies no higher. */
export interface Reasons {
  /** What holds it, where it lies by itself. */
  readonly by: readonly BindingLimit[];
  /** By what it hangs on others that are held so. */
  readonly through: readonly BindingLimit[];
  readonly against: readonly BindingLimit[];
  /** Facts by which it is tied. */
  readonly tied: readonly BindingLimit[];
}

/** @returns undefined of a run that is not worked out */
export function reasonsFor({ solutions }: Proposal, run: Uuid, end: 'low' | 'high'): Reasons | undefined {
  const solution = solutions.get(run);
  const index = solution?.dig.runs.find(({ id }) => id === run)?.index;
  if (!solution || index === undefined) return undefined;
  const { dig, program, compiled, held: tight } = solution;
  const chain = chainOf(end === 'low' ? lowOf(index) : highOf(index), program.rows, compiled, tight);
  const all = (rows: readonly number[]): BindingLimit[] => limitsOfRows({ ...dig, program }, rows);
  return { by: all(chain.by), through: all(chain.through), against: all(chain.against), tied: all(chain.tied) };
}

/** Rows by the limit they are of. */
export function limitsOfRows(
  dig: Pick<DigProgram, 'limits' | 'runs' | 'program'>,
  rows: readonly number[],
): BindingLimit[] {
  const by = new Map<number, number[]>();
  for (const row of rows) {
    const limit = dig.program.rows.limit[row] as number;
    if (limit < 0) continue;
    const list = by.get(limit);
    if (list) list.push(row);
    else by.set(limit, [row]);
  }
  return [...by].map(([limit, some]) => bindingLimit(dig, limit, some));
}

/** What accepting it changes. */
export function acceptEdits({ plan, nodes }: Evaluation, { solutions }: Proposal): readonly Edit[] {
  return [...new Set(solutions.values())].flatMap(({ dig, set }) => new LevelWriter(plan, nodes, dig.runs).write(set));
}
