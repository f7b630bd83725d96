/**
 * The circle of a pipe, cut by a level. Elementary geometry; the ratios are checked against the table of
 * geometric elements of circular sections in V.T. Chow, Open-Channel Hydraulics (1959), from memory.
 */

/** Area of the disc of radius `r` that lies below height `h` over its lowest point (m²). Any `h`. */
export function areaBelow(h: number, r: number): number {
  if (h <= 0) return 0;
  if (h >= 2 * r) return Math.PI * r * r;
  const u = (h - r) / r;
  return r * r * (Math.acos(-u) + u * Math.sqrt(1 - u * u));
}

/** ∫ of `areaBelow` over the height, from the lowest point to `h` (m³). Any `h`. */
function areaBelowIntegral(h: number, r: number): number {
  const u = (h - r) / r;
  if (u <= -1) return 0;
  if (u >= 1) return Math.PI * r * r * (h - r);
  const q = 1 - u * u;
  const root = Math.sqrt(q);
  return r * r * r * (u * Math.acos(-u) + root - (q * root) / 3);
}

const GAUSS_OFFSET = Math.sqrt(3 / 5) / 2;

/**
 * Mean of `areaBelow` while the height goes evenly from `h0` to `h1` (m²), exact for any two heights. The prismoidal rule would err here: the circle is not a polynomial.
 */
export function meanAreaBelow(h0: number, h1: number, r: number): number {
  const top = 2 * r;
  if (h0 <= 0 && h1 <= 0) return 0;
  if (h0 >= top && h1 >= top) return Math.PI * r * r;
  const rise = h1 - h0;
  if (rise === 0) return areaBelow(h0, r);
  // The difference of two nearly equal integrals loses its digits; over so short a rise three points are exact enough.
  if (Math.abs(rise) < 1e-5 * r) {
    const middle = (h0 + h1) / 2;
    return (
      (5 * areaBelow(middle - GAUSS_OFFSET * rise, r) +
        8 * areaBelow(middle, r) +
        5 * areaBelow(middle + GAUSS_OFFSET * rise, r)) /
      18
    );
  }
  return (areaBelowIntegral(h1, r) - areaBelowIntegral(h0, r)) / rise;
}

/** Flow area (m²), wetted perimeter (m) and hydraulic radius (m) at depth `y` in a pipe of inside diameter `d`. */
export function partFull(y: number, d: number): { area: number; perimeter: number; radius: number } {
  const depth = Math.min(d, Math.max(0, y));
  const area = areaBelow(depth, d / 2);
  const perimeter = d * Math.acos(1 - (2 * depth) / d);
  return { area, perimeter, radius: perimeter > 0 ? area / perimeter : 0 };
}
