import { FOOT, INCH } from '@alveus/plan';
import type { System } from './quantity';
import { MIXED, mixedNumber, NUMBER, SIGN, sign } from './typed-text';

/** Lengths as crews type them. */

export const LENGTH_UNITS: Readonly<Record<string, number>> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  km: 1000,
  ft: FOOT,
  "'": FOOT,
  in: INCH,
  '"': INCH,
  yd: 3 * FOOT,
};

const BARE = new RegExp(`^${SIGN} ?${NUMBER}$`);
const ONE_UNIT = new RegExp(`^${SIGN} ?(?:${MIXED}) ?(mm|cm|km|m|ft|'|in|"|yd)$`);
const FEET_INCHES = new RegExp(`^${SIGN} ?${NUMBER} ?(?:'|ft) ?-? ?(?:${MIXED}) ?(?:"|in)?$`);
/** 98-2 3/8, 6-4 5/8", 12-6: feet and inches as they are painted on a stake. */
const DASHED = new RegExp(String.raw`^${SIGN} ?(\d+) ?- ?(\d+)(?: (\d+) ?\/ ?(\d+))? ?("|in)?$`);
const BARE_MIXED = new RegExp(`^${SIGN} ?(?:${MIXED})$`);
/** 2m50 is two and a half metres: just two digits, or three down to the millimetre. */
const METRES_AND = new RegExp(String.raw`^${SIGN} ?(\d+) ?m ?(\d{2,3})$`);
const METRES_AND_UNIT = new RegExp(String.raw`^${SIGN} ?(\d+) ?m ?${NUMBER} ?(mm|cm)$`);

/** @param bareUnit the unit of a bare number, m @returns metres */
export function readLength(text: string, bareUnit: number): number | undefined {
  const bare = BARE.exec(text);
  if (bare) return sign(bare[1]) * Number(bare[2]) * bareUnit;
  const array = ONE_UNIT.exec(text);
  if (array) {
    const amount = mixedNumber(array[2], array[3], array[4], array[5]);
    return amount === undefined ? undefined : sign(array[1]) * amount * (LENGTH_UNITS[array[6] ?? ''] ?? NaN);
  }
  const both = FEET_INCHES.exec(text);
  if (both) return feetInches(both[1], Number(both[2]), mixedNumber(both[3], both[4], both[5], both[6]));
  const dashed = readDashed(text, bareUnit);
  if (dashed !== undefined) return dashed.metres;
  const fraction = BARE_MIXED.exec(text);
  if (fraction) {
    // A bare fraction beside a dash could be feet and inches where feet are meant: nobody can tell.
    if (bareUnit === FOOT && text.includes('-', 1)) return undefined;
    const amount = mixedNumber(fraction[2], fraction[3], fraction[4], fraction[5]);
    return amount === undefined ? undefined : sign(fraction[1]) * amount * bareUnit;
  }
  return readMetres(text);
}

/** Feet and inches by a dash, where feet are meant, or where only feet and inches can be. */
function readDashed(text: string, bareUnit: number): { readonly metres: number | undefined } | undefined {
  const dashed = DASHED.exec(text);
  if (!dashed) return undefined;
  const [, minus, feet, whole, top, bottom, inchMark] = dashed;
  if (bareUnit !== FOOT && top === undefined && inchMark === undefined) return { metres: undefined };
  const inches = top === undefined ? Number(whole) : mixedNumber(whole, top, bottom);
  return { metres: feetInches(minus, Number(feet), inches) };
}

function feetInches(minus: string | undefined, feet: number, inches: number | undefined): number | undefined {
  return inches === undefined || inches >= 12 ? undefined : sign(minus) * (feet * FOOT + inches * INCH);
}

function readMetres(text: string): number | undefined {
  const and = METRES_AND.exec(text);
  if (and) return sign(and[1]) * (Number(and[2]) + Number(and[3]) / 10 ** (and[3]?.length ?? 0));
  const unit = METRES_AND_UNIT.exec(text);
  if (!unit) return undefined;
  const rest = Number(unit[3]) * (LENGTH_UNITS[unit[4] ?? ''] ?? NaN);
  return rest < 1 ? sign(unit[1]) * (Number(unit[2]) + rest) : undefined;
}

const PLUS = new RegExp(
  String.raw`^(?:sta(?:tion)? ?|ch(?:ainage)? ?)?${SIGN}(\d+) ?\+ ?(\d+(?:\.\d+)?)(?: ?(?:m|ft))?$`,
);

/** 1+25 for 125 ft, 0+125 for 125 m; what goes past the hundred (or the thousand) is a slip. */
export function readChainage(text: string, system: System): number | undefined {
  const [size, hundred] = system === 'metric' ? [1, 1000] : [FOOT, 100];
  const match = PLUS.exec(text);
  if (!match) return readLength(text, size);
  const rest = Number(match[3]);
  return rest < hundred ? sign(match[1]) * (Number(match[2]) * hundred + rest) * size : undefined;
}
