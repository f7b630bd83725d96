import { areaBelow, meanAreaBelow } from '../pipe';

/** A round pipe under a level and under ground that falls across it: exact where one of them is clear of its circle, else integrated. */

/**
 * Mean area of a disc under a level and under a line, while both go evenly from one height over its lowest point to
 * another; the line's height is that over its middle.
 */
export function meanDisc(
  level: number,
  levelTo: number,
  line: number,
  lineTo: number,
  across: number,
  radius: number,
): number {
  const clear = 2 * radius;
  if (level <= 0 && levelTo <= 0) return 0;
  const square = Math.sqrt(1 + across * across);
  // Over the lowest point as the crow flies to the line.
  const near = radius + (line - radius) / square;
  const nearTo = radius + (lineTo - radius) / square;
  if (near <= 0 && nearTo <= 0) return 0;
  if (near >= clear && nearTo >= clear) return meanAreaBelow(level, levelTo, radius);
  if (level >= clear && levelTo >= clear) return meanAreaBelow(near, nearTo, radius);
  const between = (a: number, b: number, share: number): number => a + (b - a) * share;
  const levelAt = (share: number): number => between(level, levelTo, share);
  const lineAt = (share: number): number => between(line, lineTo, share);
  const nearAt = (share: number): number => between(near, nearTo, share);
  const chord = (share: number): number => Math.sqrt(Math.max(0, levelAt(share) * (clear - levelAt(share))));
  // Where the line comes to the lowest and the highest of the disc, where the level does, and where the two meet on its circle.
  const turns = [
    ...rootsOf(nearAt),
    ...rootsOf((share) => nearAt(share) - clear),
    ...rootsOf(levelAt),
    ...rootsOf((share) => levelAt(share) - clear),
    ...rootsOf((share) => lineAt(share) + across * chord(share) - levelAt(share)),
    ...rootsOf((share) => lineAt(share) - across * chord(share) - levelAt(share)),
  ];
  return integral(
    (share) => discUnder(levelAt(share), lineAt(share), across, radius),
    [0, ...turns.sort((a, b) => a - b), 1],
    1e-13 * radius * radius,
  );
}

/** Places between 0 and 1 at which a smooth function is nothing, as far as it changes its sign within a sixteenth. */
function rootsOf(f: (share: number) => number): number[] {
  const roots: number[] = [];
  const steps = 16;
  let before = f(0);
  for (let step = 1; step <= steps; step += 1) {
    const value = f(step / steps);
    if (before < 0 !== value < 0) {
      let [low, high] = [(step - 1) / steps, step / steps];
      for (let turn = 0; turn < 50; turn += 1) {
        const middle = (low + high) / 2;
        if (f(middle) < 0 === before < 0) low = middle;
        else high = middle;
      }
      roots.push((low + high) / 2);
    }
    before = value;
  }
  return roots;
}

/** Area of a disc under a level and under a line, both told over its lowest point, the line in the disc's middle. */
export function discUnder(level: number, line: number, across: number, radius: number): number {
  const full = Math.PI * radius * radius;
  const up = level - radius;
  const near = (line - radius) / Math.hypot(1, across);
  const underLevel = areaBelow(level, radius);
  const underLine = areaBelow(radius + near, radius);
  if (up >= radius) return underLine;
  if (near >= radius) return underLevel;
  if (up <= -radius || near <= -radius) return 0;
  // Half the arcs that both cut off, from their middles: that of the level points up, that of the line aslant.
  const [ofLevel, ofLine] = [Math.acos(up / radius), Math.acos(near / radius)];
  const aslant = Math.atan(across);
  const apart = Math.abs(aslant);
  if (apart >= ofLevel + ofLine) return underLevel + underLine - full;
  if (apart <= Math.abs(ofLevel - ofLine)) return Math.min(underLevel, underLine);
  if (apart >= 2 * Math.PI - ofLevel - ofLine) return 0;
  const from = Math.max(-ofLevel, aslant - ofLine);
  const to = Math.min(ofLevel, aslant + ofLine);
  const point = (angle: number): readonly [number, number] => [-radius * Math.sin(angle), radius * Math.cos(angle)];
  // Where the two cross.
  const x = (level - line) / across;
  const [[ax, ay], [bx, by]] = [point(from), point(to)];
  const triangle = ((ax - x) * (by - up) - (bx - x) * (ay - up)) / 2;
  const both = triangle + (radius * radius * (to - from - Math.sin(to - from))) / 2;
  return underLevel + underLine - full + both;
}

/** Ten-point Gauss-Legendre abscissae and weights on [-1, 1] (Abramowitz and Stegun, table 25.4). */
const GAUSS = [
  [0.1488743389816312, 0.2955242247147529],
  [0.4333953941292472, 0.2692667193099963],
  [0.6794095682990244, 0.219086362515982],
  [0.8650633666889845, 0.1494513491505806],
  [0.9739065285171717, 0.0666713443086881],
] as const;

function gauss(f: (x: number) => number, a: number, b: number): number {
  const [half, middle] = [(b - a) / 2, (a + b) / 2];
  let sum = 0;
  for (const [x, weight] of GAUSS) sum += weight * (f(middle - half * x) + f(middle + half * x));
  return half * sum;
}

/** Sum over pieces, each halved until whole and halves agree. */
function integral(f: (x: number) => number, cuts: readonly number[], within: number): number {
  const go = (a: number, b: number, whole: number, eps: number, left: number): number => {
    const middle = (a + b) / 2;
    const [lower, upper] = [gauss(f, a, middle), gauss(f, middle, b)];
    if (left === 0 || !(Math.abs(lower + upper - whole) > eps)) return lower + upper;
    return go(a, middle, lower, eps * 0.7, left - 1) + go(middle, b, upper, eps * 0.7, left - 1);
  };
  let sum = 0;
  for (let index = 1; index < cuts.length; index += 1) {
    const [a, b] = [cuts[index - 1] as number, cuts[index] as number];
    if (b > a) sum += go(a, b, gauss(f, a, b), within, 24);
  }
  return sum;
}
