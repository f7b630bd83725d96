import type { Stage } from '@alveus/core';
import type { Protection } from '@alveus/plan';
import { formsWhere } from '@alveus/plan';

/** Words of the trade for what the plan names by short codes. */

export const OUTLETS = formsWhere(({ offered }) => offered?.outlet);
export const UPPER_NODES = formsWhere(({ offered }) => offered?.upper);
/** What pipe leads down to: tanks and boxes before the ends of lines. */
export const LOWER_NODES = [
  ...formsWhere(({ offered, septic }) => offered?.lower && septic),
  ...formsWhere(({ offered, septic }) => offered?.lower && !septic),
  ...OUTLETS,
];

export const PROTECTION_WORDS: Record<Protection, string> = {
  sloped: 'Sloped',
  benched: 'Benched',
  shielded: 'Shield',
  shored: 'Shored',
  'not-entered': 'Nobody enters',
};

/** A name goes with what it names as long as nobody gave it another: a gas main that turns out to be a cable is no gas main. */
export function nameAfter<T>(name: string, was: T, is: T, usual: (what: T) => string): string {
  const before = usual(was);
  const number = name.startsWith(`${before} `) ? name.slice(before.length) : '';
  return name.trim() === '' || name === before || /^ \d+$/.test(number) ? `${usual(is)}${number}` : name;
}

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  site: 'Site',
  ground: 'Ground',
  grade: 'Grade',
  trench: 'Trench',
  order: 'Order',
  dig: 'Dig',
};
