import fc from 'fast-check';
import type { Quantity, System } from '../src';
import { FOOT, INCH, TON, YARD3, complaint, parse, print, printInchesPerFoot, resolution, SYSTEMS } from '../src';

const value = (text: string, quantity: Quantity = 'distance', system: System = 'feet'): number => {
  const parsed = parse(text, quantity, system);
  if (!parsed.ok) throw new Error(complaint(parsed));
  return parsed.value;
};

describe('what crews type', () => {
  test.each([
    ['98.2', 98.2 * FOOT],
    ['98\' 2 3/8"', 98 * FOOT + 2.375 * INCH],
    ['98’ 2-3/8”', 98 * FOOT + 2.375 * INCH],
    ['3 1/4"', 3.25 * INCH],
    ['1/2 in', 0.5 * INCH],
    ['8\'', 8 * FOOT],
    ['8 ft 6 in', 8.5 * FOOT],
    ['-3"', -3 * INCH],
    ['\u22123"', -3 * INCH],
    ['250 mm', 0.25],
    ['2.5m', 2.5],
    ['.5 ft', 0.5 * FOOT],
  ])('%s is a length', (text, metres) => {
    expect(value(text)).toBeCloseTo(metres, 12);
    expect(value(text === '98.2' ? '98.2 ft' : text, 'distance', 'metric')).toBeCloseTo(metres, 12);
  });

  test('a bare number is in the unit of the setting', () => {
    expect(value('6', 'thickness', 'inches')).toBeCloseTo(6 * INCH, 12);
    expect(value('150', 'thickness', 'metric')).toBeCloseTo(0.15, 12);
    expect(value('3 1/4', 'thickness', 'feet')).toBeCloseTo(3.25 * INCH, 12);
    expect(value('29.93', 'elevation', 'metric')).toBe(29.93);
  });

  test.each([
    ['1/8 in/ft', 1 / 96],
    ['1/4" per ft', 1 / 48],
    ['0.26%', 0.0026],
    ['0.26', 0.0026],
    ['1:96', 1 / 96],
    ['1 in 200', 0.005],
    ['10 mm/m', 0.01],
    ['0.4 ft/100 ft', 0.004],
    ['-1 %', -0.01],
  ])('%s is a slope', (text, ratio) => {
    expect(value(text, 'slope')).toBeCloseTo(ratio, 12);
  });

  test('slopes of pipes: 1/4 in/ft is 2.0833 %, 1/8 is 1.0417 %, 1/16 is 0.5208 % (check values)', () => {
    expect(value('1/4 in/ft', 'slope')).toBeCloseTo(0.020833, 6);
    expect(value('1/8 in/ft', 'slope')).toBeCloseTo(0.010417, 6);
    expect(value('1/16 in/ft', 'slope')).toBeCloseTo(0.005208, 6);
    expect(printInchesPerFoot(1 / 96)).toBe('1/8 in/ft');
    expect(printInchesPerFoot(0.01)).toBe('≈ 1/8 in/ft');
  });

  test('chainage is written with a plus', () => {
    expect(value('1+25', 'chainage', 'feet')).toBeCloseTo(125 * FOOT, 12);
    expect(value('0+125', 'chainage', 'metric')).toBe(125);
    expect(print(125 * FOOT, 'chainage', 'feet')).toBe('1+25.00');
    expect(print(125, 'chainage', 'metric')).toBe('0+125.000');
  });

  test.each(['', 'deep', '98..2', '3 1/0"', '1:0', "8' 13\"", '1e999', '12 parsecs', '1+125', "'"])('%p is refused with what was expected', (text) => {
    const quantity: Quantity = text === '1:0' ? 'slope' : text === '1+125' ? 'chainage' : 'distance';
    const parsed = parse(text, quantity, 'feet');
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(complaint(parsed)).toMatch(/Type .+ such as/);
  });
});

test('what a crew can set is what is shown', () => {
  expect(print(98.2 * FOOT, 'elevation', 'feet')).toBe('98.20 ft');
  expect(print(98 * FOOT + 2.375 * INCH, 'elevation', 'inches')).toBe('98\' 2 3/8"');
  expect(print(29.9314, 'elevation', 'metric')).toBe('29.931 m');
  expect(print(11.99 * INCH, 'elevation', 'inches')).toBe('1\' 0"');
  expect(print(0.1524, 'thickness', 'metric')).toBe('152 mm');
  expect(print(-0.001 * FOOT, 'elevation', 'feet')).toBe('0.00 ft');
  expect(print(YARD3, 'volume', 'feet')).toBe('1.00 cu yd');
  expect(print(TON, 'mass', 'inches')).toBe('1.00 ton');
  expect(print(1000, 'mass', 'metric')).toBe('1.00 t');
  expect(print(1.5 * INCH, 'thickness', 'feet', { fraction: 16 })).toBe('1 1/2"');
});

const QUANTITIES: Quantity[] = ['elevation', 'distance', 'chainage', 'depth', 'thickness', 'fine', 'slope', 'area', 'volume', 'mass', 'density', 'speed', 'share', 'count', 'plain'];

test('printing then parsing gives the value back within the printed resolution', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...QUANTITIES),
      fc.constantFrom(...SYSTEMS),
      fc.constantFrom(8 as const, 16 as const),
      fc.double({ min: -9_999, max: 9_999, noNaN: true }),
      (quantity, system, fraction, number) => {
        const parsed = parse(print(number, quantity, system, { fraction }), quantity, system);
        expect(parsed.ok).toBe(true);
        if (parsed.ok) expect(Math.abs(parsed.value - number)).toBeLessThanOrEqual(resolution(quantity, system, fraction) * 0.5 + 1e-9);
      },
    ),
    { numRuns: 2000 },
  );
});
