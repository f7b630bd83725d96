import * as fc from 'fast-check';
import { FOOT, GALLON, INCH, POUND } from '../src';
import {
  boxFloat,
  covered,
  moundSpacing,
  pipeFloat,
  pipeStages,
  roundBox,
  SOIL_UNDER_WATER,
  WATER,
} from '../src/float';

/** What is empty in a wet hole, weighed against the water. */

const tank = { length: 8 * FOOT, width: 5 * FOOT, height: 6 * FOOT, weight: 9000 * POUND };

test('a tank 8 × 5 × 6 ft of 9,000 lb lifts from 3.61 ft of water on; at 6 ft it needs 716 gal inside (worked out beforehand)', () => {
  const { from, fill, uplift, down } = boxFloat(tank, 6 * FOOT);
  expect((from ?? NaN) / FOOT).toBeCloseTo(3.61, 2);
  expect(fill / GALLON).toBeCloseTo(716, 0);
  expect(uplift / POUND).toBeCloseTo(62.4 * 240, 6);
  expect(down / POUND).toBeCloseTo(9000 - 62.4 * 240, 6);
  expect(boxFloat({ ...tank, weight: 20_000 * POUND }, 6 * FOOT).from).toBeUndefined();
});

test('at the level from which it lifts it just floats, filled with what it needs it just stays; more water over its top lifts no more', () => {
  const size = fc.double({ min: 0.2, max: 8, noNaN: true });
  fc.assert(
    fc.property(
      fc.record({ length: size, width: size, height: size, weight: fc.double({ min: 1, max: 40_000, noNaN: true }) }),
      size,
      (box, water) => {
        const { from, fill, down, uplift } = boxFloat(box, water);
        if (from !== undefined) expect(Math.abs(boxFloat(box, from).down)).toBeLessThan(1e-6 * box.weight);
        expect(fill * WATER).toBeCloseTo(Math.max(0, -down), 6);
        expect(boxFloat(box, box.height + 5).uplift).toBe(boxFloat(box, box.height).uplift);
        expect(uplift).toBeGreaterThanOrEqual(0);
        expect(boxFloat(box, water + 0.1).uplift).toBeGreaterThanOrEqual(uplift);
      },
    ),
  );
});

test('an empty 12 in pipe of 6 lb/ft pushes 49 lb of water aside in a foot, and 9 in of fill under water hold it', () => {
  const pipe = { outside: 12 * INCH, weight: (6 * POUND) / FOOT };
  const { uplift, fill, from } = pipeFloat(pipe, 2 * FOOT);
  // A quarter of π of a square foot at 62.4 lb.
  expect((uplift * FOOT) / POUND).toBeCloseTo((Math.PI / 4) * 62.4, 6);
  expect(fill / INCH).toBeCloseTo((((Math.PI / 4) * 62.4 - 6) / 60) * 12, 6);
  expect(Math.abs(pipeFloat(pipe, from ?? NaN).down)).toBeLessThan(1e-6);
  // A mound of a cubic foot holds 60 lb: every 1.4 ft.
  expect((moundSpacing(pipe, FOOT ** 3) ?? NaN) / FOOT).toBeCloseTo(60 / ((Math.PI / 4) * 62.4 - 6), 6);
  expect((SOIL_UNDER_WATER * FOOT ** 3) / POUND).toBeCloseTo(60, 9);
  expect(moundSpacing({ outside: 12 * INCH, weight: 1000 }, 1)).toBeUndefined();
});

test('water in a trench lifts a pipe the more the higher it stands, up to its crown', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 2, noNaN: true }),
      fc.double({ min: 0, max: 3, noNaN: true }),
      (outside, water) => {
        const pipe = { outside, weight: 1 };
        expect(pipeFloat(pipe, water + 0.01).uplift).toBeGreaterThanOrEqual(pipeFloat(pipe, water).uplift);
        expect(pipeFloat(pipe, outside + water).uplift).toBeCloseTo((WATER * Math.PI * outside ** 2) / 4, 6);
      },
    ),
  );
});

test('the more fill lies over a pipe the more water it stands; a foot over 12 in of pipe holds it whatever the water (worked by hand)', () => {
  const pipe = { outside: 12.5 * INCH, weight: (10.6 * POUND) / FOOT };
  const stages = pipeStages(pipe, [-0.2, 0, 3 * INCH, 6 * INCH, 12 * INCH]);
  const [bare, crown, three] = stages;
  expect(bare?.safe).toBeCloseTo(pipeFloat(pipe, 0).from ?? NaN, 9);
  expect(crown?.safe).toBe(bare?.safe);
  expect(three?.safe ?? Infinity).toBeGreaterThan(crown?.safe ?? NaN);
  expect(stages[4]?.safe).toBeUndefined();
  // 12.5 in wide, 6.25 + 12 in high, less the half circle.
  const area = (12.5 * 18.25 - (Math.PI * 6.25 ** 2) / 2) / 144;
  expect(((stages[4]?.soil ?? NaN) * FOOT) / POUND).toBeCloseTo(60 * area, 6);
});

test('a manhole of 4 ft pushes aside the water of its circle; a foot of fill over a tank weighs 60 lb a square foot', () => {
  const manhole = boxFloat(roundBox(4 * FOOT, 6 * FOOT, 9000 * POUND), 6 * FOOT);
  expect(manhole.uplift / POUND).toBeCloseTo(62.4 * Math.PI * 4 * 6, 6);
  expect(covered(tank, FOOT).weight / POUND).toBeCloseTo(9000 + 60 * 40, 6);
});
