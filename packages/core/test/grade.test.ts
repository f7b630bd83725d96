import fc from 'fast-check';
import type { Edit, Item, ItemOf, Plan } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { RunEnd } from '../src';
import {
  followInvert,
  evaluate,
  factsOf,
  fixFact,
  freeFact,
  fixedFacts,
  orderLine,
  solveGrade,
  waysToMove,
} from '../src';
import { buildLine, ft } from './builders';

const grade = (plan: Plan, run: string | undefined) => solveGrade(plan).runs.get(run ?? '');

describe('any two of low invert, slope and high invert give the third', () => {
  test('of every pair, over random figures', () => {
    const figures = fc.record({
      low: fc.double({ min: -50, max: 50, noNaN: true }),
      slope: fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      length: fc.double({ min: 0.5, max: 300, noNaN: true }),
    });
    fc.assert(
      fc.property(figures, ({ low, slope, length }) => {
        const high = low + slope * length;
        for (const facts of [
          { low, slope },
          { low, high },
          { slope, high },
        ]) {
          const { plan, runs } = buildLine({ runs: [{ length, ...facts }] });
          const solved = grade(plan, runs[0]);
          expect(solved?.low).toBeCloseTo(low, 8);
          expect(solved?.high).toBeCloseTo(high, 8);
          expect(solved?.slope).toBeCloseTo(slope, 8);
        }
      }),
    );
  });

  test('one alone leaves the run open; a slope alone is still a slope', () => {
    const { plan, runs } = buildLine({ runs: [{ length: 20, slope: 0.01 }] });
    expect(grade(plan, runs[0])).toEqual({ low: undefined, high: undefined, slope: 0.01 });
    const low = buildLine({ runs: [{ length: 20, low: 5 }] });
    expect(grade(low.plan, low.runs[0])).toEqual({ low: 5, high: undefined, slope: undefined });
  });
});

test('a line hangs together: a fixed outlet gives every invert, drops included, from either end', () => {
  // By hand: 100.00, + 1 % of 50 ft = 100.50; drop 0.10 → 100.60; + 2 % of 100 ft = 102.60.
  const up = buildLine({
    runs: [
      { length: ft(50), low: ft(100), slope: 0.01 },
      { length: ft(100), slope: 0.02, drop: ft(0.1) },
    ],
  });
  expect(grade(up.plan, up.runs[1])?.low).toBeCloseTo(ft(100.6), 9);
  expect(grade(up.plan, up.runs[1])?.high).toBeCloseTo(ft(102.6), 9);
  const down = buildLine({
    runs: [
      { length: ft(50), slope: 0.01 },
      { length: ft(100), high: ft(102.6), slope: 0.02, drop: ft(0.1) },
    ],
  });
  expect(grade(down.plan, down.runs[0])?.low).toBeCloseTo(ft(100), 9);
});

test('the order in which runs are stored changes nothing', () => {
  const built = buildLine({
    ground: 5,
    runs: [
      { length: 10, low: 1, slope: 0.01, ground: 5 },
      { length: 20, slope: 0.02, ground: 6 },
      { length: 30, high: 3, drop: 0.05, ground: 7 },
    ],
  });
  fc.assert(
    fc.property(fc.shuffledSubarray(Object.keys(built.plan.run), { minLength: 3 }), (order) => {
      const run = Object.fromEntries(order.map((id) => [id, built.plan.run[id]])) as Plan['run'];
      const shuffled = { ...built.plan, run };
      for (const id of built.runs) {
        const [a, b] = [grade(built.plan, id), grade(shuffled, id)];
        expect(b?.low).toBeCloseTo(a?.low ?? NaN, 9);
        expect(b?.high).toBeCloseTo(a?.high ?? NaN, 9);
      }
      expect(orderLine(Object.values(run), () => 1).runs.map(({ id }) => id)).toEqual(built.runs);
    }),
  );
});

describe('facts that say too much', () => {
  test('a third one that agrees is surplus, one that does not is a contradiction, by how much', () => {
    const agree = buildLine({ runs: [{ length: 100, low: 0, high: 1, slope: 0.01 }] });
    expect(solveGrade(agree.plan).surplus).toEqual([expect.objectContaining({ fact: 'slope', contradicts: false })]);
    const clash = buildLine({ runs: [{ length: 100, low: 0, high: 1, slope: 0.02 }] });
    const [fact] = solveGrade(clash.plan).surplus;
    expect(fact).toMatchObject({ fact: 'slope', contradicts: true });
    expect(fact?.off).toBeCloseTo(-0.01, 12);
    // What stands is what was fixed as elevations; the slope is set aside.
    expect(grade(clash.plan, clash.runs[0])?.slope).toBeCloseTo(0.01, 12);
  });

  test('two locked inverts at one node imply its drop; a drop fixed beside them contradicts', () => {
    const { plan, runs } = buildLine({
      runs: [
        { length: 50, low: 0, high: 0.5 },
        { length: 50, low: 0.8, slope: 0.01, drop: 0.1 },
      ],
    });
    const solution = solveGrade(plan);
    expect(solution.surplus).toEqual([expect.objectContaining({ run: runs[1], fact: 'drop', contradicts: true })]);
    expect(grade(plan, runs[1])?.low).toBe(0.8);
  });

  test('of two steps that say otherwise of one node the same one is set aside, in whatever order runs are stored', () => {
    const built = buildLine({
      runs: [
        { length: 50, low: 0, slope: 0.01 },
        { length: 50, slope: 0.01, drop: 0.1 },
      ],
    });
    const [lower = '', upper = ''] = built.runs;
    const plan = applyEdits(built.plan, [
      { op: 'put', item: { ...(built.plan.runGrade[lower] as ItemOf<'runGrade'>), stepB: -0.3 } },
    ]);
    const turned = { ...plan, run: Object.fromEntries([upper, lower].map((id) => [id, plan.run[id]])) as Plan['run'] };
    const [a, b] = [solveGrade(plan), solveGrade(turned)];
    expect(a.surplus).toEqual([expect.objectContaining({ contradicts: true })]);
    expect(b.surplus).toEqual(a.surplus);
    for (const id of built.runs) expect(b.runs.get(id)).toEqual(a.runs.get(id));
  });

  test('a contradiction never crashes, and is found whatever else is there', () => {
    const fact = fc.option(fc.double({ min: -5, max: 5, noNaN: true }), { nil: undefined });
    const runArb = fc.record({
      length: fc.double({ min: 1, max: 50, noNaN: true }),
      low: fact,
      high: fact,
      slope: fc.option(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { nil: undefined }),
      drop: fact,
    });
    fc.assert(
      fc.property(fc.array(runArb, { minLength: 1, maxLength: 6 }), (specs) => {
        const { plan } = buildLine({
          runs: specs.map(
            (spec) =>
              Object.fromEntries(Object.entries(spec).filter(([, value]) => value !== undefined)) as typeof spec,
          ) as never,
        });
        const { runs, surplus } = solveGrade(plan);
        // Every fact either holds in the result or is reported.
        for (const [id, solved] of runs) {
          const facts = factsOf(plan.run[id] as ItemOf<'run'>, plan.runGrade[id]);
          for (const name of ['low', 'high', 'slope'] as const) {
            const wanted = facts[name];
            if (wanted === undefined) continue;
            const holds = Math.abs((solved[name] ?? NaN) - wanted) < 1e-6;
            const reported = surplus.some((fact) => fact.run === id && fact.fact === name && fact.contradicts);
            expect(holds || reported).toBe(true);
          }
        }
      }),
    );
  });
});

test('locking a third fact frees the one that then follows', () => {
  for (const flow of ['to-a', 'to-b'] as const) {
    const run = { id: 'r', flow };
    const two = fixFact(run, fixFact(run, undefined, 'low', 1), 'slope', 0.01);
    expect(fixedFacts(run, two)).toEqual(['low', 'slope']);
    expect(factsOf(run, two)).toMatchObject({ low: 1, slope: 0.01 });
    expect(fixedFacts(run, fixFact(run, two, 'high', 2, 'slope'))).toEqual(['low', 'high']);
    expect(fixedFacts(run, freeFact(run, two, 'slope'))).toEqual(['low']);
  }
});

/** The same item in a plan of its own, where the first builder's ids are taken. */
const renamed = (item: Item): Item =>
  JSON.parse(JSON.stringify(item).replace(/"([0-9a-f]{7})[0-9a-f](-[0-9a-f-]{27})"/g, '"$1f$2"')) as Item;

describe('dragging an invert', () => {
  const built = buildLine({
    runs: [
      { length: 50, low: 10, slope: 0.01 },
      { length: 50, slope: 0.02 },
    ],
  });

  test('offers only ways that bring it there without a new contradiction, the least disturbing first', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...built.runs),
        fc.constantFrom<RunEnd>('low', 'high'),
        fc.double({ min: 9, max: 13, noNaN: true }),
        (run, end, to) => {
          const ways = waysToMove(built.plan, solveGrade(built.plan), run, end, to);
          expect(ways.length).toBeGreaterThan(0);
          for (const { edits } of ways) {
            const tried = solveGrade(applyEdits(built.plan, edits));
            expect(tried.runs.get(run)?.[end]).toBeCloseTo(to, 6);
            expect(tried.surplus.filter((fact) => fact.contradicts)).toEqual([]);
          }
        },
      ),
    );
  });

  test('following it goes on with the way that was found first, and brings it there at every step', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...built.runs),
        fc.constantFrom<RunEnd>('low', 'high'),
        fc.array(fc.double({ min: 9, max: 13, noNaN: true }), { minLength: 2, maxLength: 6 }),
        (run, end, steps) => {
          const solution = solveGrade(built.plan);
          const follow = followInvert(built.plan, solution, run, end);
          const [first] = waysToMove(built.plan, solution, run, end, steps[0] as number);
          steps.forEach((to, index) => {
            const edits = follow(to);
            if (index === 0) expect(edits).toEqual(first?.edits);
            expect(edits.map((edit) => edit.op === 'put' && edit.item.id)).toEqual(
              first?.edits.map((edit) => edit.op === 'put' && edit.item.id),
            );
            expect(solveGrade(applyEdits(built.plan, edits)).runs.get(run)?.[end]).toBeCloseTo(to, 6);
          });
        },
      ),
    );
  });

  test('networks of which nothing is another are taken over, and the solution is the same as without', () => {
    const two = applyEdits(
      built.plan,
      Object.values(buildLine({ runs: [{ length: 30, low: 5, slope: 0.02 }] }).plan).flatMap((table) =>
        Object.values(table as Record<string, Item>).map((item): Edit => ({ op: 'put', item: renamed(item) })),
      ),
    );
    const before = solveGrade(two);
    const [run = ''] = built.runs;
    const after = applyEdits(two, [
      { op: 'put', item: fixFact(two.run[run] as ItemOf<'run'>, two.runGrade[run], 'low', 10.5) },
    ]);
    const [taken, fresh] = [solveGrade(after, { plan: two, grade: before }), solveGrade(after)];
    expect([...taken.runs].sort()).toEqual([...fresh.runs].sort());
    expect(taken.surplus).toEqual(fresh.surplus);
    const other = Object.keys(two.run).find((id) => !built.plan.run[id]) ?? '';
    expect(taken.runs.get(other)).toBe(before.runs.get(other));
  });

  test('the middle invert can take its slope, or lift the outlet', () => {
    const ways = waysToMove(built.plan, solveGrade(built.plan), built.runs[0] ?? '', 'high', 11);
    expect(ways.map(({ gives }) => gives.what)).toEqual(['slope', 'anchor']);
  });
});

describe('a line that is none', () => {
  const add = (plan: Plan, ...items: Item[]): Plan =>
    applyEdits(
      plan,
      items.map((item): Edit => ({ op: 'put', item })),
    );

  test('a ring, a fork and a gap are found, and nothing is lost', () => {
    const built = buildLine({
      ground: 5,
      runs: [
        { length: 10, low: 1, slope: 0.01, ground: 5 },
        { length: 10, slope: 0.01, ground: 5 },
      ],
    });
    const [first, second] = built.runs;
    const run = built.plan.run[second ?? ''];
    if (!run) throw new Error('no run');
    const ring = add(built.plan, { ...run, b: built.nodes[0] ?? '' });
    const fork = add(built.plan, { ...run, a: built.nodes[0] ?? '' });
    for (const plan of [ring, fork]) {
      const evaluation = evaluate(plan);
      expect([...evaluation.runs.keys()].sort()).toEqual([first, second].sort());
      const findings = [...evaluation.findings.line.values()].flat();
      expect(findings.map(({ rule }) => rule)).toContain('not-connected');
    }
  });

  test('a run whose node, pipe or line somebody removed says what it lost', () => {
    const built = buildLine({ ground: 5, runs: [{ length: 10, low: 1, slope: 0.01, ground: 5 }] });
    const pipe = Object.keys(built.plan.pipe)[0] ?? '';
    for (const edit of [
      { op: 'remove', kind: 'pipe', id: pipe },
      { op: 'remove', kind: 'line', id: built.line },
      { op: 'remove', kind: 'node', id: built.nodes[1] ?? '' },
    ] as Edit[]) {
      const result = evaluate(applyEdits(built.plan, [edit])).findings.run.get(built.runs[0] ?? '');
      expect(result?.map(({ rule }) => rule)).toContain('something-lost');
    }
  });
});
