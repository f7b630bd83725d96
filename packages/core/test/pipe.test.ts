import fc from 'fast-check';
import {
  areaBelow,
  CATALOGUE,
  FOOT,
  INCH,
  insideDiameter,
  manning,
  meanAreaBelow,
  partFull,
  DEFAULT_PROFILE,
} from '../src';
import { SEWER_LEAST_SLOPES, rulesFor } from '@alveus/plan';

describe('the circle, against V.T. Chow, Open-Channel Hydraulics (1959), geometric elements of circular sections; from memory', () => {
  test.each([
    [0.25, 0.1535, 0.1466, 0.701, 0.137],
    [0.5, 0.3927, 0.25, 1.0, 0.5],
    [0.75, 0.6319, 0.3017, 1.133, 0.912],
    [1.0, 0.7854, 0.25, 1.0, 1.0],
  ])('at depth %p of the diameter', (share, area, radius, speed, flow) => {
    const d = 0.3;
    const part = partFull(share * d, d);
    expect(Math.abs(part.area / d ** 2 - area)).toBeLessThan(6e-5);
    expect(Math.abs(part.radius / d - radius)).toBeLessThan(6e-5);
    const full = manning(d, 0.01, 0.013);
    const here = manning(d, 0.01, 0.013, share * d);
    expect(Math.abs(here.speed / full.speed - speed)).toBeLessThan(6e-4);
    expect(Math.abs(here.flow / full.flow - flow)).toBeLessThan(6e-4);
  });

  test('speed is greatest at 0.81 (1.140), flow at 0.938 (1.076)', () => {
    const shares = Array.from({ length: 1000 }, (_, index) => (index + 1) / 1000);
    const full = manning(1, 0.01, 0.013);
    const best = (of: (share: number) => number): number => shares.reduce((a, b) => (of(b) > of(a) ? b : a));
    const speed = (share: number): number => manning(1, 0.01, 0.013, share).speed / full.speed;
    const flow = (share: number): number => manning(1, 0.01, 0.013, share).flow / full.flow;
    expect(best(speed)).toBeCloseTo(0.81, 2);
    expect(speed(0.81)).toBeCloseTo(1.14, 3);
    expect(best(flow)).toBeCloseTo(0.938, 3);
    expect(flow(0.938)).toBeCloseTo(1.076, 3);
  });
});

test('a 12 in pipe with n 0.013 at 1 % carries 3.56 cfs at 4.54 ft/s (handbook figure)', () => {
  const { speed, flow } = manning(1 * FOOT, 0.01, 0.013);
  expect(flow / FOOT ** 3).toBeCloseTo(3.56, 2);
  expect(speed / FOOT).toBeCloseTo(4.54, 2);
});

test('the least slopes of sanitary sewers give at least 2 ft/s full, n 0.013', () => {
  expect(SEWER_LEAST_SLOPES).toEqual([
    [8, 0.4],
    [10, 0.28],
    [12, 0.22],
    [14, 0.17],
    [15, 0.15],
    [16, 0.14],
    [18, 0.12],
    [21, 0.1],
    [24, 0.08],
    [27, 0.067],
    [30, 0.058],
    [33, 0.052],
    [36, 0.046],
    [39, 0.041],
    [42, 0.037],
  ]);
  // And so do the sizes that the table does not have, which are worked out from just that.
  const bands = rulesFor(DEFAULT_PROFILE, 'storm').leastSlope.filter(
    ({ severity, fromNominal }) => severity === 'watch' && fromNominal > 7 * INCH,
  );
  expect(bands).toHaveLength(SEWER_LEAST_SLOPES.length + 9);
  for (const { fromNominal, least, source } of bands) {
    const speed = manning(fromNominal, least, 0.013).speed / FOOT;
    expect(speed).toBeGreaterThanOrEqual(2);
    expect(speed).toBeLessThan(2.2);
    expect(source).toMatch(fromNominal > 42.5 * INCH ? /^2 ft\/s running full/ : /Recommended Standards/);
  }
});

test('the mean area over a rising level is the mean of many small ones', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.5, max: 1.5, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.integer({ min: 0, max: 9 }),
      (start, rise, tiny) => {
        const r = 0.5;
        // Within the circle, across its ends or clear of it; sometimes very near each other.
        const h0 = start;
        const h1 = start + rise * 10 ** -tiny;
        const parts = 2000;
        let sum = 0;
        for (let index = 0; index < parts; index += 1) sum += areaBelow(h0 + ((h1 - h0) * (index + 0.5)) / parts, r);
        expect(Math.abs(meanAreaBelow(h0, h1, r) - sum / parts)).toBeLessThan(1e-7);
      },
    ),
  );
});

describe('pipe by standard, inches', () => {
  const size = (name: string): { outside: number; wall: number; inside: number } => {
    const pipe = CATALOGUE.find((model) => model.name === name);
    if (!pipe) throw new Error(name);
    return { outside: pipe.outside / INCH, wall: pipe.wall / INCH, inside: insideDiameter(pipe) / INCH };
  };

  test.each([
    ['4 in SDR 35', 4.215, 0.12],
    ['6 in SDR 35', 6.275, 0.18],
    ['8 in SDR 35', 8.4, 0.24],
    ['10 in SDR 35', 10.5, 0.3],
    ['12 in SDR 35', 12.5, 0.36],
    ['15 in SDR 35', 15.3, 0.437],
    ['2 in schedule 40', 2.375, 0.154],
    ['3 in schedule 40', 3.5, 0.216],
    ['4 in schedule 40', 4.5, 0.237],
    ['6 in schedule 40', 6.625, 0.28],
  ])('%s (ASTM D3034, D1785; from memory)', (name, outside, wall) => {
    expect(size(name).outside).toBeCloseTo(outside, 9);
    expect(size(name).wall).toBeCloseTo(wall, 9);
  });

  test.each([
    [12, 2],
    [15, 2.25],
    [18, 2.5],
    [24, 3],
    [30, 3.5],
    [36, 4],
    [48, 5],
    [54, 5.5],
    [60, 6],
  ])('%p in concrete wall B is inside by name (ASTM C76; from memory)', (nominal, wall) => {
    const pipe = size(`${nominal} in concrete, wall B`);
    expect(pipe.inside).toBeCloseTo(nominal, 9);
    expect(pipe.wall).toBeCloseTo(wall, 9);
  });
});
