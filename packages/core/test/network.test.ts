import fc from 'fast-check';
import type { Edit, Item, ItemOf, Plan, Uuid } from '@alveus/plan';
import { applyEdits, planOf } from '@alveus/plan';
import type { Evaluation } from '../src';
import { evaluate, findingsOf } from '../src';
import { hangingOn, moveBranch, removeLine } from '../src/edits/network';
import { extendLine, startLine } from '../src/grow';
import { buildLine, catalogue, ft, inch, newId } from './builders';
import { network, networkArb, pipe, second, stone, template } from './support/trees';

/** Lines that join, part and are moved about. */

const rules = (plan: Plan): string[] => findingsOf(evaluate(plan)).map(({ rule }) => rule);

test('the order in which items are stored changes nothing', () => {
  fc.assert(
    fc.property(networkArb, fc.integer(), (specs, seed) => {
      const { plan, runs } = network(specs);
      const shuffle = <T>(table: Readonly<Record<string, T>>): Record<string, T> =>
        Object.fromEntries(
          Object.entries(table).sort(
            ([a], [b]) => ((a.charCodeAt(35) * 31 + seed) % 7) - ((b.charCodeAt(35) * 31 + seed) % 7),
          ),
        );
      const other = {
        ...plan,
        run: shuffle(plan.run),
        node: shuffle(plan.node),
        line: shuffle(plan.line),
        runGrade: shuffle(plan.runGrade),
      } as Plan;
      const [a, b] = [evaluate(plan), evaluate(other)];
      for (const id of runs) {
        expect(b.runs.get(id)?.grade.high).toBeCloseTo(a.runs.get(id)?.grade.high ?? NaN, 9);
        expect(b.runs.get(id)?.trench?.amounts?.excavation).toBeCloseTo(
          a.runs.get(id)?.trench?.amounts?.excavation ?? NaN,
          9,
        );
      }
    }),
    { numRuns: 60 },
  );
});

/** What a person could see of a run. */
const seen = (evaluation: Evaluation, id: Uuid): unknown => {
  const run = evaluation.runs.get(id);
  return (
    run && {
      grade: run.grade,
      length: run.length,
      points: run.ground.points,
      width: run.trench?.width,
      amounts: run.trench?.amounts,
    }
  );
};

test('an edit gives what a fresh evaluation gives, and works out just the runs that it can reach', () => {
  const editArb = fc.record({
    kind: fc.constantFrom('section', 'break', 'slope', 'ground', 'place', 'crossing', 'pipe', 'node', 'vehicles'),
    which: fc.nat(),
    value: fc.double({ min: 0.01, max: 0.3, noNaN: true }),
  });
  fc.assert(
    fc.property(networkArb, fc.array(editArb, { minLength: 1, maxLength: 4 }), (specs, edits) => {
      const built = network(specs);
      let { plan } = built;
      let evaluation = evaluate(plan);
      for (const { kind, which, value } of edits) {
        const id = built.runs[which % built.runs.length] as Uuid;
        const run = plan.run[id] as ItemOf<'run'>;
        const item: Item =
          kind === 'section'
            ? { ...second, width: { rule: 'fixed', width: 0.6 + value } }
            : kind === 'break'
              ? { kind: 'runGround', id, breaks: [{ at: 1 + value, elevation: 103 }] }
              : kind === 'slope'
                ? { ...(plan.runGrade[id] as ItemOf<'runGrade'>), slope: value / 10 }
                : kind === 'ground'
                  ? { kind: 'nodeGround', id: run.b, elevation: 103 + value }
                  : kind === 'place'
                    ? { kind: 'nodePlace', id: run.b, east: value * 100, north: 17 }
                    : kind === 'crossing'
                      ? {
                          kind: 'crossing',
                          id: newId(),
                          run: id,
                          name: 'Gas',
                          utility: 'gas',
                          size: 0.05,
                          lies: { how: 'across', at: 2 },
                          level: { by: 'depth', of: 'top', value: 0.6 },
                          measured: false,
                          markedBy: '',
                          markedOn: '',
                        }
                      : kind === 'pipe'
                        ? { ...pipe, outside: pipe.outside + value / 10 }
                        : kind === 'node'
                          ? { ...(plan.node[run.a] as ItemOf<'node'>), water: { high: 100 + value } }
                          : { ...run, vehicles: !run.vehicles };
        const next = applyEdits(plan, [{ op: 'put', item }]);
        const after = evaluate(next, evaluation);
        const fresh = evaluate(next);
        for (const run of built.runs) {
          expect(seen(after, run)).toEqual(seen(fresh, run));
          // What differs was worked out; what was taken over could not differ.
          if (!after.recomputed.has(run)) expect(seen(after, run)).toEqual(seen(evaluation, run));
        }
        expect(findingsOf(after)).toEqual(findingsOf(fresh));
        expect(after.crossings).toEqual(fresh.crossings);
        const amounts = ({ lines }: typeof after) => [...lines.values()].map(({ soil, gaps }) => [soil, gaps]);
        expect(amounts(after)).toEqual(amounts(fresh));
        if (kind === 'break') expect([...after.recomputed]).toEqual([id]);
        if (kind === 'crossing') expect(after.recomputed.size).toBe(0);
        plan = next;
        evaluation = after;
      }
    }),
    { numRuns: 80 },
  );
});

describe('what hangs on what', () => {
  /** A trunk of two runs, a branch at its middle, and a twig on the branch. */
  function tree() {
    const trunk = buildLine(
      {
        ground: 105,
        pipe,
        section: template,
        runs: [
          { length: 50, low: 100, slope: 0.01, ground: 105 },
          { length: 50, slope: 0.01, ground: 105 },
        ],
      },
      [stone],
    );
    let plan = trunk.plan;
    const branchFrom = (node: Uuid, name: string): Uuid => {
      const start = startLine(plan, { name, service: 'storm', at: node }, newId);
      plan = applyEdits(plan, start.edits);
      plan = applyEdits(
        plan,
        extendLine(
          plan,
          start.line,
          { name: `${name} run`, length: 20, slope: 0.02, upper: { name: `${name} top`, form: 'inlet', ground: 105 } },
          newId,
          node,
        ).edits,
      );
      return start.line;
    };
    const branch = branchFrom(trunk.nodes[1] ?? '', 'Branch');
    const top = Object.values(plan.run).find((run) => run.line === branch)?.b ?? '';
    const twig = branchFrom(top, 'Twig');
    return { trunk, plan, branch, twig, top };
  }

  test('a branch takes its invert from the trunk it joins', () => {
    const { plan, branch } = tree();
    const run = Object.values(plan.run).find((run) => run.line === branch);
    // 100 + 1 % of 50.
    expect(evaluate(plan).runs.get(run?.id ?? '')?.grade.low).toBeCloseTo(100.5, 9);
    expect(rules(plan).filter((rule) => rule === 'not-connected' || rule === 'ring')).toEqual([]);
  });

  test('deleting a trunk asks for what hangs on it, and takes it along', () => {
    const { trunk, plan, branch, twig } = tree();
    expect(hangingOn(plan, trunk.line)).toEqual([trunk.line, branch, twig]);
    expect(hangingOn(plan, branch)).toEqual([branch, twig]);
    const without = applyEdits(plan, removeLine(plan, branch));
    expect(Object.keys(without.line)).toEqual([trunk.line]);
    expect(Object.keys(without.node).sort()).toEqual([...trunk.nodes].sort());
    const empty = applyEdits(plan, removeLine(plan, trunk.line));
    for (const kind of ['line', 'run', 'node', 'nodeGround', 'runGrade'] as const)
      expect(Object.keys(empty[kind])).toEqual([]);
  });

  test('a branch is moved to another node, and not onto what drains into it', () => {
    const { trunk, plan, branch, top } = tree();
    const moved = moveBranch(plan, branch, trunk.nodes[2] ?? '');
    if (!moved.ok) throw new Error(moved.message);
    const run = Object.values(plan.run).find((run) => run.line === branch);
    expect(evaluate(applyEdits(plan, moved.edits)).runs.get(run?.id ?? '')?.grade.low).toBeCloseTo(101, 9);
    const twigTop = Object.values(plan.run).find((run) => run.a === top)?.b ?? '';
    for (const node of [top, twigTop])
      expect(moveBranch(plan, branch, node)).toMatchObject({ ok: false, message: expect.stringMatching(/drain/) });
  });

  test('a ring is found on all its runs, and on no other', () => {
    const { trunk, plan } = tree();
    const [first, last] = trunk.runs.map((id) => plan.run[id] as ItemOf<'run'>);
    const ring: Edit = { op: 'put', item: { ...(last as ItemOf<'run'>), b: first?.a ?? '' } };
    const ringed = findingsOf(evaluate(applyEdits(plan, [ring])))
      .filter(({ rule }) => rule === 'ring')
      .map(({ run }) => run);
    expect(ringed.sort()).toEqual([...trunk.runs].sort());
  });
});

test('at a D-box the water parts: three laterals begin at one level, a drop under the pipe that comes in', () => {
  const lateral = catalogue('4 in SDR 35');
  const effluent = buildLine({
    service: 'effluent',
    pipe: lateral,
    runs: [{ length: ft(15), high: ft(100), slope: 0.02 }],
  });
  const box = effluent.nodes[0] ?? '';
  const items: Item[] = [...effluent.items];
  const ids = [1, 2, 3].map((number) => {
    const [line, run, end] = [newId(), newId(), newId()];
    items.push(
      {
        kind: 'line',
        id: line,
        name: `Lateral ${number}`,
        service: 'lateral',
        pipe: lateral.id,
        section: template.id,
        startChainage: 0,
      },
      { kind: 'node', id: end, name: `End ${number}`, form: 'lateral-end' },
      {
        kind: 'run',
        id: run,
        line,
        name: `Lateral ${number}`,
        a: end,
        b: box,
        flow: 'to-a',
        length: { from: 'typed', value: ft(70) },
        vehicles: false,
      },
      { kind: 'runGrade', id: run, slope: inch(0.25) / ft(5) },
    );
    return run;
  });
  const plan = applyEdits(planOf(items), [
    { op: 'put', item: { ...(planOf(items).runGrade[effluent.runs[0] ?? ''] as ItemOf<'runGrade'>), stepA: inch(2) } },
  ]);
  const { runs } = evaluate(plan);
  // In: 100 − 0.30 = 99.70 ft; out 2 in lower; ends 3.5 in below that.
  for (const id of ids) {
    expect(runs.get(id)?.grade.high).toBeCloseTo(ft(99.7) - inch(2), 9);
    expect(runs.get(id)?.grade.low).toBeCloseTo(ft(99.7) - inch(2) - inch(3.5), 9);
  }
});

test('a box ends at its lowest invert, or at the bottom of its sump under that', () => {
  const { plan, nodes } = buildLine({
    ground: 101,
    runs: [
      { length: 20, low: 99, slope: 0.01, ground: 101 },
      { length: 20, low: 99.5, slope: 0.01, ground: 101 },
    ],
  });
  const basin = plan.node[nodes[1] ?? ''];
  if (!basin) throw new Error('no basin');
  const bottom = (of: typeof plan) => evaluate(of).nodes.get(basin.id)?.bottom;
  // The way out lies at 99.20; the pipe coming in at 99.50 is no matter.
  expect(bottom(plan)).toBeCloseTo(99.2, 9);
  expect(bottom(applyEdits(plan, [{ op: 'put', item: { ...basin, sump: 0.3 } }]))).toBeCloseTo(98.9, 9);
});
