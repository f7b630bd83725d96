import type { Uuid } from '@alveus/plan';

interface Named {
  readonly id: Uuid;
  readonly name: string;
}

/**
 * Things in an order that follows from what they are called, so that nothing depends on how a plan is stored. Ids decide
 * only between those that nobody can tell apart.
 */
export function byName(one: Named, other: Named): number {
  if (one.name !== other.name) return one.name < other.name ? -1 : 1;
  return one.id < other.id ? -1 : one.id > other.id ? 1 : 0;
}

/** All of some results in the order of what they are of: also the last digit of a sum follows from the order it is summed in. */
export const inOrder = <T>(all: Iterable<T>, of: (one: T) => Named): T[] =>
  [...all].sort((one, other) => byName(of(one), of(other)));
