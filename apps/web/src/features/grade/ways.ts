import type { Evaluation, Quantity, Way } from '@alveus/core';
import { evaluate } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';

/** What gives way, in words. @param name of the run that is moved */
export function wayWords(
  { gives }: Way,
  plan: Pick<Plan, 'run'>,
  name: string,
  print: (value: number, quantity: Quantity) => string,
): string {
  switch (gives.what) {
    case 'alone':
      return 'This invert moves; the pipes joined to it follow';
    case 'slope':
      return `The slope of ${name} becomes ${print(gives.slope, 'slope')}`;
    case 'drop':
      return `The drop here becomes ${print(gives.drop, 'thickness')}`;
    case 'anchor':
      return `The ${gives.end} invert of ${plan.run[gives.run]?.name ?? 'a run'} moves to ${print(gives.elevation, 'elevation')}`;
  }
}

/** How many runs a way moves, in words. */
export function runsMoved(way: Way, before: Evaluation): string {
  const after = evaluate(applyEdits(before.plan, way.edits), before);
  const moved = [...after.grade.runs].filter(([id, now]) => {
    const then = before.grade.runs.get(id);
    return then && (apart(then.low, now.low) || apart(then.high, now.high));
  }).length;
  return `${moved === 1 ? '1 run moves' : `${moved} runs move`}`;
}

const apart = (a = 0, b = 0): boolean => Math.abs(a - b) > 1e-6;
