import type { Stage, System } from '@alveus/core';
import { mayEndIn } from '@alveus/core';
import type { NodeForm, Protection, Service } from '@alveus/plan';
import { formsWhere } from '@alveus/plan';

/** Words of the trade for what the plan names by short codes. */

const SEPTIC = formsWhere(({ offered, septic }) => offered?.lower && septic);
/** Where a line may end, for a tank and a field their parts first. */
export const OUTLETS = [...SEPTIC, ...formsWhere(({ offered }) => offered?.outlet)];
export const UPPER_NODES = formsWhere(({ offered }) => offered?.upper);
/** What pipe leads down to. */
export const LOWER_NODES = [
  ...SEPTIC,
  ...formsWhere(({ offered, septic }) => offered?.lower && !septic),
  ...formsWhere(({ offered }) => offered?.outlet),
];

/** Of some forms those that a service may come to. */
export const formsFor = (forms: readonly NodeForm[], service: Service): readonly NodeForm[] =>
  forms.filter((form) => mayEndIn([service], form));

export const PROTECTION_WORDS: Record<Protection, string> = {
  sloped: 'Sloped',
  benched: 'Benched',
  shielded: 'Shielded',
  shored: 'Shored',
  'not-entered': 'No entry',
};

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  site: 'Site',
  ground: 'Ground',
  grade: 'Grade',
  trench: 'Trench',
  order: 'Order',
  dig: 'Dig',
};

/** Slopes as they may be typed. */
export const SLOPE_HINT: Readonly<Record<System, string>> = {
  feet: '1 %, 1/8 in/ft or 1:96',
  inches: '1 %, 1/8 in/ft or 1:96',
  metric: '1 %, 1:100 or 10 mm/m',
};
