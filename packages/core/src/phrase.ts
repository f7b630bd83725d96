import type { PrintOptions, Quantity, System } from './units';
import { print } from './units';

/** Sentences with measurements in them, kept as data so that they can be printed in any units, later. */

export interface Measured {
  readonly value: number;
  readonly quantity: Quantity;
}

export type Phrase = readonly (string | Measured)[];

export function measured(value: number, quantity: Quantity): Measured {
  return { value, quantity };
}

export function say(phrase: Phrase, system: System, options: PrintOptions = {}): string {
  return phrase
    .map((part) => (typeof part === 'string' ? part : print(part.value, part.quantity, system, options)))
    .join('');
}
