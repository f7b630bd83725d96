import { readFileSync } from 'node:fs';
import path from 'node:path';
import { openPlanFile, planOf } from '@alveus/plan';
import { evaluate, findingsOf, say, SYSTEMS } from '../src';
import { explain } from '../src/workings';
import { compute, Computed, gradeTable } from '../src/interchange';
import { buildLine, catalogue, ft, inch, material, section } from './builders';
import { allFigures } from './support/figures';
import { placedIn } from './support/placed';

function demo() {
  const opened = openPlanFile(readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8'));
  if (!opened.ok) throw new Error(opened.message);
  return opened.plan;
}

test('every figure of the demo job shows its working: formula, numbers that end in the figure, and a source', () => {
  const evaluation = evaluate(demo());
  const refs = allFigures(evaluation);
  expect(refs.length).toBeGreaterThan(100);
  for (const ref of refs) {
    const working = explain(evaluation, ref);
    if (!working?.value) throw new Error(`no working for ${JSON.stringify(ref)}`);
    expect(working.source).not.toBe('');
    expect(working.steps.length).toBeGreaterThan(0);
    const last = working.steps[working.steps.length - 1];
    for (const system of SYSTEMS)
      expect(say(last?.numbers ?? [], system)).toMatch(
        new RegExp(`${say([working.value], system).replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}$`),
      );
  }
});

test('a figure that is not known says what is missing', () => {
  const { plan, runs } = buildLine({ runs: [{ length: 30 }] });
  const evaluation = evaluate(plan);
  for (const figure of ['depth', 'cover', 'invert', 'bottom', 'ground'] as const) {
    const working = explain(evaluation, { figure, run: runs[0] ?? '', at: 3 });
    expect(working?.value).toBeUndefined();
    expect(working?.steps[0]?.formula).toMatch(/needs|not known|no grade|not set/i);
  }
  expect(explain(evaluation, { figure: 'depth', run: 'gone', at: 0 })).toBeUndefined();
});

test('trench bottom, redone on paper: 100.00 ft less a 3/8 in wall less 6 in of bedding is 99.47 ft', () => {
  const stone = material();
  const { plan, runs } = buildLine(
    {
      pipe: catalogue('12 in SDR 35'),
      section: section({ below: [{ material: stone.id, thickness: inch(6) }] }),
      ground: ft(104),
      runs: [{ length: ft(10), low: ft(100), slope: 0, ground: ft(104) }],
    },
    [stone],
  );
  const working = explain(evaluate(plan), { figure: 'bottom', run: runs[0] ?? '', at: 0 });
  expect(say(working?.steps[0]?.numbers ?? [], 'feet')).toBe(
    '100.00 ft \u2212 3/8" \u2212 6" = 99.47 ft'.replace(/\u2212/g, '−'),
  );
});

describe('the computed plan for other programs', () => {
  test('follows its published schema, with stations at every break and every step', () => {
    const computed = compute(demo(), 5);
    expect(Computed.parse(computed)).toEqual(computed);
    expect(computed.lines).toHaveLength(evaluate(demo()).lines.size);
    const [run] = computed.lines.find(({ name }) => name === 'Barn storm line')?.runs ?? [];
    const distances = run?.stations.map(({ distance }) => distance) ?? [];
    expect(distances).toEqual([...distances].sort((a, b) => a - b));
    for (const wanted of [0, 3.6576, 5, 10, 12.192, 15, 20])
      expect(distances.some((at) => Math.abs(at - wanted) < 1e-9)).toBe(true);
    for (const station of run?.stations ?? []) {
      expect(station.depth).toBeCloseTo((station.ground ?? 0) - (station.trenchBottom ?? 0), 9);
      expect(station.chainage).toBeCloseTo(station.distance, 9);
    }
  });

  test('layers, pipe and native make up the excavation', () => {
    const evaluation = evaluate(demo());
    for (const { id, soil } of evaluation.lines.values()) {
      const placed = Object.keys(demo().material).reduce((sum, key) => sum + placedIn(evaluation, id, key), 0);
      expect(placed + soil.pipeDisplaced + soil.structures + soil.nativeReturned).toBeCloseTo(soil.excavation, 9);
    }
  });

  test('the demo job has the one thing wrong that was left in it on purpose', () => {
    const grave = findingsOf(evaluate(demo())).filter(({ severity }) => severity !== 'watch');
    expect(grave.map(({ rule }) => rule)).toEqual(['least-cover']);
  });

  test('an empty plan comes to nothing', () => {
    expect(compute(planOf([]))).toMatchObject({ lines: [], nodes: [], findings: [], takeoff: { sums: [] } });
  });
});

test('the grade table has a row a station, in the units on show', () => {
  const { plan, line } = buildLine({
    ground: ft(104),
    runs: [{ length: ft(20), low: ft(100), slope: 0.01, ground: ft(104.5) }],
  });
  const evaluation = evaluate(plan);
  const result = evaluation.lines.get(line);
  if (!result) throw new Error('no line');
  const rows = gradeTable(evaluation, result, 'feet', ft(10));
  expect(rows[0]).toEqual([
    'station',
    'run',
    'distance (ft)',
    'ground (ft)',
    'invert (ft)',
    'trench bottom (ft)',
    'depth (ft)',
    'cover (ft)',
  ]);
  expect(rows).toHaveLength(4);
  // 100.10 at 10 ft; the bottom lies a wall of 0.03 ft below; cover = depth − 12.5 in.
  expect(rows[2]).toEqual(['0+10.00', 'Run 1', '10.00', '104.25', '100.10', '100.07', '4.18', '3.14']);
});
