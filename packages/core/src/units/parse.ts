import type { Quantity, System } from './quantity';
import { FOOT, INCH, TON, TONNE, YARD3 } from './quantity';
import { unitSize } from './print';

/** Reads what crews type, whatever the setting; a number without a unit is taken in the unit of the setting. */

export type Parsed =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly expected: string; readonly given: string };

/** @returns the value in SI, or what was expected instead */
export function parse(text: string, quantity: Quantity, system: System): Parsed {
  const given = text.trim();
  const value = read(normal(given), quantity, system);
  return value !== undefined && Number.isFinite(value)
    ? { ok: true, value }
    : { ok: false, given, expected: expectation(quantity, system) };
}

/** One sentence for the person who typed it. */
export function complaint(failure: Extract<Parsed, { ok: false }>): string {
  return failure.given === '' ? `Type ${failure.expected}.` : `“${failure.given}” is not understood. Type ${failure.expected}.`;
}

function expectation(quantity: Quantity, system: System): string {
  const metric = system === 'metric';
  switch (quantity) {
    case 'elevation':
      return metric ? 'an elevation such as 29.93 or 98.2 ft' : 'an elevation such as 98.2, 98\' 2 3/8" or 29.93 m';
    case 'distance':
    case 'depth':
      return metric ? 'a length such as 12.5, 12.5 m or 41 ft' : 'a length such as 41.5, 41\' 6" or 12.65 m';
    case 'chainage':
      return metric ? 'a chainage such as 0+125' : 'a chainage such as 1+25';
    case 'thickness':
    case 'fine':
      return metric ? 'a size such as 150, 150 mm or 6 in' : 'a size such as 6, 3 1/4" or 150 mm';
    case 'slope':
      return 'a slope such as 1 %, 1/8 in/ft, 1:96 or 10 mm/m';
    case 'share':
      return 'a share such as 5 %';
    case 'density':
      return metric ? 'a density such as 1600 or 1.4 ton/cu yd' : 'a density such as 1.4 or 1600 kg/m3';
    case 'volume':
      return metric ? 'a volume such as 12 m3' : 'a volume such as 12 cu yd';
    case 'mass':
      return metric ? 'a mass such as 12 t' : 'a mass such as 12 ton';
    default:
      return 'a number';
  }
}

/** Straight quotes, one kind of minus, single spaces, lower case. */
function normal(text: string): string {
  return text
    .toLowerCase()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[’′‘]/g, "'")
    .replace(/[”″“]|''/g, '"')
    .replace(/½/g, ' 1/2')
    .replace(/¼/g, ' 1/4')
    .replace(/¾/g, ' 3/4')
    .replace(/³/g, '3')
    .replace(/²/g, '2')
    .replace(/\s+/g, ' ')
    .trim();
}

function read(text: string, quantity: Quantity, system: System): number | undefined {
  switch (quantity) {
    case 'slope':
      return readSlope(text);
    case 'share':
      return withUnit(text, { '%': 0.01, '': 0.01 });
    case 'elevation':
    case 'distance':
    case 'depth':
    case 'thickness':
    case 'fine':
      return readLength(text, unitSize(quantity, system));
    case 'chainage':
      return readChainage(text, system);
    case 'volume':
      return withUnit(text, { '': unitSize(quantity, system), m3: 1, 'cu m': 1, 'cu yd': YARD3, cy: YARD3, yd3: YARD3 });
    case 'mass':
      return withUnit(text, { '': unitSize(quantity, system), kg: 1, t: TONNE, tonne: TONNE, ton: TON, tons: TON });
    case 'density':
      return withUnit(text, {
        '': unitSize(quantity, system),
        'kg/m3': 1,
        't/m3': 1000,
        'ton/cu yd': TON / YARD3,
        'tons/cu yd': TON / YARD3,
      });
    case 'area':
      return withUnit(text, { '': unitSize(quantity, system), m2: 1, 'sq ft': FOOT ** 2 });
    case 'speed':
      return withUnit(text, { '': unitSize(quantity, system), 'm/s': 1, 'ft/s': FOOT });
    default:
      return withUnit(text, { '': 1 });
  }
}

const SIGN = '([-+]?)';
const NUMBER = String.raw`(\d+(?:\.\d*)?|\.\d+)`;
/** `3`, `3.25`, `1/4`, `3 1/4`, `3-1/4`. */
const MIXED = String.raw`(?:(\d+)[ -])?(\d+)\/(\d+)|${NUMBER}`;

const BARE = new RegExp(`^${SIGN} ?${NUMBER}$`);
const ONE_UNIT = new RegExp(`^${SIGN} ?(?:${MIXED}) ?(mm|cm|m|ft|feet|foot|'|in|inch|inches|")$`);
const FEET_INCHES = new RegExp(`^${SIGN} ?${NUMBER} ?(?:'|ft|feet) ?-? ?(?:${MIXED}) ?(?:"|in|inch|inches)?$`);
const BARE_MIXED = new RegExp(`^${SIGN} ?(?:${MIXED})$`);

const LENGTH_UNITS: Readonly<Record<string, number>> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  ft: FOOT,
  feet: FOOT,
  foot: FOOT,
  "'": FOOT,
  in: INCH,
  inch: INCH,
  inches: INCH,
  '"': INCH,
};

function readLength(text: string, bareUnit: number): number | undefined {
  const bare = BARE.exec(text);
  if (bare) return sign(bare[1]) * Number(bare[2]) * bareUnit;
  const one = ONE_UNIT.exec(text);
  if (one) {
    const amount = mixedNumber(one[2], one[3], one[4], one[5]);
    return amount === undefined ? undefined : sign(one[1]) * amount * (LENGTH_UNITS[one[6] ?? ''] ?? NaN);
  }
  const both = FEET_INCHES.exec(text);
  if (both) {
    const inches = mixedNumber(both[3], both[4], both[5], both[6]);
    if (inches === undefined || inches >= 12) return undefined;
    return sign(both[1]) * (Number(both[2]) * FOOT + inches * INCH);
  }
  const fraction = BARE_MIXED.exec(text);
  if (fraction) {
    const amount = mixedNumber(fraction[2], fraction[3], fraction[4], fraction[5]);
    return amount === undefined ? undefined : sign(fraction[1]) * amount * bareUnit;
  }
  return undefined;
}

function readChainage(text: string, system: System): number | undefined {
  const [size, hundred] = system === 'metric' ? [1, 1000] : [FOOT, 100];
  const match = /^([-+]?)(\d+)\+(\d+(?:\.\d+)?)$/.exec(text);
  if (!match) return readLength(text, size);
  const rest = Number(match[3]);
  return rest < hundred ? sign(match[1]) * (Number(match[2]) * hundred + rest) * size : undefined;
}

const RISE = `(?:${MIXED})`;
const PER_FOOT = new RegExp(`^${SIGN} ?${RISE} ?(?:"|in|inch|inches) ?(?:\\/|per) ?(?:ft|foot|')$`);
const PER_LENGTH = new RegExp(
  `^${SIGN} ?${RISE} ?(mm|cm|m|ft|'|in|") ?(?:\\/|per|in) ?(?:${NUMBER} ?)?(mm|cm|m|ft|foot|')$`,
);
const ONE_IN = new RegExp(`^${SIGN} ?${NUMBER} ?(?::|in) ?${NUMBER}$`);
const PER_CENT = new RegExp(`^${SIGN} ?${NUMBER} ?%?$`);

function readSlope(text: string): number | undefined {
  const cent = PER_CENT.exec(text);
  if (cent) return (sign(cent[1]) * Number(cent[2])) / 100;
  const foot = PER_FOOT.exec(text);
  if (foot) {
    const amount = mixedNumber(foot[2], foot[3], foot[4], foot[5]);
    return amount === undefined ? undefined : (sign(foot[1]) * amount) / 12;
  }
  const ratio = ONE_IN.exec(text);
  if (ratio) {
    const along = Number(ratio[3]);
    return along > 0 ? (sign(ratio[1]) * Number(ratio[2])) / along : undefined;
  }
  const per = PER_LENGTH.exec(text);
  if (per) {
    const rise = mixedNumber(per[2], per[3], per[4], per[5]);
    const along = Number(per[7] ?? 1) * (LENGTH_UNITS[per[8] ?? ''] ?? NaN);
    return rise === undefined || !(along > 0) ? undefined : (sign(per[1]) * rise * (LENGTH_UNITS[per[6] ?? ''] ?? NaN)) / along;
  }
  return undefined;
}

/** The groups of MIXED: whole, top, bottom, or a plain number. */
function mixedNumber(whole?: string, top?: string, bottom?: string, plain?: string): number | undefined {
  if (plain !== undefined) return Number(plain);
  const under = Number(bottom);
  if (!(under > 0)) return undefined;
  return Number(whole ?? 0) + Number(top) / under;
}

function withUnit(text: string, units: Readonly<Record<string, number>>): number | undefined {
  const match = new RegExp(`^${SIGN} ?${NUMBER} ?(.*)$`).exec(text);
  const unit = match ? units[(match[3] ?? '').trim()] : undefined;
  return match && unit !== undefined ? sign(match[1]) * Number(match[2]) * unit : undefined;
}

function sign(text: string | undefined): number {
  return text === '-' ? -1 : 1;
}
