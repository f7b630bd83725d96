import type { Evaluation, Route } from '@alveus/core';
import type { Levels } from '../../drawing/section/Over';

/** The inverts of a route as they are, one list for each run whose grade is known. */
export function invertLines({ runs }: Pick<Evaluation, 'runs'>, { order }: Route): readonly Levels[] {
  return order.runs.flatMap(({ id }, index) => {
    const run = runs.get(id);
    const start = order.starts[index] ?? 0;
    if (run?.grade.low === undefined || run.grade.high === undefined) return [];
    return [
      [
        { at: start, level: run.grade.low },
        { at: start + run.length, level: run.grade.high },
      ],
    ];
  });
}
