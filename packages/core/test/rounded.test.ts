import fc from 'fast-check';
import type { BentCost, Program } from '../src/optimize/solver';
import { choose, chooseBent, compile, costOf, highOf, lowOf, rounded, withWays } from '../src/optimize/solver';
import { endsOf } from '../src/optimize/solver/solve';
import { ft } from './builders';
import { keepsAll, networks } from './support/programs';

/** Levels that a crew can set, in whole steps. */

const MORE = Number(process.env['SOAK'] ?? 1);

test('levels a crew can set: whole steps, every limit kept, never cheaper than the least; what stays between is named', () => {
  const met = { first: 0, finer: 0, none: 0 };
  fc.assert(
    fc.property(networks(14), fc.constantFrom(ft(0.01), 0.003175, 0.001), (drawnProgram, step) => {
      const found = choose(drawnProgram);
      if (!found.ok) return;
      const program = withWays(drawnProgram, found.ways);
      const set = rounded(program, found.ends, [step, step / 2, step / 10]);
      met[!set ? 'none' : set.finer ? 'finer' : 'first'] += 1;
      if (!set) return;
      keepsAll(program, set.ends);
      expect(set.cost).toBeGreaterThanOrEqual(found.cost - 1e-5);
      const compiled = compile(program);
      if ('contradicts' in compiled) throw new Error('worked a moment ago');
      const between = new Set(set.between);
      const onStep = new Set<number>();
      set.ends.forEach((level, end) => {
        const of = compiled.levelOf[end] as number;
        if (of < 0) return;
        const off = Math.abs(level / set.step - Math.round(level / set.step)) * set.step;
        // What is off by next to nothing may be called either way.
        if (off > 1e-6) expect(between.has(end)).toBe(true);
        if (off < 1e-7) expect(between.has(end)).toBe(false);
        if (!between.has(end)) onStep.add(of);
      });
      // Of what is tied together something lies on a step.
      compiled.levelOf.forEach((of) => {
        if (of >= 0) expect(onStep.has(of)).toBe(true);
      });
    }),
    { numRuns: 120 * MORE },
  );
  expect(met.first).toBeGreaterThan(60);
});

/** Rock under the ground of each run: what goes deeper costs four times as much by the square. */
function rocky(program: Program, deep: number): readonly BentCost[] {
  return Array.from({ length: program.runs }, (_, run): BentCost => {
    const top = program.rows.value[0] as number;
    const each = 400 * Math.abs(program.low[run] as number);
    const at = (low: number, high: number) => {
      const into = Math.max(0, top - deep - (low + high) / 2);
      return { value: each * into * into, low: -each * into, high: -each * into };
    };
    return { run, at };
  });
}

/** The cheapest of all levels within so many steps of the cheapest at all, one after another. */
function byHand(
  program: Program,
  ends: Float64Array,
  step: number,
  window: number,
  cost: (ends: Float64Array) => number,
): number {
  const compiled = compile(program);
  if ('contradicts' in compiled) throw new Error('worked a moment ago');
  const levels = compiled.forest.least.length;
  const first = Array.from({ length: levels }, (_, level) => compiled.levelOf.indexOf(level));
  const many = 2 * window + 1;
  let least = Infinity;
  for (let way = 0; way < many ** levels; way += 1) {
    const at = Float64Array.from({ length: levels }, (_, level) => {
      const end = first[level] as number;
      const index = (Math.floor(way / many ** level) % many) - window;
      return (Math.round((ends[end] as number) / step) + index) * step - (compiled.over[end] as number);
    });
    const set = endsOf(compiled, at);
    const { rows } = program;
    let kept = true;
    for (let row = 0; kept && row < rows.count; row += 1) kept = rows.room(row, set) > -4e-7;
    if (kept) least = Math.min(least, cost(set));
  }
  return least;
}

test('of all whole steps within three of the cheapest levels the cheapest, where costs bend as well', () => {
  const met = { straight: 0, bent: 0 };
  const deep = fc.option(fc.double({ min: 0.5, max: 2.5, noNaN: true }), { nil: undefined, freq: 2 });
  fc.assert(
    fc.property(networks(2), fc.constantFrom(0.05, ft(0.01), 0.003175), deep, (drawnProgram, step, under) => {
      const costs = under === undefined ? [] : rocky(drawnProgram, under);
      const found = chooseBent(drawnProgram, costs);
      if (!found.ok) return;
      const program = withWays(drawnProgram, found.ways);
      const cost = (ends: Float64Array): number =>
        costs.reduce(
          (sum, { run, at }) => sum + at(ends[lowOf(run)] as number, ends[highOf(run)] as number).value,
          costOf(program, ends),
        );
      const set = rounded(withWays(found.program, found.ways), found.ends, [step], costs);
      const best = byHand(program, found.ends, step, 3, cost);
      // Nothing so near: then it looks further, or finds none at all.
      if (best === Infinity) return;
      expect(Math.abs((set?.cost ?? NaN) - best)).toBeLessThan(1e-6 * (1 + Math.abs(best)));
      expect(Math.abs(cost(set?.ends ?? new Float64Array()) - best)).toBeLessThan(1e-6 * (1 + Math.abs(best)));
      met[costs.length > 0 ? 'bent' : 'straight'] += 1;
    }),
    { numRuns: 120 * MORE },
  );
  expect(met.straight).toBeGreaterThan(20);
  expect(met.bent).toBeGreaterThan(20);
});
