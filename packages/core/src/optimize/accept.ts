import type { Edit, End, Plan, Run, RunGrade, Uuid } from '@alveus/plan';
import { applyEdits, highEnd, lowEnd, lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Triad } from '../grade';
import { factsOf, fixDrop, fixFact, freeFact, withoutWorkedOut, withWorkedOut } from '../grade';
import { highOf, lowOf } from './solver';
import type { LaidRun, Taken } from './gathering';

/**
 * Levels as facts of the plan: the inverts that are nobody's are written as worked out, and nothing is written that
 * follows from what a person fixed. Levels of the same runs may be written one after another: where none has moved since
 * the last, what was written stays.
 */
export class LevelWriter {
  private readonly lies: readonly Lies[];
  private readonly edits: (Edit | undefined)[] = [];
  private last: ArrayLike<number> = [];

  /** @param only of this run */
  constructor(
    private readonly plan: Plan,
    private readonly nodes: Evaluation['nodes'],
    runs: readonly LaidRun[],
    only?: Uuid,
  ) {
    const at = new Map(runs.map(({ id, index }) => [id, index]));
    this.lies = runs.flatMap(({ id, index }) => {
      const run = plan.run[id];
      if (!run || (only !== undefined && id !== only)) return [];
      const leaving = nodes.get(lowerOf(run))?.leaving ?? [];
      return [{ run, low: lowOf(index), high: highOf(index), out: leaving.map((end) => highEndOf(at.get(end.run))) }];
    });
  }

  /** @param ends by run as in the program @param taken the one invert that a person moves, always the same */
  write(ends: ArrayLike<number>, taken?: Taken & { readonly to: number }): readonly Edit[] {
    const { lies, edits, last } = this;
    for (let place = 0; place < lies.length; place += 1) {
      const lie = lies[place] as Lies;
      const stays = (end: number): boolean => end === UNKNOWN || ends[end] === last[end];
      if (!stays(lie.low) || !stays(lie.high) || !lie.out.every(stays)) edits[place] = this.editOf(lie, ends, taken);
    }
    this.last = ends;
    return edits.filter((edit) => edit !== undefined);
  }

  private editOf(
    { run, low: lowAt, high: highAt, out }: Lies,
    ends: ArrayLike<number>,
    taken: (Taken & { readonly to: number }) | undefined,
  ): Edit | undefined {
    const now = this.plan.runGrade[run.id];
    const before = withoutWorkedOut(now);
    const own = taken?.run === run.id ? fixFact(run, before, taken.end, taken.to) : before;
    const [low, high] = [ends[lowAt] as number, ends[highAt] as number];
    // What comes in level with all that goes out follows it, and nothing need be said.
    const goesOn =
      out.length > 0 && out.every((end) => end !== UNKNOWN && Math.abs((ends[end] as number) - low) < LEVEL);
    const laid = { low, high, goesOn, drops: out.length > 0, hangs: hangs(this.nodes, run, own) };
    const item = withLevels(run, own, laid);
    return same(item, now) ? undefined : { op: 'put', item };
  }
}

/** A run, and its ends and those of what goes out where it comes in, as in the program. */
interface Lies {
  readonly run: Run;
  readonly low: number;
  readonly high: number;
  readonly out: readonly number[];
}

/** The end of a run that is none of the program. */
const UNKNOWN = -1;
const highEndOf = (index: number | undefined): number => (index === undefined ? UNKNOWN : highOf(index));

/**
 * A fact of a run let go: it is nobody's any more, and no invert moves by it. What is not known yet stays open.
 * @param runs all that are worked out, by their place in the program
 */
export function letGo(
  evaluation: Evaluation,
  runs: readonly LaidRun[],
  id: Uuid,
  fact: Triad | 'drop',
): readonly Edit[] {
  const { plan } = evaluation;
  const run = plan.run[id];
  if (!run) return [];
  const items = fact === 'drop' ? fixDrop(plan, run, undefined) : [freeFact(run, plan.runGrade[id], fact)];
  const edits = items.map((item): Edit => ({ op: 'put', item }));
  const ends = endsNow(runs);
  const own = runs.find((run) => run.id === id);
  if (!own || Number.isNaN(ends[lowOf(own.index)]) || Number.isNaN(ends[highOf(own.index)])) return edits;
  const kept = new LevelWriter(applyEdits(plan, edits), evaluation.nodes, runs, id).write(ends);
  return [
    ...edits.filter(
      (edit) => edit.op === 'put' && !kept.some((earlier) => earlier.op === 'put' && earlier.item.id === edit.item.id),
    ),
    ...kept,
  ];
}

/** The inverts as the plan stands; NaN where they are open. */
export function endsNow(runs: readonly LaidRun[]): Float64Array {
  const ends = new Float64Array(2 * runs.length);
  for (const { index, result } of runs) {
    ends[lowOf(index)] = result.grade.low ?? NaN;
    ends[highOf(index)] = result.grade.high ?? NaN;
  }
  return ends;
}

/** Levels nearer than this are one, m. */
const LEVEL = 1e-9;

interface Laid {
  readonly low: number;
  readonly high: number;
  readonly goesOn: boolean;
  /** Whether something goes out where it comes in, over which a drop is told. */
  readonly drops: boolean;
  /** Whether its high end is told by a step over another. */
  readonly hangs: boolean;
}

function withLevels(
  run: Run,
  own: RunGrade | undefined,
  { low, high, goesOn, drops, hangs: highHangs }: Laid,
): RunGrade {
  const facts = factsOf(run, own);
  const inverts: { [E in End]?: number } = {};
  // A slope that is fixed gives one end from the other, wherever that is known.
  const highKnown = facts.high !== undefined || highHangs;
  const lowFollows = goesOn || (facts.drop !== undefined && drops);
  const writeLow = facts.low === undefined && !lowFollows && !(facts.slope !== undefined && highKnown);
  if (writeLow) inverts[lowEnd(run)] = low;
  const lowKnown = writeLow || facts.low !== undefined || lowFollows;
  if (!highKnown && !(facts.slope !== undefined && lowKnown)) inverts[highEnd(run)] = high;
  return withWorkedOut(own ?? { kind: 'runGrade', id: run.id }, inverts);
}

function hangs(nodes: Evaluation['nodes'], run: Run, own: RunGrade | undefined): boolean {
  return own?.[highEnd(run) === 'a' ? 'stepA' : 'stepB'] !== undefined && arrivesInLine(nodes, run);
}

/** Whether one run of its line comes to the upper end of a run, over which a step kept there is told. */
function arrivesInLine(nodes: Evaluation['nodes'], run: Run): boolean {
  return (nodes.get(upperOf(run))?.arriving.filter(({ line }) => line === run.line).length ?? 0) === 1;
}

const FIELDS = ['a', 'b', 'aBy', 'bBy', 'slope', 'stepA', 'stepB'] as const;

const same = (a: RunGrade, b: RunGrade | undefined): boolean => FIELDS.every((field) => a[field] === b?.[field]);
