/** Sizes in SI of the units that limits are quoted in. */

export const FOOT = 0.3048;
export const INCH = FOOT / 12;
/** The least length that anything may have: nobody cuts or lays to less, and sums over it stay finite. */
export const MILLIMETRE = 0.001;
