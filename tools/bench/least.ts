import { evaluate } from '@alveus/core';
import { digProgram } from '../../packages/core/src/optimize';
import highsLoader from 'highs';
import type { Program } from '../../packages/core/src/optimize/solver';
import { choose, bindingRows } from '../../packages/core/src/optimize/solver';
import { asModel, drawn } from '../../packages/core/test/support/programs';
import { compare, median, ms, sure } from './measure';
import type { Row } from './measure';
import { benchPlan } from './plan';

type Solver = Awaited<ReturnType<typeof highsLoader>>;

/** The least dig of the frozen plan, all of its inverts free: values, and what leaves no room over each level. */
function program(runs: number): Program {
  const { plan } = benchPlan(runs);
  return digProgram(evaluate({ ...plan, runGrade: {} }), { watch: true }).program;
}

function solved(of: Program): { readonly cost: number; readonly named: number } {
  const found = choose(of);
  if (!found.ok) throw new Error('the frozen plan can be laid');
  return { cost: found.cost, named: bindingRows(of.rows, found.compiled, found.ends).rows.length };
}

/** The same by another solver, warm and by its defaults: the model as typed arrays, run, and its solution read. */
function other(highs: Solver, of: Program): { readonly work: () => number; readonly dispose: () => void } {
  const model = highs.createModel();
  model.options.set({ output_flag: false });
  const data = asModel(of);
  return {
    work: () => {
      model.passModel(data);
      model.run();
      model.getSolution();
      return model.getObjectiveValue();
    },
    dispose: () => model.dispose(),
  };
}

const same = (a: number, b: number): void => {
  if (Math.abs(a - b) > 1e-6 * (1 + Math.abs(b))) throw new Error(`the least is ${a}, by another solver ${b}`);
};

const SIZES = [50, 200, 800, 3200] as const;
const SEEDS = 20;

export async function benchLeast(): Promise<Row[]> {
  const highs = await highsLoader();
  const plan = program(200);
  const against = other(highs, plan);
  same(solved(plan).cost, against.work());
  const speed = compare(() => solved(plan), against.work, 20, 60);
  against.dispose();

  const times = SIZES.map((runs) => {
    const of = program(runs);
    for (let turn = 0; turn < 30; turn += 1) solved(of);
    return median(
      Array.from({ length: 40 }, () => {
        const start = performance.now();
        solved(of);
        return performance.now() - start;
      }),
    );
  });
  const choices = Array.from({ length: SEEDS }, (_, index) => {
    const of = drawn({ seed: 100 + index, runs: 200, points: 10, fixed: 0, crossings: 40 });
    const { work, dispose } = other(highs, of);
    for (let turn = 0; turn < 3; turn += 1) choose(of);
    const [mine, theirs] = [0, 1, 2].reduce<readonly [number, number]>(
      ([a, b]) => {
        let start = performance.now();
        const found = choose(of);
        const own = performance.now() - start;
        start = performance.now();
        const cost = work();
        const others = performance.now() - start;
        if (!found.ok) throw new Error('it can be laid');
        same(found.cost, cost);
        return [Math.min(a, own), Math.min(b, others)];
      },
      [Infinity, Infinity],
    );
    dispose();
    return { ratio: mine / theirs, mine, theirs };
  });
  return [
    {
      name: 'least dig with reasons, 200 runs and 2,000 ground points ÷ a linear program',
      value: speed.ratio,
      limit: 1 / 25,
      keep: 'at most',
      detail: `${sure(speed)}, ${ms(speed.a)} ÷ ${ms(speed.b)}, the same least to 1e-6`,
    },
    {
      name: 'least dig, how it grows from 50 to 3,200 runs, as a power',
      value: power(times),
      limit: 1.2,
      keep: 'at most',
      detail: times.map((time, index) => `${SIZES[index]}: ${ms(time)}`).join(', '),
    },
    {
      name: 'least dig, 40 utilities above or below ÷ a whole-number program, median of 20',
      value: median(choices.map(({ ratio }) => ratio)),
      limit: 1 / 5,
      keep: 'at most',
      detail: `${ms(median(choices.map(({ mine }) => mine)))} ÷ ${ms(median(choices.map(({ theirs }) => theirs)))}, the same least`,
    },
  ];
}

/** Slope of a straight through the logarithms. */
function power(times: readonly number[]): number {
  const [x, y] = [SIZES.map((runs) => Math.log(runs)), times.map((time) => Math.log(time))];
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [mx, my] = [mean(x), mean(y)];
  const up = x.reduce((sum, value, index) => sum + (value - mx) * ((y[index] as number) - my), 0);
  return up / x.reduce((sum, value) => sum + (value - mx) ** 2, 0);
}
