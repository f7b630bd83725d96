interface Named {
  readonly name: string;
}

/** A name that none of some things has yet: the stem, or the stem with the first number that is free. */
export function numbered(stem: string, taken: readonly Named[]): string {
  return taken.some(({ name }) => name === stem) ? numberedFrom(2, stem, taken) : stem;
}

/** The stem with the first number from `first` on that is free. */
export function numberedFrom(first: number, stem: string, taken: readonly Named[]): string {
  for (let number = first; ; number += 1) {
    const called = `${stem} ${number}`;
    if (!taken.some(({ name }) => name === called)) return called;
  }
}
