import fc from 'fast-check';
import highsLoader from 'highs';
import type { Bound, Join, TreeRun } from '../src/least';
import { leastTree } from '../src/least';
import { ft } from './builders';

/** The least dig of a tree of runs, against a linear program that is solved by another. */

const MORE = Number(process.env['SOAK'] ?? 1);

type Solver = Awaited<ReturnType<typeof highsLoader>>;
let highs: Solver;
beforeAll(async () => {
  highs = await highsLoader();
});

/** The same as a linear program: every bound a row. */
function asProgram(nodes: number, runs: readonly TreeRun[]): string {
  const rows: string[] = [];
  const term = (weight: number, name: string): string => `${weight < 0 ? '-' : '+'} ${Math.abs(weight)} ${name}`;
  runs.forEach(({ lower, upper, bounds, at }, run) => {
    const [low, high] = [`l${run}`, `n${upper}`];
    for (const [side, all] of [
      ['>=', bounds.least],
      ['<=', bounds.most],
    ] as const)
      for (const { at: place, level } of all)
        rows.push(`${term(1 - place, low)} ${term(place, high)} ${side} ${level}`);
    rows.push(`+ 1 ${high} - 1 ${low} >= ${bounds.rise.least}`, `+ 1 ${high} - 1 ${low} <= ${bounds.rise.most}`);
    if (at.join === 'falls') rows.push(`+ 1 ${low} - 1 n${lower} >= ${at.drop}`);
    if (at.join === 'level') rows.push(`+ 1 ${low} - 1 n${lower} = 0`);
  });
  // Told once for each level: of what is told twice the program takes the last.
  const costs = new Map<string, number>();
  runs.forEach(({ upper, cost: { low, high } }, run) => {
    for (const [name, more] of [
      [`l${run}`, low],
      [`n${upper}`, high],
    ] as const)
      costs.set(name, (costs.get(name) ?? 0) + more);
  });
  const cost = [...costs].map(([name, each]) => term(each, name));
  const names = [...runs.map((_, run) => `l${run}`), ...Array.from({ length: nodes }, (_, node) => `n${node}`)];
  return `Minimize\n obj: ${cost.join(' ')}\nSubject To\n${rows.map((row, index) => ` r${index}: ${row}`).join('\n')}\nBounds\n${names.map((name) => ` ${name} free`).join('\n')}\nEnd\n`;
}

/** The level of a run at a place along it, 0 at its low end. */
const levelAt = ({ low, high }: { low: number; high: number }, at: number): number => low + at * (high - low);

const metres = (min: number, max: number) =>
  fc.integer({ min: Math.round(min * 1000), max: Math.round(max * 1000) }).map((value) => value / 1000);

const joinArb: fc.Arbitrary<Join> = fc.oneof(
  { weight: 4, arbitrary: metres(0, 0.1).map((drop): Join => ({ join: 'falls', drop })) },
  { weight: 2, arbitrary: fc.constant<Join>({ join: 'level' }) },
  { weight: 1, arbitrary: fc.constant<Join>({ join: 'free' }) },
);

interface RunDraw {
  readonly to: number;
  readonly up: boolean;
  readonly length: number;
  readonly ground: readonly number[];
  readonly slope: readonly [number, number];
  readonly fixed: number;
  readonly at: Join;
}

const runArb: fc.Arbitrary<RunDraw> = fc.record({
  to: fc.nat(1000),
  up: fc.boolean(),
  length: metres(5, 60),
  ground: fc.array(metres(-1.2, 1.2), { minLength: 2, maxLength: 8 }),
  slope: fc.tuple(metres(0, 0.02), metres(0.02, 0.2)),
  fixed: fc.nat(30),
  at: joinArb,
});

/** A tree of runs over rolling ground, with covers, greatest depths, slopes and what somebody fixed. */
function treeOf(draws: readonly RunDraw[]): { nodes: number; runs: TreeRun[] } {
  const level = [0];
  const runs = draws.map(({ to, up, length, ground, slope, fixed, at }, index): TreeRun => {
    const here = to % (index + 1);
    const next = index + 1;
    const rises = up ? 0.01 * length : -0.01 * length;
    level[next] = (level[here] as number) + rises;
    const [lower, upper] = up ? [here, next] : [next, here];
    const [from, over] = [level[lower] as number, level[upper] as number];
    const points = ground.map((off, point): Bound => {
      const place = point / (ground.length - 1);
      return { at: place, level: from + place * (over - from) + off + 3 };
    });
    const most = points.map((point) => ({ ...point, level: point.level - 0.6 }));
    const least = points.map((point) => ({ ...point, level: point.level - 5 }));
    const width = 0.5 * length;
    const known = from + 1;
    const pins: readonly Bound[] =
      fixed === 0 ? [{ at: 0, level: known }] : fixed === 1 ? [{ at: 1, level: over + 1 }] : [];
    most.push(...pins);
    least.push(...pins);
    const [gentle, steep] = slope;
    const kept = fixed === 2 ? gentle : undefined;
    return {
      lower,
      upper,
      bounds: { least, most, rise: { least: (kept ?? gentle) * length, most: (kept ?? steep) * length } },
      cost: { low: -width / 2, high: -width / 2 },
      at,
    };
  });
  return { nodes: draws.length + 1, runs };
}

test('the least of a tree is that of the linear program, every bound holds, and what cannot be laid is told by both', () => {
  const solved = { feasible: 0, not: 0 };
  fc.assert(
    fc.property(fc.array(runArb, { minLength: 1, maxLength: 14 }), (draws) => {
      const { nodes, runs } = treeOf(draws);
      const least = leastTree(nodes, runs);
      const program = highs.solve(asProgram(nodes, runs));
      expect(least.ok ? 'Optimal' : 'Infeasible').toBe(program.Status);
      solved[least.ok ? 'feasible' : 'not'] += 1;
      if (!least.ok) return;
      expect(least.cost).toBeCloseTo(program.ObjectiveValue, 5);
      const said = runs.reduce((sum, { cost }, run) => {
        const { low, high } = least.runs[run] as { low: number; high: number };
        return sum + cost.low * low + cost.high * high;
      }, 0);
      expect(said).toBeCloseTo(least.cost, 6);
      runs.forEach(({ bounds, at, lower }, run) => {
        const own = least.runs[run] as { low: number; high: number };
        for (const bound of bounds.least) expect(levelAt(own, bound.at)).toBeGreaterThanOrEqual(bound.level - 1e-6);
        for (const bound of bounds.most) expect(levelAt(own, bound.at)).toBeLessThanOrEqual(bound.level + 1e-6);
        expect(own.high - own.low).toBeGreaterThanOrEqual(bounds.rise.least - 1e-6);
        expect(own.high - own.low).toBeLessThanOrEqual(bounds.rise.most + 1e-6);
        for (const [other, { upper }] of runs.entries()) {
          if (upper !== lower) continue;
          const out = (least.runs[other] as { high: number }).high;
          if (at.join === 'level') expect(own.low).toBeCloseTo(out, 6);
          if (at.join === 'falls') expect(own.low).toBeGreaterThanOrEqual(out + at.drop - 1e-6);
        }
        for (const [other, { upper }] of runs.entries())
          if (upper === runs[run]?.upper && other !== run)
            expect((least.runs[other] as { high: number }).high).toBeCloseTo(own.high, 6);
      });
    }),
    { numRuns: 300 * MORE },
  );
  // Both kinds were met.
  expect(solved.feasible).toBeGreaterThan(10);
  expect(solved.not).toBeGreaterThan(2);
});

test('least slope is not least dig: over a hollow the pipe lies steeper than it must (worked out beforehand)', () => {
  // Ground 100.00, 98.80 at 0+40, 100.00 at 1+00; 12 in cover over 4 in SDR 35 (outside 4.215 in, wall 0.12 in).
  const crown = ft((4.215 - 0.12) / 12);
  const most = [
    { at: 0, level: ft(100) - ft(1) - crown },
    { at: 0.4, level: ft(98.8) - ft(1) - crown },
    { at: 1, level: ft(100) - ft(1) - crown },
  ];
  const run: TreeRun = {
    lower: 0,
    upper: 1,
    bounds: { least: [], most, rise: { least: ft(1), most: ft(20) } },
    cost: { low: -1, high: -1 },
    at: { join: 'free' },
  };
  const least = leastTree(2, [run]);
  if (!least.ok) throw new Error('nothing works');
  expect((least.runs[0]?.low ?? 0) / ft(1)).toBeCloseTo(96.659, 3);
  expect((least.runs[0]?.high ?? 0) / ft(1)).toBeCloseTo(98.659, 3);
});
