import type { Quantity } from '@alveus/core';
import type { z } from 'zod';

/** Any of the plan's own schemas of a number: a limit is written there, once. */
export type Limit = z.ZodType<unknown>;

type Print = (value: number, quantity: Quantity) => string;

/**
 * What a schema has against a value, told in the reader's units.
 * @returns a sentence, or undefined where the value passes
 */
export function complaintOf(limit: Limit, value: number, quantity: Quantity, print: Print): string | undefined {
  const parsed = limit.safeParse(value);
  if (parsed.success) return undefined;
  const issue = parsed.error.issues[0];
  if (issue?.code === 'too_small') return tooSmall(Number(issue.minimum), issue.inclusive !== false, quantity, print);
  if (issue?.code === 'too_big') {
    return quantity === 'slope' ? STEEP : `At most ${print(Number(issue.maximum), quantity)}.`;
  }
  return sentence(issue?.message ?? 'cannot be used');
}

const STEEP = 'Steeper than 2:1; a slope of 1 in 48 is 1:48 or 2.08 %.';

function tooSmall(least: number, inclusive: boolean, quantity: Quantity, print: Print): string {
  if (quantity === 'slope') return STEEP;
  // What is less than anybody can set is nothing.
  if (least >= 0 && least < 2e-3 && !(least === 0 && inclusive)) return 'Must be more than zero.';
  return least === 0 ? 'Must not be negative.' : `At least ${print(least, quantity)}.`;
}

/** A message of a schema as a sentence of its own. */
export function sentence(message: string): string {
  return `${message.charAt(0).toUpperCase()}${message.slice(1)}${/[.!?]$/.test(message) ? '' : '.'}`;
}
