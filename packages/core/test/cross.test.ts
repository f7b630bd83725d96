import type { Cut } from '@alveus/plan';
import fc from 'fast-check';
import { evaluate, FOOT } from '../src';
import { crossSection, openingOf } from '../src/cross';
import { areaOf, classesAlong, heapSide, spoilOf, stripOfGround } from '../src/spoil';
import { buildLine, catalogue, ft, section } from './builders';

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
  expect(classes.map((one) => one.class)).toEqual(['shallow', 'ladder', 'protect']);
  expect(classes.map(({ to }) => to / FOOT).map((to) => Number(to.toFixed(6)))).toEqual([10, 20, 30]);
});
