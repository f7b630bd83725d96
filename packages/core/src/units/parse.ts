import { cutText, FOOT } from '@alveus/plan';
import { readChainage, readLength } from './lengths';
import { unitSize } from './print';
import type { Quantity, System } from './quantity';
import { GALLON, POUND, TON, TONNE, YARD3 } from './quantity';
import { readSlope } from './slopes';
import { NUMBER, plainNumbers, plainText, SIGN, sign } from './typed-text';

/** Reads what crews type, whatever the setting; a number without a unit is taken in the unit of the setting. */

export type Parsed =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly expected: string; readonly given: string };

/** @returns the value in SI, or what was expected instead */
export function parse(text: string, quantity: Quantity, system: System): Parsed {
  const given = text.trim();
  const plain = given.length > LONGEST ? undefined : plainNumbers(plainText(given), system !== 'metric');
  const value = plain === undefined ? undefined : read(plain, quantity, system);
  return value !== undefined && Number.isFinite(value)
    ? { ok: true, value }
    : { ok: false, given, expected: expectation(quantity, system) };
}

/** Longer than anything that anybody types for a number. */
const LONGEST = 60;

/** One sentence for the person who typed it. */
export function complaint(failure: Extract<Parsed, { ok: false }>): string {
  return failure.given === ''
    ? `Type ${failure.expected}.`
    : `“${shortened(failure.given)}” is not understood. Type ${failure.expected}.`;
}

const shortened = (text: string): string => (text.length > 30 ? `${cutText(text, 28)}…` : text);

function expectation(quantity: Quantity, system: System): string {
  const metric = system === 'metric';
  switch (quantity) {
    case 'elevation':
      return metric ? 'an elevation such as 29.93 or 98.2 ft' : 'an elevation such as 98.2, 98\' 2 3/8" or 29.93 m';
    case 'distance':
    case 'footage':
    case 'depth':
      return metric ? 'a length such as 12.5, 12.5 m or 41 ft' : 'a length such as 41.5, 41\' 6" or 12.65 m';
    case 'chainage':
      return metric ? 'a station such as 0+125' : 'a station such as 1+25';
    case 'thickness':
    case 'fine':
      return metric ? 'a size such as 150, 150 mm or 6 in' : 'a size such as 6, 3 1/4" or 150 mm';
    case 'slope':
      return 'a slope such as 1 %, 1/8 in/ft, 1:96 or 10 mm/m';
    case 'share':
      return 'a percentage such as 5 %';
    case 'density':
      return metric ? 'a density such as 1600 or 1.4 ton/cu yd' : 'a density such as 1.4 or 1600 kg/m3';
    case 'volume':
      return metric ? 'a volume such as 12 m3' : 'a volume such as 12 cu yd';
    case 'mass':
      return metric ? 'a mass such as 12 t' : 'a mass such as 12 ton';
    case 'weight':
      return metric ? 'a weight such as 4100 or 4.1 t' : 'a weight such as 9000 lb or 4.5 ton';
    case 'weight-per-length':
      return metric ? 'a weight such as 5.4 kg/m' : 'a weight such as 3.6 lb/ft';
    default:
      return 'a number';
  }
}

function read(text: string, quantity: Quantity, system: System): number | undefined {
  switch (quantity) {
    case 'slope':
      return readSlope(text);
    case 'share':
      return withUnit(text, { '%': 0.01, '': 0.01 });
    case 'elevation':
    case 'distance':
    case 'footage':
    case 'depth':
    case 'thickness':
    case 'fine':
      return readLength(text, unitSize(quantity, system));
    case 'chainage':
      return readChainage(text, system);
    case 'volume':
      return withUnit(text, { '': unitSize(quantity, system), ...VOLUMES });
    case 'mass':
    case 'weight':
      return withUnit(text, { '': unitSize(quantity, system), ...MASSES });
    case 'weight-per-length':
      return withUnit(text, { '': unitSize(quantity, system), ...PER_LENGTH });
    case 'density':
      return withUnit(text, { '': unitSize(quantity, system), ...DENSITIES });
    case 'area':
      return withUnit(text, { '': unitSize(quantity, system), ...AREAS });
    case 'speed':
      return withUnit(text, { '': unitSize(quantity, system), ...SPEEDS });
    default:
      return withUnit(text, { '': 1 });
  }
}

const FOOT3 = FOOT ** 3;
const VOLUMES: Readonly<Record<string, number>> = {
  m3: 1,
  'cu m': 1,
  l: 0.001,
  'cu yd': YARD3,
  cy: YARD3,
  yd3: YARD3,
  'cu ft': FOOT3,
  cf: FOOT3,
  ft3: FOOT3,
  gal: GALLON,
};
const PER_LENGTH: Readonly<Record<string, number>> = { 'kg/m': 1, 'lb/ft': POUND / FOOT, plf: POUND / FOOT };
const MASSES: Readonly<Record<string, number>> = {
  kg: 1,
  t: TONNE,
  tonne: TONNE,
  tonnes: TONNE,
  ton: TON,
  tons: TON,
  'short ton': TON,
  'short tons': TON,
  lb: POUND,
};
/** Every mass over every volume, as densities are written. */
const DENSITIES: Readonly<Record<string, number>> = {
  ...Object.fromEntries(
    Object.entries(MASSES).flatMap(([mass, kilograms]) =>
      Object.entries(VOLUMES).flatMap(([volume, metres]) =>
        ['/', ' / ', ' per ', ' a '].map((per) => [`${mass}${per}${volume}`, kilograms / metres]),
      ),
    ),
  ),
  pcf: POUND / FOOT3,
  tcy: TON / YARD3,
};
const AREAS: Readonly<Record<string, number>> = {
  m2: 1,
  'sq m': 1,
  'sq ft': FOOT ** 2,
  sf: FOOT ** 2,
  ft2: FOOT ** 2,
  'sq yd': 9 * FOOT ** 2,
  sy: 9 * FOOT ** 2,
};
const SPEEDS: Readonly<Record<string, number>> = {
  'm/s': 1,
  'm per s': 1,
  'ft/s': FOOT,
  'ft/sec': FOOT,
  'ft per s': FOOT,
  fps: FOOT,
};

function withUnit(text: string, units: Readonly<Record<string, number>>): number | undefined {
  const match = AMOUNT.exec(text);
  const unit = match ? units[(match[3] ?? '').trim()] : undefined;
  return match && unit !== undefined ? sign(match[1]) * Number(match[2]) * unit : undefined;
}

const AMOUNT = new RegExp(`^${SIGN} ?${NUMBER} ?(.*)$`);
