/** A list with one of it another, and with one of it gone. */

export const replaced = <T>(all: readonly T[], index: number, one: T): T[] =>
  all.map((other, at) => (at === index ? one : other));

export const without = <T>(all: readonly T[], index: number): T[] => all.filter((_, at) => at !== index);
