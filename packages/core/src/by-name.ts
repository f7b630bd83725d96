import type { Uuid } from '@alveus/plan';

interface Named {
  readonly id: Uuid;
  readonly name: string;
}

/**
 * Things in an order that follows from what they are called, so that nothing depends on how a plan is stored. Ids decide
 * only between those that nobody can tell apart.
 */
export function byName(a: Named, b: Named): number {
  if (a.name !== b.name) return a.name < b.name ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** All of some results in the order of what they are of: also the last digit of a sum follows from the order it is summed in. */
export const inOrder = <T>(all: Iterable<T>, of: (item: T) => Named): T[] =>
  [...all].sort((a, b) => byName(of(a), of(b)));
