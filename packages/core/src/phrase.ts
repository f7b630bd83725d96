import type { PrintOptions, Quantity, System } from './units';
import { print, resolution } from './units';

/** Sentences with measurements in them, kept as data so that they can be printed in any units, later. */

export interface Measured {
  readonly value: number;
  readonly quantity: Quantity;
  /** Printed finer than usual until it reads otherwise than this. */
  readonly unlike?: number;
  /** Printed with the digits that it has, where those are a few more than usual. */
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

/** Two that are told side by side because they differ: whatever their size, they do not read alike. */
export function apart(one: Measured, other: Measured): [Measured, Measured] {
  return [
    { ...one, unlike: other.value },
    { ...other, unlike: one.value },
  ];
}

export function say(phrase: Phrase, system: System, options: PrintOptions = {}): string {
  return phrase.map((part) => (typeof part === 'string' ? part : sayMeasured(part, system, options))).join('');
}

/** Digits, or halvings of a fraction, beyond the usual that are tried. */
const FINEST = 5;
const MOST_OF_A_LIMIT = 2;

function sayMeasured(
  { value, quantity, unlike, exact: whole }: Measured,
  system: System,
  options: PrintOptions,
): string {
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
  const told = (of: number): string => print(of, quantity, system, { ...options, finer });
  if (unlike !== undefined && unlike !== value) while (finer < FINEST && told(value) === told(unlike)) finer += 1;
  return told(value);
}
