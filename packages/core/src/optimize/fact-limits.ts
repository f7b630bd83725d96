import type { End } from '@alveus/plan';
import { highEnd } from '@alveus/plan';
import { factsOf, withoutWorkedOut } from '../grade';
import { DATUM, highOf, JUST, lowOf } from './solver';
import { exact } from '../phrase';
import type { Gathering, LaidRun } from './gathering';

/** What a person fixed of a run stays. What was worked out for the least dig is free. */
export function factLimits(
  { evaluation, limits, rows }: Gathering,
  { index, id, result }: LaidRun,
  taken?: 'low' | 'high',
): void {
  const grade = withoutWorkedOut(evaluation.plan.runGrade[id]);
  const { low, high, slope } = factsOf(result.run, grade);
  const fixed = (fact: 'low' | 'high' | 'slope', what: string, value: number): number =>
    limits.add({
      from: { fact },
      words: [`the ${what} locked on ${result.run.name}, `, exact(value, fact === 'slope' ? 'slope' : 'elevation')],
      source: 'locked in the plan',
      run: id,
    });
  if (low !== undefined && taken !== 'low') rows.apart(lowOf(index), DATUM, JUST, low, fixed('low', 'low invert', low));
  if (high !== undefined && taken !== 'high')
    rows.apart(highOf(index), DATUM, JUST, high, fixed('high', 'high invert', high));
  if (slope !== undefined)
    rows.apart(highOf(index), lowOf(index), JUST, slope * result.length, fixed('slope', 'slope', slope));
}

/** Steps kept at the upper end of a run, from when its line was turned round, are facts of how it meets the next. */
export function stepsAtHead(
  { evaluation, limits, rows }: Gathering,
  run: LaidRun,
  at: ReadonlyMap<string, LaidRun>,
): void {
  const { result, id, index } = run;
  const grade = withoutWorkedOut(evaluation.plan.runGrade[id]);
  const end: End = highEnd(result.run);
  const step = end === 'a' ? grade?.stepA : grade?.stepB;
  const node = evaluation.nodes.get(end === 'a' ? result.run.a : result.run.b);
  if (step === undefined || !node) return;
  const own = node.arriving.filter(({ line }) => line === result.run.line);
  const below = own.length === 1 ? at.get(own[0]?.run ?? '') : undefined;
  if (!below) return;
  const limit = limits.add({
    from: { fact: 'step' },
    words: [`the step locked at ${node.node.name}, `, exact(step, 'thickness')],
    source: 'locked in the plan',
    run: id,
    node: node.id,
  });
  rows.apart(highOf(index), lowOf(below.index), JUST, step, limit);
}
