import fc from 'fast-check';
import type { Edit, Item, Plan, Shot, Step, Target } from '@alveus/plan';
import { applyEdits, ONLY, planOf, undo, stepOf } from '@alveus/plan';
import { evaluate, findingsOf, workBook } from '../src';
import { buildLine, ft, newId } from './builders';

const bm = (name: string, elevation: number) => ({
  kind: 'benchmark' as const,
  id: newId(),
  name,
  elevation,
  assumed: false,
  description: '',
});
const turning = (name: string): Target => ({ on: 'turning', name });
const on = (benchmark: { id: string }): Target => ({ on: 'benchmark', benchmark: benchmark.id });

/** A run of levels: each setup with its backsight, its sights between, and what it carries on to. */
function levels(
  legs: readonly { back: [Target, number]; between?: [Target, number][]; fore?: [Target, number]; sights?: number }[],
): Item[] {
  return legs.flatMap(({ back, between = [], fore, sights }, index): Item[] => {
    const id = newId();
    const shot = (sight: Shot['sight'], [target, value]: [Target, number], order: number): Shot => ({
      kind: 'shot',
      id: newId(),
      setup: id,
      order,
      sight,
      target,
      reading: { by: 'rod', value },
      note: '',
    });
    return [
      { kind: 'setup', id, name: `Setup ${index + 1}`, order: index, ...(sights === undefined ? {} : { sights }) },
      shot('back', back, 0),
      ...between.map((target, at) => shot('fore', target, at + 1)),
      ...(fore ? [shot('fore', fore, 100)] : []),
    ];
  });
}

/**
 * A loop of seven setups in the form of Ghilani and Wolf, Elementary Surveying, differential levelling (from memory):
 * Σ backsights 40.24 ft, Σ foresights 40.21 ft, and so a misclosure of +0.03 ft.
 */
const mil = bm('Mil', ft(2053.18));
const oak = turning('Oak');
const LOOP = levels(
  (
    [
      [on(mil), 1.33, turning('TP1'), 8.37],
      [turning('TP1'), 0.22, turning('TP2'), 7.91],
      [turning('TP2'), 0.96, turning('TP3'), 11.72],
      [turning('TP3'), 0.46, oak, 8.71],
      [oak, 11.95, turning('TP4'), 2.61],
      [turning('TP4'), 12.55, turning('TP5'), 0.68],
      [turning('TP5'), 12.77, on(mil), 0.21],
    ] as const
  ).map(([behind, back, ahead, fore]) => ({ back: [behind, ft(back)], fore: [ahead, ft(fore)], sights: 120 })),
);

describe('a loop of levels, as a textbook has it', () => {
  const book = workBook(planOf([mil, ...LOOP]));
  const elevation = (name: string, how: 'raw' | 'adjusted'): number => {
    const found = [...book.elevations.values()].find(
      ({ shot }) =>
        shot.sight === 'fore' && (shot.target.on === 'turning' ? shot.target.name === name : name === 'Mil'),
    );
    return (found?.[how] ?? NaN) / 0.3048;
  };

  test('heights of instrument and elevations as read', () => {
    expect(book.setups.map(({ rawHeight }) => Number(((rawHeight ?? 0) / 0.3048).toFixed(2)))).toEqual([
      2054.51, 2046.36, 2039.41, 2028.15, 2031.39, 2041.33, 2053.42,
    ]);
    expect(elevation('Oak', 'raw')).toBeCloseTo(2019.44, 9);
    expect(elevation('Mil', 'raw')).toBeCloseTo(2053.21, 9);
  });

  test('the arithmetic check, the misclosure and what is allowed', () => {
    const [circuit] = book.circuits;
    expect((circuit?.sumBack ?? 0) / 0.3048).toBeCloseTo(40.24, 9);
    expect((circuit?.sumFore ?? 0) / 0.3048).toBeCloseTo(40.21, 9);
    expect((circuit?.sumBack ?? 0) - (circuit?.sumFore ?? 0)).toBeCloseTo(circuit?.rise ?? NaN, 9);
    expect((circuit?.misclosure ?? 0) / 0.3048).toBeCloseTo(0.03, 9);
    // 7 setups of 120 m, 0.522 miles: 0.05 ft × √0.522.
    expect((circuit?.allowed ?? NaN) / 0.3048).toBeCloseTo(0.05 * Math.sqrt(840 / 1609.344), 12);
    expect(circuit?.adjusted).toBe(true);
  });

  test('what is left is spread evenly over the setups: Oak, after four of seven, is 2019.44 − 0.03 × 4/7', () => {
    expect(elevation('Oak', 'adjusted')).toBeCloseTo(2019.44 - (0.03 * 4) / 7, 9);
    expect(elevation('TP1', 'adjusted')).toBeCloseTo(2046.14 - 0.03 / 7, 9);
    expect(elevation('Mil', 'adjusted')).toBeCloseTo(2053.18, 9);
  });

  test('a miss larger than allowed is said, and hidden by nothing', () => {
    const wrong = LOOP.map((item) =>
      item.kind === 'shot' && item.target.on === 'turning' && item.target.name === 'TP3' && item.sight === 'fore'
        ? { ...item, reading: { by: 'rod' as const, value: ft(10.72) } }
        : item,
    );
    const plan = planOf([mil, ...wrong]);
    expect(workBook(plan).circuits[0]).toMatchObject({ adjusted: false });
    expect(findingsOf(evaluate(plan)).map(({ rule }) => rule)).toEqual(['misclosure']);
  });
});

const reading = fc.double({ min: 0.1, max: 4, noNaN: true });
const loopArb = fc.array(fc.tuple(reading, reading), { minLength: 1, maxLength: 8 });
function randomLoop(legs: readonly (readonly [number, number])[], elevation: number): Item[] {
  const start = bm('Start', elevation);
  const free: Item = { kind: 'levelling', id: ONLY, allowed: { by: 'setups', metres: 1 }, adjust: true };
  const points = legs.map((_, index) => (index === legs.length - 1 ? on(start) : turning(`TP${index + 1}`)));
  // The last foresight is what would close, and a little off.
  const sum =
    legs.slice(0, -1).reduce((total, [back, fore]) => total + back - fore, 0) + (legs[legs.length - 1]?.[0] ?? 0);
  return [
    start,
    free,
    ...levels(
      legs.map(([back, fore], index) => ({
        back: [index === 0 ? on(start) : (points[index - 1] as Target), back],
        fore: [points[index] as Target, index === legs.length - 1 ? sum + 0.004 : fore],
      })),
    ),
  ];
}

test('an adjusted loop closes exactly, whatever was read', () => {
  fc.assert(
    fc.property(loopArb, (legs) => {
      const book = workBook(planOf(randomLoop(legs, 100)));
      const closing = [...book.elevations.values()].find(
        ({ shot }) => shot.sight === 'fore' && shot.target.on === 'benchmark',
      );
      expect(book.circuits[0]?.adjusted).toBe(true);
      expect(closing?.raw).toBeCloseTo(100 - 0.004, 9);
      expect(closing?.adjusted).toBeCloseTo(100, 9);
    }),
  );
});

test('raising every benchmark raises everything, and moves nothing against anything', () => {
  fc.assert(
    fc.property(loopArb, fc.double({ min: -50, max: 50, noNaN: true }), (legs, by) => {
      const items = randomLoop(legs, 100);
      const raised = items.map((item) =>
        item.kind === 'benchmark' ? { ...item, elevation: item.elevation + by } : item,
      );
      const [a, b] = [workBook(planOf(items)), workBook(planOf(raised))];
      for (const [id, found] of a.elevations)
        expect(b.elevations.get(id)?.adjusted).toBeCloseTo((found.adjusted ?? NaN) + by, 9);
      expect(b.circuits[0]?.misclosure).toBeCloseTo(a.circuits[0]?.misclosure ?? NaN, 9);
    }),
  );
});

describe('shots and the ground of the plan', () => {
  const start = bm('Step', ft(100));
  const built = buildLine({ runs: [{ length: ft(100), low: ft(92), slope: 0.01 }] });
  const [outlet, top] = built.nodes as [string, string];
  const run = built.runs[0] ?? '';
  const rods = levels([
    {
      back: [on(start), ft(5)],
      between: [
        [{ on: 'node', node: outlet, what: 'ground' }, ft(9)],
        [{ on: 'run', run, at: ft(40) }, ft(8.5)],
        [{ on: 'node', node: top, what: 'ground' }, ft(7)],
      ],
    },
  ]);
  const plan = planOf([...built.items, start, ...rods]);
  const grounds = (of = plan) =>
    evaluate(of)
      .runs.get(run)
      ?.ground.points.map(({ at, elevation }) =>
        [at / 0.3048, elevation / 0.3048].map((value) => Number(value.toFixed(6))),
      );

  test('make the ground along a run: instrument at 105, rod 9.00 at the outlet is 96.00', () => {
    expect(grounds()).toEqual([
      [0, 96],
      [40, 96.5],
      [100, 98],
    ]);
    expect(
      evaluate(plan)
        .runs.get(run)
        ?.ground.points.every(({ shot }) => shot !== undefined),
    ).toBe(true);
  });

  test('a wrong reading is superseded: everything that hangs on it moves, and the old one stays to be read', () => {
    const wrong = Object.values(plan.shot).find(({ sight }) => sight === 'back') as Shot;
    const right: Shot = { ...wrong, id: newId(), reading: { by: 'rod', value: ft(5.5) }, supersedes: wrong.id };
    const corrected = applyEdits(plan, [{ op: 'put', item: right }]);
    const after = evaluate(corrected, evaluate(plan));
    expect(after.runs.get(run)?.ground.points[0]?.elevation).toBeCloseTo(ft(96.5), 9);
    expect(after.book.setups[0]?.gone).toEqual([wrong]);
    expect([...after.recomputed]).toEqual([run]);
  });

  const put = (item: Shot): Edit[] => [{ op: 'put', item }];
  const undone = (from: Plan, step: Step): { plan: Plan; step: Step } => {
    const back = undo(from, step, newId);
    if (!back.ok) throw new Error('refused');
    return { plan: applyEdits(from, back.edits), step: stepOf(from, back.edits) };
  };

  test('undoing a shot takes it back, and redoing it brings it back; nothing leaves the book', () => {
    const shot = Object.values(plan.shot).find(({ target }) => target.on === 'run') as Shot;
    const back = undone(plan, stepOf(planOf([]), put(shot)));
    expect(grounds(back.plan)).toEqual([
      [0, 96],
      [100, 98],
    ]);
    const again = undone(back.plan, back.step);
    expect(grounds(again.plan)).toEqual([
      [0, 96],
      [40, 96.5],
      [100, 98],
    ]);
    expect(Object.keys(again.plan.shot)).toHaveLength(Object.keys(plan.shot).length + 2);
  });

  test('undoing a correction brings the reading before it back into force, however often it is undone and redone', () => {
    const wrong = Object.values(plan.shot).find(({ target }) => target.on === 'run') as Shot;
    const right: Shot = { ...wrong, id: newId(), reading: { by: 'rod', value: ft(8) }, supersedes: wrong.id };
    let now = { plan: applyEdits(plan, put(right)), step: stepOf(plan, put(right)) };
    for (let turn = 0; turn < 4; turn += 1) {
      expect(grounds(now.plan)).toContainEqual([40, turn % 2 === 0 ? 97 : 96.5]);
      expect(grounds(now.plan)).toHaveLength(3);
      now = undone(now.plan, now.step);
    }
  });

  test('undoing that a reading was struck out brings it back', () => {
    const shot = Object.values(plan.shot).find(({ target }) => target.on === 'run') as Shot;
    const strike = put({ ...shot, id: newId(), supersedes: shot.id, struck: true });
    const struck = applyEdits(plan, strike);
    expect(grounds(struck)).toHaveLength(2);
    expect(grounds(undone(struck, stepOf(plan, strike)).plan)).toEqual(grounds());
  });

  test('typed and shot ground at one place are never merged without a word', () => {
    const both = applyEdits(plan, [
      { op: 'put', item: { kind: 'nodeGround', id: top, elevation: ft(99) } },
      {
        op: 'put',
        item: {
          kind: 'runGround',
          id: run,
          breaks: [
            { at: ft(40), elevation: ft(97) },
            { at: ft(70), elevation: ft(97.2) },
          ],
        },
      },
    ]);
    expect(grounds(both)).toEqual([
      [0, 96],
      [40, 96.5],
      [70, 97.2],
      [100, 98],
    ]);
    expect(findingsOf(evaluate(both)).filter(({ rule }) => rule === 'ground-twice')).toHaveLength(2);
    const holds = applyEdits(both, [
      { op: 'put', item: { kind: 'nodeGround', id: top, elevation: ft(99), holds: true } },
    ]);
    expect(grounds(holds)?.[3]).toEqual([100, 99]);
  });

  test('a rod that reads elevations needs no instrument height; a setup without a known backsight is said', () => {
    const direct = applyEdits(
      plan,
      Object.values(plan.shot).map((shot) => ({
        op: 'put' as const,
        item: { ...shot, reading: { by: 'direct' as const, value: ft(50) } },
      })),
    );
    expect(evaluate(direct).shots.nodes.get(outlet)?.elevation).toBeCloseTo(ft(50), 9);
    const lost = applyEdits(plan, [{ op: 'remove', kind: 'benchmark', id: start.id }]);
    expect(findingsOf(evaluate(lost)).map(({ rule }) => rule)).toContain('setup-open');
  });

  test('two shots of one place that disagree are said, and the later one is used', () => {
    const setup = Object.keys(plan.setup)[0] ?? '';
    const again: Shot = {
      kind: 'shot',
      id: newId(),
      setup,
      order: 50,
      sight: 'fore',
      target: { on: 'node', node: outlet, what: 'ground' },
      reading: { by: 'rod', value: ft(9.5) },
      note: '',
    };
    const twice = applyEdits(plan, [{ op: 'put', item: again }]);
    expect(grounds(twice)?.[0]).toEqual([0, 95.5]);
    expect(findingsOf(evaluate(twice)).map(({ rule }) => rule)).toContain('shots-disagree');
  });
});
