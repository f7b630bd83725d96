/** A list with one of it another, and with one of it gone. */

export const replaced = <T>(all: readonly T[], index: number, replacement: T): T[] =>
  all.map((other, at) => (at === index ? replacement : other));

export const without = <T>(all: readonly T[], index: number): T[] => all.filter((_, at) => at !== index);
