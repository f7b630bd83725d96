import type { Uuid } from '@alveus/plan';

interface Named {
  readonly id: Uuid;
  readonly name: string;
}

const before = (one: string, other: string): number => (one < other ? -1 : one > other ? 1 : 0);

/**
 * Things in an order that follows from what they are called, so that nothing depends on how a plan is stored. Ids decide
 * only between those that nobody can tell apart.
 */
export const byName = (one: Named, other: Named): number => before(one.name, other.name) || before(one.id, other.id);

/** All of some results in the order of what they are of: also the last digit of a sum follows from the order it is summed in. */
export const inOrder = <T>(all: Iterable<T>, of: (one: T) => Named): T[] =>
  [...all].sort((one, other) => byName(of(one), of(other)));
