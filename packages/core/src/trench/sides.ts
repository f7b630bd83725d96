import type { Cut, Protection, Shield, Side, SoilClass } from '@alveus/plan';
import { keptWithBoth } from '../kept-with';
import { FOOT, INCH } from '../units';

/** The sides of a trench, by what is said of them and by how people in it are protected. */

/**
 * Steepest slopes of excavations of 20 ft or less, so much out for one up, by class of soil: US 29 CFR 1926 Subpart P,
 * appendix B, table B-1. Rock stands upright.
 */
export const SLOPES: Readonly<Record<SoilClass, number>> = { rock: 0, A: 0.75, B: 1, C: 1.5 };

/** Soil that nobody has classed is taken for the loosest. */
export const classOf = (soil: SoilClass | undefined): SoilClass => soil ?? 'C';

/** Steps of benches: the first upright face at most 4 ft, appendix B as above, from memory; treads by the slope of the class. */
export const BENCH = 4 * FOOT;

/** So far under the top of a shield the slope over it begins: Subpart P, 1926.652(e), from memory. */
export const UNDER_SHIELD = 18 * INCH;

/** Upright under a slope at most so high: appendix B, from memory. */
export const UPRIGHT_PART = 3.5 * FOOT;

/** Room between a shield and the sides of the trench, each side: common practice. */
export const ROUND_SHIELD = 2 * INCH;

/** Spoil and gear stay at least so far from the edge, m: US 29 CFR 1926.651(j), 2 ft. */
export const SETBACK = 2 * FOOT;

/** From this depth on a way out, and how near it is to everybody: US 29 CFR 1926.651(c), 4 ft and 25 ft. */
export const LADDER_FROM = 4 * FOOT;
export const LADDER_WITHIN = 25 * FOOT;

/** A benched side as it is usual, so much out for one up. */
export const benches = (out: number): Side => ({ by: 'benched', first: BENCH, rise: BENCH, tread: out * BENCH });

const UPRIGHT: Side = { by: 'upright' };
const SLOPED: Readonly<Record<SoilClass, Side>> = {
  rock: UPRIGHT,
  A: { by: 'sloped', out: SLOPES.A, over: 0 },
  B: { by: 'sloped', out: SLOPES.B, over: 0 },
  C: { by: 'sloped', out: SLOPES.C, over: 0 },
};
const BENCHED: Readonly<Record<SoilClass, Side>> = {
  rock: UPRIGHT,
  A: benches(SLOPES.A),
  B: benches(SLOPES.B),
  // Benches do not stand in it, which a finding says; what it takes is reckoned by its slope.
  C: benches(SLOPES.C),
};

/** Both sides of a trench as they are cut, seen up the run. */
export interface Sides {
  readonly left: Side;
  readonly right: Side;
  /** How much the ground rises to the right, for one across. */
  readonly across: number;
}

/** What its sides follow from. */
export interface CutFacts {
  readonly cut: Cut | undefined;
  readonly protection: Protection | undefined;
  readonly soil: SoilClass | undefined;
}

/**
 * @param deepest the greatest depth of the run, m: sides are sloped over a shield that does not reach the ground
 * @returns undefined for a trench with upright sides in ground that is level across, which most are
 */
export function sidesOf({ cut, protection, soil }: CutFacts, deepest: number): Sides | undefined {
  if (!cut && protection !== 'sloped' && protection !== 'benched') return undefined;
  const usual = usualSide(protection, classOf(soil), cut?.shield, deepest);
  const left = cut?.left ?? usual;
  const right = cut?.right ?? usual;
  const across = cut?.across ?? 0;
  if (left.by === 'upright' && right.by === 'upright' && across === 0) return undefined;
  return { left, right, across };
}

/** How a side is cut where nothing is said of it. */
export function usualSide(
  protection: Protection | undefined,
  soil: SoilClass,
  shield: Shield | undefined,
  deepest: number,
): Side {
  if (protection === 'sloped') return SLOPED[soil];
  if (protection === 'benched') return BENCHED[soil];
  if (protection !== 'shielded' || !shield || deepest <= shield.tall || SLOPES[soil] === 0) return UPRIGHT;
  return { by: 'sloped', out: SLOPES[soil], over: Math.max(0, shield.tall - UNDER_SHIELD) };
}

/**
 * One side as it rises, in pieces from the bottom up: the foot of each over the bottom, how far out of the bottom's edge
 * that is, and how much further out it goes for a metre up. The last goes on without end.
 */
export interface Wall {
  readonly heights: readonly number[];
  readonly outs: readonly number[];
  readonly rates: readonly number[];
}

/** Deeper than this no further benches are cut, m: far beyond what tables are for. */
const BENCHED_TO = 12;

export function wallOf(side: Side): Wall {
  switch (side.by) {
    case 'upright':
      return { heights: [0], outs: [0], rates: [0] };
    case 'sloped':
      return side.over > 0
        ? { heights: [0, side.over], outs: [0, 0], rates: [0, side.out] }
        : { heights: [0], outs: [0], rates: [side.out] };
    case 'benched': {
      const heights = [0];
      for (let height = side.first; height < BENCHED_TO; height += side.rise) heights.push(height);
      return { heights, outs: heights.map((_, index) => index * side.tread), rates: heights.map(() => 0) };
    }
  }
}

/** How far out of the bottom's edge a side is at a height over the bottom; on a bench, its far edge. */
export function outAt({ heights, outs, rates }: Wall, height: number): number {
  const index = pieceAt(heights, height);
  return (outs[index] as number) + (rates[index] as number) * Math.max(0, height - (heights[index] as number));
}

/** What both sides add to a trench as wide as its bottom, in pieces from the bottom up: its width at their feet, and the area under them. */
export interface Spread {
  readonly heights: readonly number[];
  readonly areas: readonly number[];
  readonly widths: readonly number[];
  readonly rates: readonly number[];
}

export function spreadOf(left: Wall, right: Wall): Spread {
  const heights = [...new Set([...left.heights, ...right.heights])].sort((a, b) => a - b);
  const rateAt = ({ heights: feet, rates }: Wall, height: number): number => rates[pieceAt(feet, height)] as number;
  const widths = heights.map((height) => outAt(left, height) + outAt(right, height));
  const rates = heights.map((height) => rateAt(left, height) + rateAt(right, height));
  const areas = [0];
  for (let index = 1; index < heights.length; index += 1) {
    const rise = (heights[index] as number) - (heights[index - 1] as number);
    const step = ((widths[index - 1] as number) + ((rates[index - 1] as number) * rise) / 2) * rise;
    areas.push((areas[index - 1] as number) + step);
  }
  return { heights, areas, widths, rates };
}

/** What many runs are cut by is one thing. */
const spreadBetween = keptWithBoth((left: Side, right: Side): Spread => spreadOf(wallOf(left), wallOf(right)));

export const spreadFor = ({ left, right }: Sides): Spread => spreadBetween(left, right);

/** The piece that a height over the bottom lies in, looked for from below: benches go on far over most trenches. */
function pieceAt(heights: readonly number[], height: number): number {
  let index = 0;
  while (index + 1 < heights.length && (heights[index + 1] as number) <= height) index += 1;
  return index;
}

/** Area that the sides add under a level so high over the bottom, m². */
export function spreadUnder({ heights, areas, widths, rates }: Spread, height: number): number {
  if (height <= 0) return 0;
  const index = pieceAt(heights, height);
  const rise = height - (heights[index] as number);
  return (areas[index] as number) + ((widths[index] as number) + ((rates[index] as number) * rise) / 2) * rise;
}

/** Mean of `spreadUnder` while the level goes evenly from one to another that lie in one piece: exact, being square in it. */
export function meanSpread(spread: Spread, from: number, to: number): number {
  if (from === to) return spreadUnder(spread, from);
  return (spreadUnder(spread, from) + 4 * spreadUnder(spread, (from + to) / 2) + spreadUnder(spread, to)) / 6;
}

/** How much wider than at its bottom the trench is at a height, m. */
export function widerAt(spread: Spread, height: number): number {
  const { heights, widths, rates } = spread;
  if (height <= 0) return widths[0] as number;
  const index = pieceAt(heights, height);
  return (widths[index] as number) + (rates[index] as number) * (height - (heights[index] as number));
}
