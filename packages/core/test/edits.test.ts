import type { Edit, Item, Plan, Run } from '@alveus/plan';
import { applyEdits, itemsOf, planOf } from '@alveus/plan';
import { evaluate, findingsOf, isWhole, reverseLine } from '../src';
import { moveBranch, removeLine, removeRun } from '../src/edits/network';
import { joinRuns } from '../src/edits/join';
import { splitRun } from '../src/edits/split';
import { buildLine, newId } from './builders';
import {
  keepsEverythingAtItsPlace,
  lateRecordsFindTheirPlace,
  movesABranchWithAllItsFacts,
  orderChangesNothing,
  reversesByFlowAlone,
  takesExactlyWhatHung,
  triesEveryKind,
  undoesAndRedoesAll,
} from './support/properties';

/** Whatever is done to random surveyed networks, everything stays at its place on the ground. */

test(
  'splitting, joining and turning round keep every level, shot, utility, pit, volume and finding at its place',
  keepsEverythingAtItsPlace,
);
test('turning a line of n runs round is n edits of which way it flows, and twice is nothing', reversesByFlowAlone);
test(
  'a shot that arrives late, from somebody who had not heard of a split or a join, finds its place',
  lateRecordsFindTheirPlace,
);
test(
  'taking a run or a line out takes exactly what hung on it, leaves nothing hanging, and undo brings all back',
  takesExactlyWhatHung,
);
test('every edit can be undone and redone, records too', undoesAndRedoesAll);
test('no order of items, and none of edits that touch different items, changes any result', orderChangesNothing);
test('a branch hung on another node keeps its facts, and makes no ring', movesABranchWithAllItsFacts);
test('every kind that lies along a run is among what is tried, and every edit', triesEveryKind);

const put = (...items: Item[]): Edit[] => items.map((item) => ({ op: 'put', item }));
const split = (plan: Plan, run: string, at: number) => {
  const done = splitRun(evaluate(plan), run, at, { name: 'Wye', form: 'fitting' }, newId);
  if (!done) throw new Error('not split');
  return { ...done, plan: applyEdits(plan, done.edits) };
};
const grade = (plan: Plan, run: string | undefined) => evaluate(plan).runs.get(run ?? '')?.grade;
const level = { kind: 'benchmark' as const, id: newId(), name: 'Step', elevation: 100, assumed: true, description: '' };
/** Instrument at 105: a rod of 5 is 100. */
const rods = (...shots: [Extract<Item, { kind: 'shot' }>['target'], number][]): Item[] => {
  const setup = newId();
  return [
    level,
    { kind: 'setup', id: setup, name: 'Setup 1', order: 0 },
    ...[[{ on: 'benchmark', benchmark: level.id }, 5] as const, ...shots].map(([target, value], order): Item => ({
      kind: 'shot',
      id: newId(),
      setup,
      order,
      sight: order === 0 ? 'back' : 'fore',
      target,
      reading: { by: 'rod', value },
      note: '',
    })),
  ];
};

describe('a wye', () => {
  test('keeps the shots above it: a run of 100 m shot at 20, 50 and 80 m, parted at 30', () => {
    const built = buildLine({ runs: [{ length: 100, low: 96, slope: 0.01 }] });
    const [run = ''] = built.runs;
    const [low = '', high = ''] = built.nodes;
    const shots = rods(
      [{ on: 'node', node: low, what: 'ground' }, 6],
      [{ on: 'run', run, at: 20 }, 5.5],
      [{ on: 'run', run, at: 50 }, 4],
      [{ on: 'run', run, at: 80 }, 3.5],
      [{ on: 'node', node: high, what: 'ground' }, 3],
    );
    const plan = applyEdits(built.plan, put(...shots));
    const dug = (of: Plan): number =>
      [...evaluate(of).lines.values()].reduce((sum, { soil }) => sum + soil.excavation, 0);
    const halves = split(plan, run, 30);
    expect(dug(halves.plan)).toBeCloseTo(dug(plan), 8);
    expect(halves.plan.shot).toEqual(plan.shot);
    const { lines } = evaluate(halves.plan);
    expect([...lines.values()].map(({ gaps }) => isWhole(gaps))).toEqual([true]);
    expect(
      evaluate(halves.plan)
        .runs.get(halves.upper)
        ?.ground.points.map(({ at }) => Math.round(at)),
    ).toEqual([0, 20, 50, 70]);
  });

  test('moves no invert where the run above steps: low 10, 1 %, 100 m, the next low at 11.1; parted at 50 m it is 10.5 to 11.0', () => {
    const built = buildLine({
      ground: 14,
      runs: [
        { length: 100, low: 10, slope: 0.01, ground: 14 },
        { length: 50, low: 11.1, slope: 0.01, ground: 14 },
      ],
    });
    const halves = split(built.plan, built.runs[0] ?? '', 50);
    for (const plan of [halves.plan, applyEdits(halves.plan, reverseLine(halves.plan, built.line))]) {
      const levels = ['low', 'high'].map((end) => grade(plan, halves.upper)?.[end as 'low' | 'high']).sort();
      expect(levels).toEqual([expect.closeTo(10.5, 9), expect.closeTo(11, 9)]);
    }
    // The new node holds level: raising the outlet raises both parts alike.
    const own = halves.plan.runGrade[halves.lower];
    const raised = applyEdits(halves.plan, put({ ...own, kind: 'runGrade', id: halves.lower, a: 10.2 }));
    expect(grade(raised, halves.upper)?.low).toBeCloseTo(10.7, 9);
  });

  test('a utility beside the run lies beside both parts, and a join makes it one again', () => {
    const built = buildLine({ ground: 9, runs: [{ length: 100, low: 5, slope: 0.01, ground: 9 }] });
    const [run = ''] = built.runs;
    const main: Item = {
      kind: 'crossing',
      id: newId(),
      run,
      name: 'Gas main',
      utility: 'gas',
      size: 0.1,
      lies: { how: 'beside', from: 20, to: 70, off: 1 },
      level: { by: 'depth', of: 'top', value: 1 },
      measured: false,
      markedBy: '',
      markedOn: '',
    };
    const plan = applyEdits(built.plan, put(main));
    const halves = split(plan, run, 50);
    expect(Object.values(halves.plan.crossing).map(({ run: of, lies }) => [of, lies])).toEqual([
      [halves.lower, { how: 'beside', from: 20, to: 50, off: 1 }],
      [halves.upper, { how: 'beside', from: 0, to: 20, off: 1 }],
    ]);
    const join = joinRuns(evaluate(halves.plan), halves.node, newId);
    if (!join.ok) throw new Error(join.message);
    const whole = applyEdits(halves.plan, join.edits);
    expect(Object.values(whole.crossing)).toEqual([{ ...main, run: join.run }]);
    expect(whole.runGrade[join.run]).toEqual({ kind: 'runGrade', id: join.run, a: 5, slope: 0.01 });
    expect(Object.keys(whole.node).sort()).toEqual(Object.keys(plan.node).sort());
  });
});

test('a line turned round leaves its shots where they are: shot at 30 of 100 m, it is 70 m up the other way', () => {
  const built = buildLine({ ground: 9, runs: [{ length: 100, low: 5, slope: 0.01, ground: 9 }] });
  const [run = ''] = built.runs;
  const plan = applyEdits(built.plan, put(...rods([{ on: 'run', run, at: 30 }, -3])));
  const turned = applyEdits(plan, reverseLine(plan, built.line));
  const at = (of: Plan): (number | undefined)[] =>
    evaluate(of)
      .runs.get(run)
      ?.ground.points.filter(({ shot }) => shot)
      .map((point) => point.at) ?? [];
  expect([at(plan), at(turned)]).toEqual([[30], [70]]);
  expect(turned.shot).toEqual(plan.shot);
});

test('runs that cannot be one are told why, and two that bend say by how much the pipe would move', () => {
  const built = buildLine({
    ground: 9,
    runs: [
      { length: 100, low: 5, slope: 0.01, ground: 9 },
      { length: 50, slope: 0.03, ground: 9, vehicles: true },
      { length: 50, slope: 0.02, ground: 9, vehicles: true },
    ],
  });
  const at = (index: number) => joinRuns(evaluate(built.plan), built.nodes[index] ?? '', newId);
  expect(at(0)).toMatchObject({ ok: false, message: expect.stringMatching(/1 runs meet at Outlet/) as unknown });
  expect(at(1)).toMatchObject({
    ok: false,
    message: expect.stringMatching(/differ in what passes over them/) as unknown,
  });
  // From 6.0 to 8.5 over 100 m: at the middle the straight pipe is at 7.25, where it was at 7.5.
  const bent = at(2);
  expect(bent.ok && bent.moves).toBeCloseTo(-0.25, 9);
});

test('a run taken out takes its utilities, pits and places on the sketch along, and a line its pits', () => {
  for (const take of [
    (plan: Plan, run: Run) => removeRun(plan, run.id),
    (plan: Plan, run: Run) => removeLine(plan, run.line),
  ]) {
    const built = buildLine({ ground: 9, runs: [{ length: 50, low: 5, slope: 0.01, ground: 9 }] });
    const run = built.plan.run[built.runs[0] ?? ''] as Run;
    const plan = applyEdits(
      built.plan,
      put(
        { kind: 'testPit', id: newId(), name: 'Pit', place: { run: run.id, at: 5 }, depth: 2, description: '' },
        { kind: 'testPit', id: newId(), name: 'Pit elsewhere', depth: 2, description: '' },
        { kind: 'nodePlace', id: run.a, east: 0, north: 0 },
        { kind: 'nodePlace', id: run.b, east: 9, north: 0 },
      ),
    );
    const left = itemsOf(applyEdits(plan, take(plan, run))).map(({ kind }) => kind);
    expect(left.sort()).toEqual(['pipe', 'section', 'testPit']);
  }
});

test('a D-box with laterals at 97.00 and 97.40: what comes in stands at 97.40, in whatever order they were typed', () => {
  const effluent = buildLine({ service: 'effluent', runs: [{ length: 10, slope: 0.02 }] });
  const [box = ''] = effluent.nodes;
  const laterals = [97, 97.4].flatMap((high): Item[] => {
    const [line, id, end] = [newId(), newId(), newId()];
    return [
      { ...(effluent.plan.line[effluent.line] as Item & { kind: 'line' }), id: line, service: 'lateral' },
      { kind: 'node', id: end, name: 'End', form: 'lateral-end' },
      {
        kind: 'run',
        id,
        line,
        name: 'Lateral',
        a: end,
        b: box,
        flow: 'to-a',
        length: { from: 'typed', value: 20 },
        vehicles: false,
      },
      { kind: 'runGrade', id, b: high, slope: 0.004 },
    ];
  });
  const items = [...effluent.items, ...laterals];
  for (const order of [items, [...items].reverse()]) {
    let grown = evaluate(planOf([]));
    for (const item of order) grown = evaluate(applyEdits(grown.plan, put(item)), grown);
    for (const evaluation of [evaluate(planOf(order)), grown])
      expect(evaluation.runs.get(effluent.runs[0] ?? '')?.grade.low).toBe(97.4);
  }
});

test('a branch moves to another node of its trunk, and not to one that drains into it', () => {
  const trunk = buildLine({
    ground: 9,
    runs: [
      { length: 20, low: 5, slope: 0.01, ground: 9 },
      { length: 20, slope: 0.01, ground: 9 },
    ],
  });
  const branch = buildLine({ runs: [{ length: 10, slope: 0.02, ground: 9 }] });
  const hung = branch.items.map((item) => (item.kind === 'run' ? { ...item, a: trunk.nodes[1] ?? '' } : item));
  const plan = planOf([...trunk.items, ...hung.filter(({ id }) => id !== branch.nodes[0])]);
  const moved = moveBranch(plan, branch.line, trunk.nodes[2] ?? '');
  if (!moved.ok) throw new Error(moved.message);
  const after = applyEdits(plan, moved.edits);
  expect(grade(after, branch.runs[0])?.low).toBeCloseTo(5.4, 9);
  expect(findingsOf(evaluate(after)).map(({ rule }) => rule)).not.toContain('ring');
  expect(moveBranch(plan, trunk.line, branch.nodes[1] ?? '')).toMatchObject({ ok: false });
});
