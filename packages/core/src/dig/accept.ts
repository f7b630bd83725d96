import type { Edit, End, Plan, Run, RunGrade } from '@alveus/plan';
import { highEnd, lowEnd, lowerOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { factsOf, fixFact, withoutWorkedOut, withWorkedOut } from '../grade';
import { highOf, lowOf } from '../least';
import type { Taken } from './follow';
import type { LaidRun } from './gathering';

/**
 * Levels as facts of the plan: the inverts that are nobody's are written as worked out, and nothing is written that
 * follows from what a person fixed.
 * @param ends by run as in the program @param taken the one invert that a person moved
 */
export function levelEdits(
  plan: Plan,
  nodes: Evaluation['nodes'],
  runs: readonly LaidRun[],
  ends: ArrayLike<number>,
  taken?: Taken & { readonly to: number },
): readonly Edit[] {
  const edits: Edit[] = [];
  for (const { index, id } of runs) {
    const run = plan.run[id];
    if (!run) continue;
    const before = withoutWorkedOut(plan.runGrade[id]);
    const own = taken?.run === id ? fixFact(run, before, taken.end, taken.to) : before;
    const item = withLevels(nodes, run, own, ends[lowOf(index)] as number, ends[highOf(index)] as number);
    if (!same(item, plan.runGrade[id])) edits.push({ op: 'put', item });
  }
  return edits;
}

function withLevels(
  nodes: Evaluation['nodes'],
  run: Run,
  own: RunGrade | undefined,
  low: number,
  high: number,
): RunGrade {
  const facts = factsOf(run, own);
  const [lowAt, highAt] = [lowEnd(run), highEnd(run)];
  const { leaving } = nodes.get(lowerOf(run)) ?? { leaving: [] };
  const stepped = facts.drop !== undefined && leaving.length > 0;
  const hangs = own?.[highAt === 'a' ? 'stepA' : 'stepB'] !== undefined && arrivesInLine(nodes, run);
  const inverts: { [E in End]?: number } = {};
  // A slope that is fixed gives one end from the other, wherever that is known.
  const highKnown = facts.high !== undefined || hangs;
  const writeLow = facts.low === undefined && !stepped && !(facts.slope !== undefined && highKnown);
  if (writeLow) inverts[lowAt] = low;
  const lowKnown = writeLow || facts.low !== undefined || stepped;
  if (!highKnown && !(facts.slope !== undefined && lowKnown)) inverts[highAt] = high;
  return withWorkedOut(own ?? { kind: 'runGrade', id: run.id }, inverts);
}

/** Whether one run of its line comes to the upper end of a run, over which a step kept there is told. */
function arrivesInLine(nodes: Evaluation['nodes'], run: Run): boolean {
  return (nodes.get(upperOf(run))?.arriving.filter(({ line }) => line === run.line).length ?? 0) === 1;
}

const FIELDS = ['a', 'b', 'aBy', 'bBy', 'slope', 'stepA', 'stepB'] as const;

const same = (one: RunGrade, other: RunGrade | undefined): boolean =>
  FIELDS.every((field) => one[field] === other?.[field]);
