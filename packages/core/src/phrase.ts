import type { PrintOptions, Quantity, System } from './units';
import { print, resolution } from './units';

/** Sentences with measurements in them, kept as data so that they can be printed in any units, later. */

export interface Measured {
  readonly value: number;
  readonly quantity: Quantity;
  /** Told apart from this, where both would read alike: 'just under 6"'. */
  readonly unlike?: number;
  /** A slope or ratio printed with the digits that it has, where those are a few more than usual. */
  readonly exact?: true;
}

export type Phrase = readonly (string | Measured)[];

export function measured(value: number, quantity: Quantity): Measured {
  return { value, quantity };
}

/** A limit: what was typed or published is shown as it was typed or published. */
export function exact(value: number, quantity: Quantity): Measured {
  return { value, quantity, exact: true };
}

/** Two that stand side by side because they differ: whatever their size, they do not read alike. */
export function apart(a: Measured, b: Measured): [Measured, Measured] {
  return [{ ...a, unlike: b.value }, b];
}

/** As a sentence or a row begins. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

export function say(phrase: Phrase, system: System, options: PrintOptions = {}): string {
  return phrase.map((part) => (typeof part === 'string' ? part : sayMeasured(part, system, options))).join('');
}

/** Digits beyond the usual that are tried. */
const FINEST = 5;
const MOST_OF_A_LIMIT = 2;

/** What cannot be set, or ordered, more finely than it is usually printed. */
const STEPPED: ReadonlySet<Quantity> = new Set([
  'elevation',
  'distance',
  'footage',
  'chainage',
  'depth',
  'thickness',
  'fine',
  'area',
  'volume',
  'liquid',
  'mass',
  'weight',
]);

/** Quantities for which nothing is nothing, and no place. */
const LEVELS: ReadonlySet<Quantity> = new Set(['elevation', 'chainage']);

function sayMeasured(measure: Measured, system: System, options: PrintOptions): string {
  const { value, quantity, unlike } = measure;
  if (!STEPPED.has(quantity)) return sayFinely(measure, system, options);
  const text = print(value, quantity, system, options);
  if (value !== 0 && (unlike === 0 || !LEVELS.has(quantity)) && text === print(0, quantity, system, options))
    return `less than ${print(resolution(quantity, system, options.fraction), quantity, system, options)}`;
  if (unlike === undefined || unlike === value || text !== print(unlike, quantity, system, options)) return text;
  return `just ${value < unlike ? 'under' : 'over'} ${text}`;
}

/** A ratio: with the digits it has, and with as many as tell it from another. */
function sayFinely({ value, quantity, unlike, exact: whole }: Measured, system: System, options: PrintOptions): string {
  let finer = 0;
  if (whole) {
    const step = resolution(quantity, system, options.fraction);
    for (let more = 0; more <= MOST_OF_A_LIMIT; more += 1) {
      const steps = (value / step) * 10 ** more;
      if (Math.abs(steps - Math.round(steps)) > 1e-6) continue;
      finer = more;
      break;
    }
  }
  const printed = (of: number): string => print(of, quantity, system, { ...options, finer });
  if (unlike !== undefined && unlike !== value) while (finer < FINEST && printed(value) === printed(unlike)) finer += 1;
  return printed(value);
}
