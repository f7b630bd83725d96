import type { Cut, TestPit } from '@alveus/plan';
import fc from 'fast-check';
import { crossingsAt, evaluate, FOOT, groundAt, stationAt } from '../src';
import { crossSection, fabricAcross, groundwaterAt, openingOf, utilitiesInReach } from '../src/cross';
import { areaOf, classesAlong, heapSide, spoilOf, stripOfGround } from '../src/spoil';
import { buildLine, catalogue, ft, inch, material, newId, section } from './builders';
import { job, oneRun } from './support/jobs';

/** The trench as it is drawn: what is drawn is what is reckoned; and what lies beside it. */

const pipe = catalogue('4 in SDR 35');

function trenchOf(depth: number, cut?: Cut, width = 3) {
  const { plan, runs, line } = buildLine({
    pipe,
    section: section({ width: { rule: 'fixed', width: ft(width) } }),
    ground: ft(depth) - pipe.wall,
    runs: [{ length: 1, low: 0, slope: 0, ground: ft(depth) - pipe.wall, ...(cut ? { cut } : {}) }],
  });
  const evaluation = evaluate(plan);
  const run = evaluation.runs.get(runs[0] ?? '');
  const cross = run && crossSection(run, 0.5);
  if (!run || !cross) throw new Error('no trench');
  return { evaluation, run, cross, line };
}

const sideArb = fc.constantFrom<Cut['left']>(
  { by: 'upright' },
  { by: 'sloped', out: 1.5, over: 0 },
  { by: 'sloped', out: 0.75, over: 0.6 },
  { by: 'benched', first: 1.2, rise: 0.6, tread: 0.8 },
);

test('the area inside what is drawn is what is dug', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 12, noNaN: true }),
      sideArb,
      sideArb,
      fc.constantFrom(0, 0.1, -0.25),
      (depth, left, right, across) => {
        const { run, cross } = trenchOf(depth, { ...(left ? { left } : {}), ...(right ? { right } : {}), across });
        expect(areaOf(cross)).toBeCloseTo(run.trench?.amounts?.excavation ?? NaN, 7);
      },
    ),
    { numRuns: 200 },
  );
});

test('a heap of all that is dug from 3 ft by 6 ft, swelled by a quarter, 1½ out for one up (worked by hand)', () => {
  const { cross } = trenchOf(6);
  const spoil = spoilOf(cross, { swell: 0.25 });
  // 18 sq ft in the ground are 22.5 loose; √(22.5 ÷ 1.5) high, and three times that wide.
  expect(spoil.area / FOOT ** 2).toBeCloseTo(22.5, 9);
  expect(spoil.height / FOOT).toBeCloseTo(Math.sqrt(15), 9);
  expect(spoil.base / FOOT).toBeCloseTo(3 * Math.sqrt(15), 9);
  const strip = stripOfGround(cross, spoil, 'right');
  expect(strip.left / FOOT).toBeCloseTo(1.5 + 2, 9);
  expect(strip.right / FOOT).toBeCloseTo(1.5 + 2 + 3 * Math.sqrt(15), 9);
  expect(openingOf(cross) / FOOT).toBeCloseTo(3, 9);
});

test('across a slope the heap lies downhill', () => {
  expect(heapSide({ across: 0.1 })).toBe('left');
  expect(heapSide({ across: -0.1 })).toBe('right');
});

test('a trench that gets deeper from 3 to 6 ft over 30 ft needs a ladder from 10 ft on, and protection from 20 ft', () => {
  const { plan, line } = buildLine({
    pipe,
    section: section(),
    ground: ft(3) - pipe.wall,
    runs: [{ length: ft(30), low: 0, slope: 0, ground: ft(6) - pipe.wall }],
  });
  const evaluation = evaluate(plan);
  const result = evaluation.lines.get(line);
  if (!result) throw new Error('no line');
  const classes = classesAlong(result, evaluation.runs, evaluation.profile);
  expect(classes.map((stretch) => stretch.class)).toEqual(['shallow', 'ladder', 'protect']);
  expect(classes.map(({ to }) => to / FOOT).map((to) => Number(to.toFixed(6)))).toEqual([10, 20, 30]);
});

describe('fabric', () => {
  const stone = material('Stone');
  /** @param high stone over the bottom, m; soil over it */
  const clothIn = (
    wide: number,
    high: number,
    deep: number,
    cut?: Cut,
    laid: 'round' | 'over' = 'round',
    lap = ft(1),
  ) => {
    const { plan, runs } = buildLine(
      {
        pipe,
        section: section({
          width: { rule: 'fixed', width: wide },
          above: [{ material: stone.id, upTo: { mark: 'invert', offset: high - pipe.wall } }],
          fabric: { laid, lap },
        }),
        ground: deep - pipe.wall,
        runs: [{ length: 1, low: 0, slope: 0, ground: deep - pipe.wall, ...(cut ? { cut } : {}) }],
      },
      [stone],
    );
    const run = evaluate(plan).runs.get(runs[0] ?? '');
    const cross = run && crossSection(run, 0.5);
    if (!run?.envelope || !run.section?.fabric || !cross) throw new Error('no trench');
    return fabricAcross(run.section.fabric, run.envelope, cross);
  };

  test('stone 12 in wide and 18 in high with 12 in of lap takes 6 ft of fabric across (worked by hand: 12 + 18 + 12 + 18 + 12)', () => {
    expect((clothIn(inch(12), inch(18), ft(3))?.wide ?? NaN) / FOOT).toBeCloseTo(6, 9);
    expect((clothIn(inch(12), inch(18), ft(3), undefined, 'over', inch(12))?.wide ?? NaN) / FOOT).toBeCloseTo(2, 9);
  });

  test('along sloped sides it is as long as they are: 3 ft at the bottom, 2 ft of stone, 1½ out for one up', () => {
    const sloped: Cut = { left: { by: 'sloped', out: 1.5, over: 0 }, right: { by: 'sloped', out: 1.5, over: 0 } };
    const side = 2 * Math.sqrt(1 + 1.5 ** 2);
    expect((clothIn(ft(3), ft(2), ft(6), sloped)?.wide ?? NaN) / FOOT).toBeCloseTo(3 + 2 * side + 9 + 1, 6);
  });

  test('round whatever is dug and however the ground falls, it keeps under the stone’s top and within the box of its walls', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 1.5, max: 3, noNaN: true }),
        sideArb,
        sideArb,
        fc.constantFrom(0, 0.1, -0.25),
        (wide, high, deep, left, right, across) => {
          const cut: Cut = { ...(left ? { left } : {}), ...(right ? { right } : {}), across };
          const cloth = clothIn(wide, high, deep, cut, 'round', 0);
          if (!cloth) throw new Error('none');
          // Closed, never over the stone, and no longer than its box of walls and top.
          expect(cloth.line[0]).toEqual(cloth.line[cloth.line.length - 1]);
          for (const [, y] of cloth.line) expect(y).toBeLessThanOrEqual(high + 1e-9);
          const xs = cloth.line.map(([x]) => x);
          const [low, far] = [Math.min(...xs), Math.max(...xs)];
          expect(cloth.wide).toBeGreaterThanOrEqual(2 * (far - low) - 1e-9);
          expect(cloth.wide).toBeLessThanOrEqual(2 * (far - low + 2 * high) + 1e-9);
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('what else lies in the ground', () => {
  const water = (place: number, depth: number | undefined): TestPit => ({
    kind: 'testPit',
    id: newId(),
    name: `Pit at ${place}`,
    place: { run: '', at: place },
    depth: 3,
    description: '',
    ...(depth === undefined ? {} : { groundwater: depth }),
  });

  test('groundwater stands level from the nearest pit that met it', () => {
    // Ground rises 1 m over 10 m; the trench bottom is level, 2 m under its lower end.
    const { plan, runs } = buildLine({
      pipe,
      section: section({ width: { rule: 'fixed', width: 1 } }),
      ground: 0,
      runs: [{ length: 10, low: -2 + pipe.wall, slope: 0, ground: 1 }],
    });
    const run = evaluate(plan).runs.get(runs[0] ?? '');
    if (!run) throw new Error('no run');
    const pits = [water(2, 1.2), water(9, 0.4), water(5, undefined)];
    const bottom = stationAt(run.grade, run.ground, run.envelope, 3).bottom ?? NaN;
    expect(bottom).toBeCloseTo(-2, 9);
    expect(groundwaterAt(run, pits, 3)?.pit).toBe('Pit at 2');
    const ground = (at: number) => groundAt(run.ground ?? { points: [] }, at) ?? NaN;
    expect(groundwaterAt(run, pits, 3)?.over).toBeCloseTo(ground(2) - 1.2 - bottom, 9);
    expect(groundwaterAt(run, pits, 8)?.over).toBeCloseTo(ground(9) - 0.4 - bottom, 9);
    expect(groundwaterAt(run, [water(5, undefined)], 3)).toBeUndefined();
  });

  test('a main is in reach where it crosses and within what is dug by hand round it; one beside, along its stretch', () => {
    const { plan } = job(
      oneRun(
        {},
        {},
        {
          crossings: [
            { on: 'Main', at: 40, centre: 102 },
            { on: 'Main', from: 60, to: 80, off: 3, deep: 2, side: 'right' },
          ],
        },
      ),
    );
    const evaluation = evaluate(plan);
    const [run] = evaluation.runs.values();
    if (!run) throw new Error('no run');
    const near = (at: number) => utilitiesInReach(run, crossingsAt(evaluation, run.id), ft(at), ft(2));
    const bottom = stationAt(run.grade, run.ground, run.envelope, ft(40)).bottom ?? NaN;
    expect(near(40)).toMatchObject([{ how: 'across', along: 0 }]);
    expect((near(40)[0]?.top ?? NaN) + bottom).toBeCloseTo(ft(102) + inch(2), 9);
    // 2 ft and half its own 4 in.
    expect(near(42.1)).toHaveLength(1);
    expect(near(42.2)).toHaveLength(0);
    expect(near(59.9)).toHaveLength(0);
    const [beside] = near(70);
    const there = stationAt(run.grade, run.ground, run.envelope, ft(70));
    expect(beside).toMatchObject({ how: 'beside', off: ft(3), side: 'right' });
    expect((there.ground ?? NaN) - (there.bottom ?? NaN) - (beside?.top ?? NaN)).toBeCloseTo(ft(2), 6);
  });
});
