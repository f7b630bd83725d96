import type { Evaluation } from '../evaluate';
import type { LineResult, RunResult } from '../results';
import { stationAt } from '../trench';
import type { Quantity, System } from '../units';
import { print, unitName } from '../units';
import { leastStep, stationDistances } from './stations';

/** The grade table of a line: its head, then a row of cells per station from the outlet up, in the units on show. */
export function gradeTable(evaluation: Evaluation, line: LineResult, system: System, asked: number): string[][] {
  // A line of hundreds of kilometres is told at longer steps, rather than not at all.
  const step = Math.max(asked, leastStep(evaluation, asked) ?? 0);
  const columns: readonly (readonly [name: string, quantity: Quantity])[] = [
    ['station', 'chainage'],
    ['run', 'plain'],
    ['distance', 'distance'],
    ['ground', 'elevation'],
    ['invert', 'elevation'],
    ['trench bottom', 'elevation'],
    ['depth', 'depth'],
    ['cover', 'depth'],
  ];
  const head = columns.map(([name, quantity]) =>
    quantity === 'plain' || quantity === 'chainage' ? name : `${name} (${unitName(quantity, system)})`,
  );
  const value = (amount: number | undefined, quantity: Quantity): string =>
    amount === undefined ? '' : print(amount, quantity, system, { typed: true }).replace('\u2212', '-');
  const rows = line.order.runs.flatMap((item, index) => {
    const run = evaluation.runs.get(item.id) as RunResult;
    const start = line.line.startChainage + (line.order.starts[index] as number);
    return stationDistances(run, step).map((at) => {
      const station = stationAt(run.grade, run.ground, run.envelope, at);
      return [
        value(start + at, 'chainage'),
        item.name,
        value(at, 'distance'),
        value(station.ground, 'elevation'),
        value(station.invert, 'elevation'),
        value(station.bottom, 'elevation'),
        value(station.depth, 'depth'),
        value(station.cover, 'depth'),
      ];
    });
  });
  return [head, ...rows];
}
