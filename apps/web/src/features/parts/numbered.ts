/** A name that none of some things has yet: the stem, or the stem with the first number that is free. */
export function numbered(stem: string, taken: readonly { readonly name: string }[]): string {
  const is = (name: string): boolean => taken.some((one) => one.name === name);
  let name = stem;
  for (let number = 2; is(name); number += 1) name = `${stem} ${number}`;
  return name;
}
