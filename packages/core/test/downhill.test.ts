import fc from 'fast-check';
import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits, EMPTY_PLAN, Item, lowerOf, upperOf } from '@alveus/plan';
import type { Field } from '../src/grow';
import { evaluate } from '../src';
import { moveBranch, removeLine } from '../src/edits/network';
import { layLaterals, LEADER_FALL, lineDown } from '../src/grow';
import { ft, inch, newId } from './builders';

/** Septic work as it is planned: from the house down to the tank, on to the box, and the laterals beside one another. */

interface Grown {
  plan: Plan;
  lower: Uuid;
}

function sewer(): Grown {
  const { edits, lower } = lineDown(
    EMPTY_PLAN,
    {
      name: 'Building sewer',
      service: 'building-sewer',
      from: { name: 'House stub-out', form: 'stub-out', invert: ft(98), ground: ft(100) },
      run: { name: 'Building sewer', length: ft(20), slope: inch(1 / 4) / ft(1) },
      lower: { name: 'Tank', form: 'tank', ground: ft(99.5) },
    },
    newId,
  );
  return { plan: applyEdits(EMPTY_PLAN, edits), lower };
}

function toTheBox({ plan, lower }: Grown): Grown {
  const made = lineDown(
    plan,
    {
      name: 'Tank to D-box',
      service: 'effluent',
      from: { at: lower },
      run: { name: 'Tank to D-box', length: ft(15), slope: 0.02 },
      drop: inch(3),
      lower: { name: 'D-box', form: 'd-box', ground: ft(99) },
    },
    newId,
  );
  return { plan: applyEdits(plan, made.edits), lower: made.lower };
}

const FIELD: Field = { count: 4, length: ft(60), spacing: ft(6), ahead: ft(5), slope: 0, towards: 'on' };
const lineNamed = (plan: Plan, name: string) => {
  const line = [...evaluate(plan).lines.values()].find((line) => line.line.name === name);
  const run = evaluate(plan).runs.get(line?.order.runs[0]?.id ?? '');
  if (!run) throw new Error(`no ${name}`);
  return run;
};

test('from the stub-out down, each line takes its level from the one above it, less the fall through the tank', () => {
  const { plan } = toTheBox(sewer());
  for (const table of Object.values(plan))
    for (const item of Object.values(table)) expect(Item.safeParse(item).success).toBe(true);
  // 98.00 less 20 ft at 1/4 in/ft, 5 in; 3 in through the tank; 15 ft at 2 %.
  expect(lineNamed(plan, 'Building sewer').grade.low).toBeCloseTo(ft(98) - inch(5), 9);
  expect(lineNamed(plan, 'Tank to D-box').grade.high).toBeCloseTo(ft(98) - inch(8), 9);
  expect(lineNamed(plan, 'Tank to D-box').grade.low).toBeCloseTo(ft(97.7) - inch(8), 9);
});

test('a fall that was fixed before stays', () => {
  const tank = sewer();
  const run = lineNamed(tank.plan, 'Building sewer').id;
  const fixed: Edit = {
    op: 'put',
    item: { ...tank.plan.runGrade[run], kind: 'runGrade', id: run, stepA: inch(2) },
  };
  const { plan } = toTheBox({ ...tank, plan: applyEdits(tank.plan, [fixed]) });
  expect(lineNamed(plan, 'Tank to D-box').grade.high).toBeCloseTo(ft(98) - inch(7), 9);
});

test('four laterals from one box begin at one level, level along, each at the end of its own leader', () => {
  const box = toTheBox(sewer());
  const edits = layLaterals(box.plan, box.lower, FIELD, newId);
  const plan = applyEdits(box.plan, edits);
  const out = ft(97.7) - inch(8);
  // Heads 5 ft ahead, 9, 3, 3 and 9 ft to the side: the longest leader is √(25 + 81) ft.
  const fall = LEADER_FALL * ft(Math.sqrt(106));
  for (const number of [1, 2, 3, 4]) {
    const [leader, lateral] = [lineNamed(plan, `Leader ${number}`), lineNamed(plan, `Lateral ${number}`)];
    expect(leader.grade.high).toBeCloseTo(out, 9);
    expect(lateral.grade.high).toBeCloseTo(out - fall, 9);
    expect(lateral.grade.slope).toBe(0);
    expect(lateral.length).toBe(ft(60));
    expect(upperOf(leader.run)).toBe(box.lower);
    expect(lowerOf(leader.run)).toBe(upperOf(lateral.run));
  }
  // One template for all laterals, one for all leaders and the effluent line: native soil.
  const sections = Object.values(plan.section).map(({ name }) => name);
  expect(new Set(sections).size).toBe(sections.length);
  expect(Object.values(plan.pipe).map(({ name }) => name)).toEqual([
    '4 in schedule 40',
    '4 in SDR 35',
    '4 in SDR 35, perforated',
  ]);
});

test('a lateral that is taken out leaves the box, and all that leads to it, to the others', () => {
  const box = toTheBox(sewer());
  const plan = applyEdits(box.plan, layLaterals(box.plan, box.lower, { ...FIELD, count: 2 }, newId));
  const leader = Object.values(plan.line).find(({ name }) => name === 'Leader 1')?.id ?? '';
  const after = applyEdits(plan, removeLine(plan, leader));
  expect(
    Object.values(after.line)
      .map(({ name }) => name)
      .sort(),
  ).toEqual(['Building sewer', 'Lateral 1', 'Lateral 2', 'Leader 2', 'Tank to D-box']);
  // The last one takes with it what has nowhere to go then.
  const last = Object.values(plan.line).find(({ name }) => name === 'Leader 2')?.id ?? '';
  expect(Object.values(applyEdits(after, removeLine(after, last)).line).map(({ name }) => name)).not.toContain(
    'Tank to D-box',
  );
});

test('a lateral cannot be led back into what feeds its box', () => {
  const box = toTheBox(sewer());
  const plan = applyEdits(box.plan, layLaterals(box.plan, box.lower, { ...FIELD, count: 2 }, newId));
  const leader = Object.values(plan.line).find(({ name }) => name === 'Leader 1')?.id ?? '';
  const tank = Object.values(plan.node).find(({ form }) => form === 'tank')?.id ?? '';
  expect(moveBranch(plan, leader, tank).ok).toBe(false);
});

test('laterals that are added later are numbered on', () => {
  const box = toTheBox(sewer());
  const once = applyEdits(box.plan, layLaterals(box.plan, box.lower, { ...FIELD, count: 2 }, newId));
  const twice = applyEdits(once, layLaterals(once, box.lower, { ...FIELD, count: 1 }, newId));
  expect(lineNamed(twice, 'Lateral 3').length).toBe(ft(60));
});

test('on the sketch laterals lie side by side, as far apart as asked, and leaders are as long as they are drawn', () => {
  const spots = fc.record({ east: fc.integer({ min: -50, max: 50 }), north: fc.integer({ min: -50, max: 50 }) });
  const near = (a: number, b: number): void => expect(Math.abs(a - b)).toBeLessThan(1e-9);
  fc.assert(
    fc.property(
      spots,
      spots,
      fc.integer({ min: 1, max: 9 }),
      fc.double({ min: 1, max: 5, noNaN: true }),
      fc.constantFrom('on' as const, 'left' as const, 'right' as const),
      (tank, at, count, spacing, towards) => {
        const box = toTheBox(sewer());
        const inflow = Object.values(box.plan.run).find((run) => lowerOf(run) === box.lower);
        const drawn = applyEdits(box.plan, [
          { op: 'put', item: { kind: 'nodePlace', id: box.lower, ...at } },
          { op: 'put', item: { kind: 'nodePlace', id: inflow ? upperOf(inflow) : '', ...tank } },
        ]);
        const plan = applyEdits(drawn, layLaterals(drawn, box.lower, { ...FIELD, count, spacing, towards }, newId));
        const place = (id: Uuid) => plan.nodePlace[id] ?? { east: NaN, north: NaN };
        const ends = Array.from({ length: count }, (_, index) => {
          const [leader, run] = [lineNamed(plan, `Leader ${index + 1}`), lineNamed(plan, `Lateral ${index + 1}`)];
          const [head, end] = [place(upperOf(run.run)), place(lowerOf(run.run))];
          near(Math.hypot(head.east - at.east, head.north - at.north), leader.length);
          return { head, along: [(end.east - head.east) / ft(60), (end.north - head.north) / ft(60)] as const };
        });
        ends.forEach(({ head, along: [east, north] }, index) => {
          near(Math.hypot(east, north), 1);
          const next = ends[index + 1];
          if (!next) return;
          // The next one is its spacing away, square to it.
          const [x, y] = [next.head.east - head.east, next.head.north - head.north];
          near(Math.hypot(x, y), spacing);
          near(x * east + y * north, 0);
          near(next.along[0], east);
          near(next.along[1], north);
        });
      },
    ),
    { numRuns: 40 },
  );
});
