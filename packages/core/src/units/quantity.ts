import { FOOT, INCH } from '@alveus/plan';

/** The kinds of figure shown to people, and the systems they may be shown in. */

/** `feet`: decimal feet. `inches`: feet, inches and fractions. `metric`: metres and millimetres. */
export const SYSTEMS = ['feet', 'inches', 'metric'] as const;
export type System = (typeof SYSTEMS)[number];

/**
 * What a number measures, which decides its unit and how finely it is shown.
 * - `elevation`, `distance`: along the site. `footage`: length as it is ordered. `thickness`: layers, widths, cover limits. `fine`: pipe dimensions.
 * - `mass` what is hauled; `weight` what one thing weighs, and `weight-per-length` what pipe does.
 * - `slope` a ratio; `share` a ratio shown in per cent; `chainage` a distance written with a plus.
 */
export type Quantity =
  | 'elevation'
  | 'distance'
  | 'footage'
  | 'chainage'
  | 'depth'
  | 'thickness'
  | 'fine'
  | 'slope'
  | 'area'
  | 'volume'
  | 'liquid'
  | 'mass'
  | 'weight'
  | 'weight-per-length'
  | 'density'
  | 'speed'
  | 'share'
  | 'count'
  | 'plain';

export { FOOT, INCH } from '@alveus/plan';
/** US survey foot; only imported state-plane data use it. */
export const SURVEY_FOOT = 1200 / 3937;
/** A mile, in meters. */
export const MILE = 5280 * FOOT;
export const YARD3 = (3 * FOOT) ** 3;
/** Short ton, in kilograms. */
export const TON = 907.18474;
export const TONNE = 1000;
export const POUND = 0.45359237;
/** US gallon, in cubic metres. */
export const GALLON = 231 * INCH ** 3;
