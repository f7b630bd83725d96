import type { Stage } from '@alveus/core';
import type { ItemOf, Protection } from '@alveus/plan';

/** Words of the trade for what the plan names by short codes. */

export const FORM_WORDS: Record<ItemOf<'node'>['form'], string> = {
  daylight: 'Daylight',
  pond: 'Pond',
  curb: 'Curb',
  structure: 'Existing box',
  'bubble-up': 'Bubble-up',
  'pop-up': 'Pop-up',
  'stand-pipe': 'Stand-pipe',
  sump: 'Sump',
  'soak-away': 'Soak-away',
  inlet: 'Inlet',
  'catch-basin': 'Catch basin',
  manhole: 'Manhole',
  cleanout: 'Cleanout',
  bend: 'Bend',
  fitting: 'Fitting',
  downspout: 'Downspout',
  'channel-drain': 'Channel drain',
  'stub-out': 'House stub-out',
  tank: 'Tank',
  'd-box': 'D-box',
  'lateral-end': 'Lateral end',
  vent: 'Summit vent',
};

export const OUTLETS = [
  'daylight',
  'structure',
  'pond',
  'curb',
  'bubble-up',
  'pop-up',
  'stand-pipe',
  'sump',
  'soak-away',
] as const;
export const UPPER_NODES = [
  'catch-basin',
  'inlet',
  'manhole',
  'cleanout',
  'bend',
  'downspout',
  'channel-drain',
  'stub-out',
  'tank',
  'd-box',
  'lateral-end',
  'fitting',
] as const;

/** What pipe leads down to. */
export const LOWER_NODES = [
  'tank',
  'd-box',
  'lateral-end',
  'bend',
  'cleanout',
  'manhole',
  'catch-basin',
  ...OUTLETS,
] as const;

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
