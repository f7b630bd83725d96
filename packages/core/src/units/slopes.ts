import { FOOT, INCH } from '@alveus/plan';
import { LENGTH_UNITS } from './lengths';
import { MIXED, mixedNumber, NUMBER, SIGN, sign } from './typed-text';

/** Slopes as crews type them, as a ratio. */

const SHARE = new RegExp(`^${SIGN} ?${NUMBER} ?([%‰])?$`);
const PER = String.raw`(?:\/|per|in)`;
/** 1/8 in/ft, 1/4" per 5 ft, 0.4 ft in 100 ft, 10 mm/m. */
const PER_LENGTH = new RegExp(`^${SIGN} ?(?:${MIXED}) ?(mm|cm|m|ft|'|in|") ?${PER} ?(?:${NUMBER} ?)?(mm|cm|m|ft|')$`);
/** 2 ft in 100: the run in the unit of the rise. */
const PER_NUMBER = new RegExp(`^${SIGN} ?(?:${MIXED}) ?(mm|cm|m|ft|'|in|") ?${PER} ?${NUMBER}$`);
/** 1/8 per foot: a fraction of an inch, whoever leaves that out. */
const FRACTION_PER_FOOT = new RegExp(String.raw`^${SIGN} ?(?:(\d+)[ -])?(\d+) ?\/ ?(\d+) ?(?:\/|per) ?(?:ft|')$`);
/** 1/4" or 1/4 in, where a slope is typed: of an inch in a foot. */
const INCHES_ALONE = new RegExp(`^${SIGN} ?(?:${MIXED}) ?(?:in|")$`);
/** 1:96, 1 in 200, 1 to 96, 1-in-96, 2 per 100. */
const RATIO = new RegExp(`^${SIGN} ?${NUMBER} ?-?(?::|in|to|per)-? ?${NUMBER}$`);
/** 1/96; but 1/8 alone may be of an inch. */
const SLASHED = new RegExp(String.raw`^${SIGN} ?(\d+) ?\/ ?(\d+)$`);
const INCH_PARTS: ReadonlySet<number> = new Set([2, 4, 8, 16, 32, 64]);

export function readSlope(text: string): number | undefined {
  if (/^(?:dead )?level$/.test(text)) return 0;
  const share = SHARE.exec(text);
  if (share) return (sign(share[1]) * Number(share[2])) / (share[3] === '‰' ? 1000 : 100);
  return readRatio(text) ?? readPerLength(text);
}

function readRatio(text: string): number | undefined {
  const ratio = RATIO.exec(text);
  if (ratio) return over(ratio[1], Number(ratio[2]), Number(ratio[3]));
  const slashed = SLASHED.exec(text);
  if (!slashed || INCH_PARTS.has(Number(slashed[3]))) return undefined;
  return over(slashed[1], Number(slashed[2]), Number(slashed[3]));
}

function readPerLength(text: string): number | undefined {
  const fraction = FRACTION_PER_FOOT.exec(text);
  if (fraction) {
    const inches = mixedNumber(fraction[2], fraction[3], fraction[4]);
    return inches === undefined ? undefined : over(fraction[1], inches * INCH, FOOT);
  }
  const alone = INCHES_ALONE.exec(text);
  if (alone) {
    const inches = mixedNumber(alone[2], alone[3], alone[4], alone[5]);
    return over(alone[1], inches && inches * INCH, FOOT);
  }
  const per = PER_LENGTH.exec(text);
  if (per) {
    const rise = mixedNumber(per[2], per[3], per[4], per[5]);
    return over(per[1], rise && rise * unit(per[6]), Number(per[7] ?? 1) * unit(per[8]));
  }
  const number = PER_NUMBER.exec(text);
  // 2 in in 100 could be inches in a hundred feet: only a unit that is both ways plain is taken.
  if (!number || number[6] === 'in' || number[6] === '"') return undefined;
  return over(number[1], mixedNumber(number[2], number[3], number[4], number[5]), Number(number[7]));
}

/** A fraction of an inch that lacks its unit: 1/4, which may be 1/4 in/ft as well as 1:4. */
export const isInchPart = (text: string): boolean => INCH_PARTS.has(Number(SLASHED.exec(text.trim())?.[3]));

const unit = (name: string | undefined): number => LENGTH_UNITS[name ?? ''] ?? NaN;

function over(minus: string | undefined, rise: number | undefined, along: number): number | undefined {
  return rise === undefined || !(along > 0) ? undefined : (sign(minus) * rise) / along;
}
