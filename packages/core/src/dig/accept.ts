import type { Edit, End, Plan, Run, RunGrade, Uuid } from '@alveus/plan';
import { applyEdits, highEnd, lowEnd, lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Triad } from '../grade';
import { factsOf, fixDrop, fixFact, freeFact, withoutWorkedOut, withWorkedOut } from '../grade';
import { highOf, lowOf } from '../least';
import type { LaidRun, Taken } from './gathering';

/**
 * Levels as facts of the plan: the inverts that are nobody's are written as worked out, and nothing is written that
 * follows from what a person fixed.
 * @param ends by run as in the program @param taken the one invert that a person moved @param only of this run
 * @param last what was written for other levels before: where none has moved since, it stays
 */
export function levelEdits(
  plan: Plan,
  nodes: Evaluation['nodes'],
  runs: readonly LaidRun[],
  ends: ArrayLike<number>,
  {
    taken,
    only,
    last,
  }: { readonly taken?: Taken & { readonly to: number }; readonly only?: Uuid; readonly last?: Written } = {},
): readonly Edit[] {
  const edits: Edit[] = [];
  const at = new Map(runs.map(({ id, index }) => [id, index]));
  const written = new Map(last?.edits.map((edit) => [edit.op === 'put' ? edit.item.id : edit.id, edit]));
  const stays = (end: number): boolean => ends[end] === last?.ends[end];
  for (const { index, id } of runs) {
    const run = plan.run[id];
    if (!run || (only !== undefined && id !== only)) continue;
    const leaving = (nodes.get(lowerOf(run))?.leaving ?? []).map((end) => at.get(end.run));
    if (stays(lowOf(index)) && stays(highOf(index)) && leaving.every((on) => on === undefined || stays(highOf(on)))) {
      const edit = written.get(id);
      if (edit) edits.push(edit);
      continue;
    }
    const before = withoutWorkedOut(plan.runGrade[id]);
    const own = taken?.run === id ? fixFact(run, before, taken.end, taken.to) : before;
    const [low, high] = [ends[lowOf(index)] as number, ends[highOf(index)] as number];
    // What comes in level with all that goes out follows it, and nothing need be said.
    const goesOn =
      leaving.length > 0 &&
      leaving.every((other) => other !== undefined && Math.abs((ends[highOf(other)] as number) - low) < LEVEL);
    const item = withLevels(run, own, { low, high, goesOn, drops: leaving.length > 0, hangs: hangs(nodes, run, own) });
    if (!same(item, plan.runGrade[id])) edits.push({ op: 'put', item });
  }
  return edits;
}

/** Levels, and the edits that they were written as. */
export interface Written {
  readonly ends: ArrayLike<number>;
  readonly edits: readonly Edit[];
}

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
  const own = runs.find((one) => one.id === id);
  if (!own || Number.isNaN(ends[lowOf(own.index)]) || Number.isNaN(ends[highOf(own.index)])) return edits;
  const kept = levelEdits(applyEdits(plan, edits), evaluation.nodes, runs, ends, { only: id });
  return [
    ...edits.filter(
      (edit) => edit.op === 'put' && !kept.some((one) => one.op === 'put' && one.item.id === edit.item.id),
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

const same = (one: RunGrade, other: RunGrade | undefined): boolean =>
  FIELDS.every((field) => one[field] === other?.[field]);
