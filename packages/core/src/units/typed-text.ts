/** Typed text brought to one spelling, before it is read: the same marks, fractions, units and decimal points. */

const FRACTIONS: Readonly<Record<string, string>> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅐': '1/7',
  '⅑': '1/9',
  '⅒': '1/10',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '↉': '0/3',
};
const FRACTION = new RegExp(`[${Object.keys(FRACTIONS).join('')}]`, 'g');

/** Longer words first: a unit must not be taken for the beginning of another. */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/\bmillimet(?:re|er)s?\b/g, 'mm'],
  [/\bcentimet(?:re|er)s?\b/g, 'cm'],
  [/\bmet(?:re|er)s?\b/g, 'm'],
  [/\b(?:feet|foot)\b/g, 'ft'],
  [/\b(?:inches|inch|ins)\b/g, 'in'],
  [/\b(?:yards|yard|yds)\b/g, 'yd'],
  [/\b(?:lf|lin ft|linear ft|lft)\b/g, 'ft'],
  [/\bper ?cent\b/g, '%'],
  [/\b(?:cubic|cu)\b/g, 'cu'],
  [/\b(?:square|sq)\b/g, 'sq'],
  [/\bgallons?\b/g, 'gal'],
  [/\b(?:litres?|liters?)\b/g, 'l'],
  [/\b(?:pounds?|lbs)\b/g, 'lb'],
  [/\b(?:to the|to a|every|each|in a|for every)\b/g, 'per'],
];

/** Straight quotes, one kind of minus, plain fractions, single spaces, lower case, units as they are shortest. */
export function plainText(text: string): string {
  let plain = text
    .toLowerCase()
    .replace(/[\u2212\u2012-\u2015\ufe63\uff0d]/g, '-')
    .replace(/[’′‘´`ʹ]/g, "'")
    .replace(/[”″“„ʺ]|''/g, '"')
    .replace(/\u215f/g, ' 1/')
    .replace(FRACTION, (mark) => ` ${FRACTIONS[mark] ?? ''}`)
    .replace(/[\u2044\u2215]/g, '/')
    .replace(/³/g, '3')
    .replace(/²/g, '2')
    .replace(/[\s\u00a0\u2000-\u200b\u202f\u205f\u3000]+/g, ' ')
    // Abbreviations lose their full stop: ft. in. cu. yd.
    .replace(/([a-z])\.(?!\d)/g, '$1')
    .trim();
  for (const [word, unit] of WORDS) plain = plain.replace(word, unit);
  return plain;
}

/**
 * Numbers with one decimal point and no marks between thousands. A comma is a decimal one where no thousands can be
 * meant, and parts thousands where there are several, or a point after it. One comma before just three digits is
 * either: it parts thousands where those write so who use the unit, and otherwise nobody can tell.
 * @param commaThousands whether people who use this setting part thousands by a comma
 * @returns undefined where a number can be read in two ways
 */
export function plainNumbers(text: string, commaThousands: boolean): string | undefined {
  let unclear = false;
  const plain = text
    // 1.250,5 and 1,250.5: the last mark is the decimal one.
    .replace(/(?<![\d.,])\d{1,3}(?:\.\d{3})+,\d+(?![\d.,])/g, (n) => n.replace(/\./g, '').replace(',', '.'))
    .replace(/(?<![\d.,])\d{1,3}(?:,\d{3})+\.\d*(?![\d.,])/g, (n) => n.replace(/,/g, ''))
    .replace(/(?<![\d.,])[1-9]\d{0,2}(?:,\d{3}){2,}(?![\d.,])/g, (n) => n.replace(/,/g, ''))
    .replace(/(?<![\d.,])[1-9]\d{0,2},\d{3}(?![\d.,])( ?[a-z'"%‰]*)/g, (n, unit: string) => {
      const thousands = commaThousands || unit.trim() === 'mm' || /^ ?(?:ft|in|yd|'|")/.test(unit);
      if (!thousands) unclear = true;
      return n.replace(',', '');
    })
    .replace(/(?<![\d.,])\d*,\d+(?![\d.,])/g, (n) => n.replace(',', '.'))
    // 1 250 mm: only before a unit, or it might be feet and inches.
    .replace(/(?<![\d./+-] ?)\b\d{1,3}(?: \d{3})+(?= ?[a-z])/g, (n) => n.replace(/ /g, ''));
  return unclear ? undefined : plain;
}

export const SIGN = '([-+]?)';
export const NUMBER = String.raw`(\d+(?:\.\d*)?|\.\d+)`;
/** `3`, `3.25`, `1/4`, `3 1/4`, `3-1/4`: four groups, for `mixedNumber`. */
export const MIXED = String.raw`(?:(\d+)[ -])?(\d+) ?\/ ?(\d+)|${NUMBER}`;

/** The groups of MIXED: whole, top, bottom, or a plain number. Beside a whole only a true fraction makes sense. */
export function mixedNumber(whole?: string, top?: string, bottom?: string, plain?: string): number | undefined {
  if (plain !== undefined) return Number(plain);
  const [over, under] = [Number(top), Number(bottom)];
  if (!(under > 0) || (whole !== undefined && over >= under)) return undefined;
  return Number(whole ?? 0) + over / under;
}

export function sign(text: string | undefined): number {
  return text === '-' ? -1 : 1;
}
