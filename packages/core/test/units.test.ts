import fc from 'fast-check';
import type { Quantity, System } from '../src';
import {
  FOOT,
  INCH,
  TON,
  YARD3,
  complaint,
  parse,
  print,
  printInchesPerFoot,
  resolution,
  suggestion,
  SYSTEMS,
} from '../src';

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
    ["8'", 8 * FOOT],
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
    expect(print(125 * FOOT, 'chainage', 'feet')).toBe('1+25');
    expect(print(125, 'chainage', 'metric')).toBe('0+125');
  });

  test.each(['', 'deep', '98..2', '3 1/0"', '1:0', '8\' 13"', '1e999', '12 parsecs', '1+125', "'"])(
    '%p is refused with what was expected',
    (text) => {
      const quantity: Quantity = text === '1:0' ? 'slope' : text === '1+125' ? 'chainage' : 'distance';
      const parsed = parse(text, quantity, 'feet');
      expect(parsed.ok).toBe(false);
      if (!parsed.ok) expect(complaint(parsed)).toMatch(/Type .+ such as/);
    },
  );
});

describe('what crews type, in every way they type it', () => {
  const feet = (whole: number, inches = 0): number => whole * FOOT + inches * INCH;
  const FOOT3 = FOOT ** 3;
  test.each<[string, Quantity, System, number]>([
    // Feet and inches as painted on stakes, and as said.
    ['98-2 3/8', 'elevation', 'feet', feet(98, 2.375)],
    ['98–2 3⁄8', 'elevation', 'inches', feet(98, 2.375)],
    ['98-2 3/8', 'elevation', 'metric', feet(98, 2.375)],
    ['6-4 5/8"', 'thickness', 'feet', feet(6, 4.625)],
    ['12-6', 'distance', 'feet', feet(12, 6)],
    ['12 foot 6', 'distance', 'metric', feet(12, 6)],
    ['12 ft. 6 in.', 'distance', 'metric', feet(12, 6)],
    ['18 in.', 'distance', 'feet', 18 * INCH],
    ['12 yd', 'distance', 'metric', 36 * FOOT],
    ['12.5 lf', 'distance', 'metric', 12.5 * FOOT],
    // Fractions and marks of every make.
    ...(
      [
        ['¼', 1 / 4],
        ['½', 1 / 2],
        ['¾', 3 / 4],
        ['⅐', 1 / 7],
        ['⅑', 1 / 9],
        ['⅒', 1 / 10],
        ['⅓', 1 / 3],
        ['⅔', 2 / 3],
        ['⅕', 1 / 5],
        ['⅖', 2 / 5],
        ['⅗', 3 / 5],
        ['⅘', 4 / 5],
        ['⅙', 1 / 6],
        ['⅚', 5 / 6],
        ['⅛', 1 / 8],
        ['⅜', 3 / 8],
        ['⅝', 5 / 8],
        ['⅞', 7 / 8],
      ] as const
    ).map(([mark, part]): [string, Quantity, System, number] => [
      `2${mark}"`,
      'thickness',
      'metric',
      (2 + part) * INCH,
    ]),
    ['3⁄8 in', 'thickness', 'metric', 0.375 * INCH],
    ['3∕8 in', 'thickness', 'metric', 0.375 * INCH],
    ['−3.5', 'elevation', 'metric', -3.5],
    ['–3.5', 'elevation', 'metric', -3.5],
    ['—3.5', 'elevation', 'metric', -3.5],
    ['8´ 6″', 'distance', 'feet', feet(8, 6)],
    ['8` 6"', 'distance', 'feet', feet(8, 6)],
    ["8′ 6''", 'distance', 'feet', feet(8, 6)],
    // Metres.
    ['2m50', 'distance', 'feet', 2.5],
    ['1 m 250 mm', 'distance', 'feet', 1.25],
    ['2.5 metres', 'distance', 'feet', 2.5],
    ['2,5 m', 'distance', 'feet', 2.5],
    ['98,2', 'elevation', 'metric', 98.2],
    ['98,2', 'elevation', 'feet', 98.2 * FOOT],
    ['1,250 mm', 'distance', 'metric', 1.25],
    ['1 250 mm', 'distance', 'metric', 1.25],
    ['1,250', 'distance', 'feet', 1250 * FOOT],
    ['1.250,5 m', 'distance', 'metric', 1250.5],
    ['12,345.6 ft', 'distance', 'metric', 12345.6 * FOOT],
    ['0,125 m', 'distance', 'metric', 0.125],
    // Slopes.
    ['2 per 100', 'slope', 'feet', 0.02],
    ['2 ft in 100', 'slope', 'feet', 0.02],
    ['0.26 ft per 100 feet', 'slope', 'feet', 0.0026],
    ['1/8 per foot', 'slope', 'feet', 1 / 96],
    ['1/4" to the foot', 'slope', 'feet', 1 / 48],
    ['1/4"', 'slope', 'feet', 1 / 48],
    ['1/4 in', 'slope', 'feet', 1 / 48],
    ['1:48', 'slope', 'feet', 1 / 48],
    ['1/8 in. per ft.', 'slope', 'metric', 1 / 96],
    ['⅛"/ft', 'slope', 'metric', 1 / 96],
    ['1/4" per 5 feet', 'slope', 'feet', 1 / 240],
    ['1/4" every 5 ft', 'slope', 'feet', 1 / 240],
    ['10 mm per metre', 'slope', 'feet', 0.01],
    ['1 percent', 'slope', 'feet', 0.01],
    ['1,5 %', 'slope', 'metric', 0.015],
    ['5‰', 'slope', 'metric', 0.005],
    ['1/96', 'slope', 'feet', 1 / 96],
    ['1 to 96', 'slope', 'feet', 1 / 96],
    ['1-in-96', 'slope', 'feet', 1 / 96],
    ['level', 'slope', 'feet', 0],
    // Chainages.
    ['Sta 1+25', 'chainage', 'feet', feet(125)],
    ['1 + 25', 'chainage', 'feet', feet(125)],
    ['0+125,5', 'chainage', 'metric', 125.5],
    // Densities, volumes, masses, areas, speeds; the pound and the US gallon by definition.
    ['105 pcf', 'density', 'metric', (105 * 0.45359237) / FOOT3],
    ['1.4 tons/cy', 'density', 'metric', (1.4 * TON) / YARD3],
    ['100 cf', 'volume', 'metric', 100 * FOOT3],
    ['1000 gal', 'volume', 'metric', 3.785411784],
    ['12 cu. yd.', 'volume', 'metric', 12 * YARD3],
    ['500 lb', 'mass', 'metric', 226.796185],
    ['12 tonnes', 'mass', 'feet', 12000],
    ['1000 sf', 'area', 'metric', 92.90304],
    ['15 fps', 'speed', 'metric', 15 * FOOT],
  ])('%s as %s in %s', (text, quantity, system, si) => {
    expect(value(text, quantity, system)).toBeCloseTo(si, 9);
  });

  test.each<[string, Quantity, System, string]>([
    ['2 9/8"', 'thickness', 'feet', 'a fraction of more than one beside a whole'],
    ['98-13', 'elevation', 'feet', 'thirteen inches'],
    ['12-6', 'distance', 'metric', 'feet and inches, or a slip of the hand?'],
    ['12-6', 'thickness', 'feet', 'feet and inches, or a range?'],
    ['3-1/4', 'distance', 'feet', 'feet and a quarter, or three feet and a quarter of an inch?'],
    ['1,250', 'distance', 'metric', 'a kilometre and a quarter, or a metre and a quarter?'],
    ['1,250 m', 'distance', 'metric', 'the same'],
    ['12 6', 'distance', 'feet', 'two numbers'],
    ['2m5', 'distance', 'metric', '2.05 or 2.5?'],
    ['1/8', 'slope', 'feet', 'an inch in the foot, or one in eight?'],
    ['0.01 per foot', 'slope', 'feet', 'of a foot or of an inch?'],
    ['2 in in 100', 'slope', 'feet', 'inches or feet of run?'],
    ['9'.repeat(61), 'distance', 'feet', 'nothing that anybody means'],
  ])('%s is not guessed at (%s, %s: %s)', (text, quantity, system) => {
    const parsed = parse(text, quantity, system);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(complaint(parsed)).toMatch(/^“.{1,40}” is not understood\. Type an? .+ such as .+\.$/);
  });
});

describe('a value that nobody means', () => {
  test.each<[string, Quantity, System, string | undefined, number]>([
    ['1.6', 'density', 'metric', '1.6 t/m³', 1600],
    ['1600', 'density', 'feet', '1600 kg/m³', 1600],
    ['150', 'thickness', 'inches', '150 mm', 0.15],
    ['6', 'thickness', 'metric', undefined, 0],
    ['1.4', 'density', 'feet', undefined, 0],
    ['1 %', 'slope', 'feet', undefined, 0],
    // Of a plan sheet in ft/ft; of an inch in a foot.
    ['0.0100', 'slope', 'feet', '0.0100 ft/ft', 0.01],
    ['0.005', 'slope', 'metric', '0.005 m/m', 0.005],
    ['1/4', 'slope', 'inches', '1/4 in/ft', 1 / 48],
    ['0.5', 'slope', 'feet', undefined, 0],
    ['0.0100 ft/ft', 'slope', 'feet', undefined, 0],
    ['1/96', 'slope', 'feet', undefined, 0],
    ['0', 'thickness', 'feet', undefined, 0],
  ])('%s as %s in %s asks for %s', (text, quantity, system, meant, si) => {
    const asked = suggestion(text, quantity, system);
    expect(asked?.text).toBe(meant);
    if (asked) expect(asked.value).toBeCloseTo(si, 9);
  });
});

test('what a crew can set is what is shown', () => {
  expect(print(98.2 * FOOT, 'elevation', 'feet')).toBe('98.20 ft');
  expect(print(98 * FOOT + 2.375 * INCH, 'elevation', 'inches')).toBe('98\' 2 3/8"');
  expect(print(29.9314, 'elevation', 'metric')).toBe('29.931 m');
  expect(print(11.99 * INCH, 'elevation', 'inches')).toBe('1\' 0"');
  expect(print(0.1524, 'thickness', 'metric')).toBe('152 mm');
  expect(print(-0.001 * FOOT, 'elevation', 'feet')).toBe('0.00 ft');
  expect(print(YARD3, 'volume', 'feet')).toBe('1.0 cu yd');
  expect(print(TON, 'mass', 'inches')).toBe('1.0 ton');
  expect(print(1000, 'mass', 'metric')).toBe('1.0 t');
  expect(print(1.5 * INCH, 'thickness', 'feet', { fraction: 16 })).toBe('1 1/2"');
});

const QUANTITIES: Quantity[] = [
  'elevation',
  'distance',
  'chainage',
  'depth',
  'thickness',
  'fine',
  'slope',
  'area',
  'volume',
  'mass',
  'density',
  'speed',
  'share',
  'count',
  'plain',
];

test('what stands in a field parses back to its value, within the resolution', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...QUANTITIES),
      fc.constantFrom(...SYSTEMS),
      fc.constantFrom(8 as const, 16 as const),
      fc.double({ min: -9_999, max: 9_999, noNaN: true }),
      (quantity, system, fraction, number) => {
        const parsed = parse(print(number, quantity, system, { fraction, typed: true }), quantity, system);
        expect(parsed.ok).toBe(true);
        if (parsed.ok)
          expect(Math.abs(parsed.value - number)).toBeLessThanOrEqual(
            resolution(quantity, system, fraction) * 0.5 + 1e-9,
          );
      },
    ),
    { numRuns: 2000 },
  );
});
