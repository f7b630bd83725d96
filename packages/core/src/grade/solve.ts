import type { End, Plan, Run, RunGrade, Uuid } from '@alveus/plan';
import { lowEnd } from '@alveus/plan';
import { changedIds } from '../differ';
import { runLength } from '../length';
import { NEAR } from '../tolerance';
import type { EndNumbers } from './end-numbers';
import { DATUM, endA, endB, endNumbers, howMany, isEndA } from './end-numbers';
import { networkAt, networksOf } from './networks';
import type { NodeEnds } from './node-ends';
import { endsByNode, fromOutletsUp, passagesAt } from './node-ends';
import { TiedLevels } from './tied-levels';

/**
 * From the facts that somebody fixed to the inverts of every run. Each fact says how far apart two levels
 * are: an invert and the datum, the two ends of a run, or two runs at a node. Facts are taken in order
 * of standing (inverts, then slopes, then steps) and one that contradicts those before it is set aside and
 * reported, never averaged in.
 *
 * What is left free follows. Runs of one line go on level through a node, from their end a where that is free, so
 * that turning the line round moves nothing. A level still free at a node takes the highest invert going out; where
 * none going out is known, the lowest coming in. Nothing depends on the order in which items are stored.
 */

/** A fact as people tell it, by which way the water goes. `step`: at the upper node, left there when a line was turned round. */
export type Fact = 'low' | 'high' | 'slope' | 'drop' | 'step';

export interface RunGradeResult {
  readonly low: number | undefined;
  readonly high: number | undefined;
  readonly slope: number | undefined;
}

/** A fact that says nothing new, or (when `off` is more than the tolerance) something else than the others. */
export interface SurplusFact {
  readonly run: Uuid;
  readonly fact: Fact;
  /** What the others give, less what this fact says: m, or a ratio for a slope. */
  readonly off: number;
  readonly contradicts: boolean;
}

export interface GradeSolution {
  readonly runs: ReadonlyMap<Uuid, RunGradeResult>;
  readonly surplus: readonly SurplusFact[];
}

type Facts = Pick<Plan, 'run' | 'runGrade' | 'nodePlace'>;

/**
 * Each network, runs that hang together by their nodes, is solved by itself.
 * @param before facts of an earlier state of the plan and what was solved of them: networks of which nothing is
 * another are taken over; the solution is the same as without
 */
export function solveGrade(
  plan: Facts,
  before?: { readonly plan: Facts; readonly grade: GradeSolution },
): GradeSolution {
  const networks = networksOf(plan.run);
  const cached = before?.plan.run === plan.run ? solved.get(before.grade) : undefined;
  const runs = new Map(cached ? before?.grade.runs : []);
  const changed = cached && before ? changedNetworks(plan, before.plan) : undefined;
  const parts = networks.map((network, index) => {
    const part = cached?.[index];
    if (part && changed?.has(index) === false) return part;
    const solution = new Solver(plan, network, (id) => plan.runGrade[id]).solve();
    for (const [id, result] of solution.runs) runs.set(id, result);
    return solution;
  });
  const solution: GradeSolution = { runs, surplus: parts.flatMap(({ surplus }) => surplus) };
  solved.set(solution, parts);
  return solution;
}

/** The parts that a solution was put together of, network by network: of one that came from a worker nobody knows them. */
const solved = new WeakMap<GradeSolution, readonly GradeSolution[]>();

/** Networks of which a fact is another than it was. */
function changedNetworks(plan: Facts, before: Facts): Set<number | undefined> {
  const at = networkAt(plan.run);
  const changed = [...changedIds(before.runGrade, plan.runGrade), ...changedIds(before.nodePlace, plan.nodePlace)];
  return new Set(changed.map((id) => at.get(id)));
}

/**
 * The inverts of every run that hangs together with one of which other facts are told: as if these were in the plan.
 * @param grades facts by run; undefined where nothing is fixed any more
 */
export function solveWith(plan: Facts, grades: ReadonlyMap<Uuid, RunGrade | undefined>): Map<Uuid, RunGradeResult> {
  const networks = networksOf(plan.run);
  const at = networkAt(plan.run);
  const gradeOf = (id: Uuid): RunGrade | undefined => (grades.has(id) ? grades.get(id) : plan.runGrade[id]);
  const results = new Map<Uuid, RunGradeResult>();
  for (const index of new Set([...grades.keys()].map((id) => at.get(id)))) {
    const network = index === undefined ? undefined : networks[index];
    if (!network) continue;
    for (const [id, result] of new Solver(plan, network, gradeOf).solve().runs) results.set(id, result);
  }
  return results;
}

class Solver {
  /** In the order of their names, so that what is decided by turns is always decided alike. */
  readonly #runs: readonly Run[];
  readonly #grades: readonly (RunGrade | undefined)[];
  readonly #lengths: readonly (number | undefined)[];
  readonly #levels: TiedLevels;
  readonly #nodes: ReadonlyMap<Uuid, NodeEnds>;
  readonly #ends: EndNumbers;
  readonly #surplus: SurplusFact[] = [];
  /** Runs whose step at the low end is over the highest of several going out, and so waits for them. */
  readonly #waiting = new Map<number, { step: number; used: boolean }>();

  constructor(plan: Omit<Facts, 'runGrade'>, runs: readonly Run[], gradeOf: (run: Uuid) => RunGrade | undefined) {
    this.#runs = runs;
    this.#grades = this.#runs.map(({ id }) => gradeOf(id));
    this.#lengths = this.#runs.map((run) => runLength(plan, run));
    this.#levels = new TiedLevels(howMany(this.#runs));
    this.#nodes = endsByNode(this.#runs);
    this.#ends = endNumbers(this.#runs);
  }

  solve(): GradeSolution {
    this.ownFacts();
    this.steps();
    this.follow();
    this.judgeWaiting();
    return { runs: this.results(), surplus: this.#surplus };
  }

  /** Inverts and slopes: they tie a run's ends to the datum and to each other, and cannot meet those of another run. */
  private ownFacts(): void {
    this.#runs.forEach((run, index) => {
      const grade = this.#grades[index];
      if (!grade) return;
      if (grade.a !== undefined) this.tie(run, 'low', endA(index), DATUM, grade.a);
      if (grade.b !== undefined) this.tie(run, 'high', endB(index), DATUM, grade.b);
      const length = this.#lengths[index];
      if (grade.slope === undefined || length === undefined) return;
      this.tie(run, 'slope', endB(index), endA(index), grade.slope * length, run.flow === 'to-a' ? length : -length);
    });
  }

  private steps(): void {
    this.#runs.forEach((run, index) => {
      const grade = this.#grades[index];
      if (!grade || (grade.stepA === undefined && grade.stepB === undefined)) return;
      for (const end of ['a', 'b'] as const) {
        const step = end === 'a' ? grade.stepA : grade.stepB;
        if (step === undefined) continue;
        const ends = this.#nodes.get(run[end]) as NodeEnds;
        if (end === lowEnd(run)) {
          if (ends.leaving.length > 1) this.#waiting.set(index, { step, used: false });
          else for (const next of ends.leaving) this.tie(run, 'drop', this.end(index, end), this.high(next), step);
        } else {
          const over = this.across(index, ends);
          if (over !== undefined) this.tie(run, 'step', this.end(index, end), over, step);
        }
      }
    });
  }

  /** What a run that leaves a node has its step over: its line's run that arrives there, or the only other that leaves. */
  private across(index: number, { arriving, leaving }: NodeEnds): number | undefined {
    const own = arriving.filter((other) => this.line(other) === this.line(index));
    if (own.length === 1) return this.low(own[0] as number);
    const others = leaving.filter((other) => other !== index);
    return own.length === 0 && others.length === 1 ? this.high(others[0] as number) : undefined;
  }

  /**
   * What is free takes its level from what it meets: a free end a first, since a run is drawn from there; then the other
   * ends of runs that go on in their line; then all that is left, worked up from the outlets and down from what is known
   * above. Only the last depends on which way the water goes.
   */
  private follow(): void {
    const { fromA, others } = this.pairsInLines();
    for (const [a, b] of fromA) this.#levels.tie(a, b, 0);
    const upward = this.allKnown() ? [] : fromOutletsUp(this.#runs, this.#nodes);
    for (const ends of upward) this.settle(ends, this.highestOut(ends), isEndA);
    for (const [a, b] of others) this.#levels.tie(a, b, 0);
    if (this.allKnown()) return;
    const downward = [...upward].reverse();
    for (let moved = true; moved;) {
      moved = false;
      for (const ends of upward) if (this.settle(ends, this.highestOut(ends))) moved = true;
      for (const ends of downward) if (this.settle(ends, this.highestOut(ends) ?? this.lowestIn(ends))) moved = true;
    }
  }

  private allKnown(): boolean {
    return this.#runs.every(
      (_, index) => this.level(endA(index)) !== undefined && this.level(endB(index)) !== undefined,
    );
  }

  /** Ends that meet where a line goes on through a node, by which of them is free there, in the order of the runs. */
  private pairsInLines(): Record<'fromA' | 'others', (readonly [number, number])[]> {
    const fromA: [number, number][] = [];
    const others: [number, number][] = [];
    for (const { below, above } of passagesAt(this.#runs, this.#nodes)) {
      const [low, high] = [this.low(below), this.high(above)];
      (this.freeA(low) || this.freeA(high) ? fromA : others).push([Math.min(low, high), Math.max(low, high)]);
    }
    for (const list of [fromA, others]) list.sort(([a], [b]) => a - b);
    return { fromA, others };
  }

  private freeA(end: number): boolean {
    return isEndA(end) && this.level(end) === undefined;
  }

  private settle({ arriving, leaving }: NodeEnds, level: number | undefined, only?: (end: number) => boolean): boolean {
    if (level === undefined) return false;
    let settled = false;
    const take = (end: number, at: number): boolean => {
      if (this.level(end) !== undefined || only?.(end) === false) return false;
      this.#levels.tie(end, DATUM, at);
      settled = true;
      return true;
    };
    for (const index of leaving) take(this.high(index), level);
    for (const index of arriving) {
      const waiting = this.#waiting.get(index);
      if (take(this.low(index), level + (waiting?.step ?? 0)) && waiting) waiting.used = true;
    }
    return settled;
  }

  private highestOut({ leaving }: NodeEnds): number | undefined {
    return extreme(leaving, (index) => this.level(this.high(index)), Math.max);
  }

  private lowestIn({ arriving }: NodeEnds): number | undefined {
    return extreme(
      arriving,
      (index) => {
        const level = this.level(this.low(index));
        const waiting = this.#waiting.get(index);
        if (level === undefined || !waiting) return level;
        waiting.used = true;
        return level - waiting.step;
      },
      Math.min,
    );
  }

  private judgeWaiting(): void {
    for (const [index, { step, used }] of this.#waiting) {
      const run = this.#runs[index] as Run;
      const low = this.level(this.low(index));
      const out = this.highestOut(this.#nodes.get(run[lowEnd(run)]) as NodeEnds);
      if (low === undefined || out === undefined) continue;
      const off = low - out - step;
      const contradicts = Math.abs(off) > NEAR;
      if (contradicts || !used) this.#surplus.push({ run: run.id, fact: 'drop', off, contradicts });
    }
  }

  private results(): Map<Uuid, RunGradeResult> {
    const results = new Map<Uuid, RunGradeResult>();
    this.#runs.forEach((run, index) => {
      const [lowAt, highAt] = [this.low(index), this.high(index)];
      const rise = this.#levels.above(highAt, lowAt);
      const length = this.#lengths[index];
      // A slope that was fixed and holds is given back to the last digit.
      const own = this.#grades[index]?.slope;
      const fixed = own === undefined ? undefined : run.flow === 'to-a' ? own : turned(own);
      const holds =
        rise !== undefined && length !== undefined && fixed !== undefined && Math.abs(rise - fixed * length) <= NEAR;
      const slope = holds ? fixed : rise === undefined || length === undefined ? undefined : rise / length;
      results.set(run.id, { low: this.level(lowAt), high: this.level(highAt), slope });
    });
    return results;
  }

  private tie(run: Run, fact: Fact, upper: number, lower: number, rise: number, along = 1): void {
    const tied = this.#levels.tie(upper, lower, rise);
    if (tied === undefined) return;
    const off = tied - rise;
    this.#surplus.push({ run: run.id, fact, off: off / along, contradicts: Math.abs(off) > NEAR });
  }

  private level(end: number): number | undefined {
    return this.#levels.above(end, DATUM);
  }

  private line(index: number): Uuid {
    return (this.#runs[index] as Run).line;
  }

  private end(index: number, end: End): number {
    return end === 'a' ? endA(index) : endB(index);
  }

  private low(index: number): number {
    return this.#ends.low[index] as number;
  }

  private high(index: number): number {
    return this.#ends.high[index] as number;
  }
}

/** A slope told from the other end. */
export const turned = (slope: number): number => (slope === 0 ? 0 : -slope);

function extreme(
  of: readonly number[],
  value: (index: number) => number | undefined,
  pick: (a: number, b: number) => number,
): number | undefined {
  let found: number | undefined;
  for (const index of of) {
    const level = value(index);
    if (level !== undefined) found = found === undefined ? level : pick(found, level);
  }
  return found;
}
