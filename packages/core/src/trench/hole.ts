import type { Hole, LayerMaterial, NodeForm, Ports, Protection, Side, SoilClass } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import { areaBelow } from '../pipe';
import { TWO } from './gauss';
import type { Spread } from './sides';
import { classOf, outAt, ROUND_SHIELD, usualSide, wallOf, widerAt } from './sides';

/**
 * The hole of a structure: a square or an oblong in plan, since a bucket digs no circle, with its sides going out as they
 * rise. Heights are metres over the bottom of the hole. Trenches begin at the planes, square to each run, in which the
 * foot of its side stands; what the side opens beyond a plane within the width of a trench belongs to that trench.
 */

/** A trench that begins at the hole: its bottom over that of the hole, and how wide it is from there up. */
export interface TrenchAtHole {
  readonly bottom: number;
  readonly width: number;
  readonly spread: Spread | undefined;
  readonly through: HoleSide;
}

/** A side of the hole, seen the way of the run that leaves it. */
export type HoleSide = 'ahead' | 'behind' | 'left' | 'right';

/** A pipe through the room between the hole's side and the structure. */
export interface PipeAtHole {
  /** Its underside over the bottom of the hole, m. */
  readonly low: number;
  readonly radius: number;
}

export interface HoleLayer {
  readonly name: string;
  readonly material: LayerMaterial;
  /** m³. */
  readonly volume: number;
  /** Its top over the bottom of the hole, m. */
  readonly top: number;
}

/** m³. */
export interface HoleAmounts {
  readonly excavation: number;
  readonly structure: number;
  /** Left open round the shaft under the frame. */
  readonly void: number;
  readonly pipes: number;
  readonly layers: readonly HoleLayer[];
}

/** Outside of the structure, m: along the run that leaves it, and across. */
export function sizeOf({ plan }: Hole): { readonly along: number; readonly across: number } {
  return plan.by === 'round' ? { along: plan.across, across: plan.across } : plan;
}

/** The bottom of the hole, m: what stands in it with room all round, and a shield with its own across it. */
export function footOf(hole: Hole): { readonly long: number; readonly wide: number } {
  const { along, across } = sizeOf(hole);
  const { room, shield, protection } = hole;
  const wide = across + 2 * room;
  const shielded = protection === 'shielded' && shield ? shield.outside + 2 * ROUND_SHIELD : 0;
  return { long: along + 2 * room, wide: Math.max(wide, shielded) };
}

/** Area of the structure in plan, m². */
export const areaOf = ({ plan }: Hole): number =>
  plan.by === 'round' ? (Math.PI * plan.across ** 2) / 4 : plan.along * plan.across;

const disc = (across: number): number => (Math.PI * across ** 2) / 4;

/** From the bottom of the hole to the underside of the structure, m. */
export const underOf = ({ below }: Hole): number => below.reduce((sum, { thickness }) => sum + thickness, 0);

/** How its sides are cut: as somebody said, or by how people in it are protected and the class of its soil. */
export const sideOfHole = (hole: Hole, soil: SoilClass | undefined, depth: number): Side =>
  hole.side ?? usualSide(hole.protection, classOf(soil), hole.shield, depth);

/** How people in it are protected: as somebody said; sides that are sloped or benched say so themselves. */
export const protectionOf = ({ protection, side }: Hole): Protection | undefined =>
  protection ?? (side && side.by !== 'upright' ? side.by : undefined);

/**
 * Its ports, of what is set by them: typed, or as they usually are where these fit what was typed of it.
 * @param form what stands at the node
 */
export function portsOf({ ports, tall, floor }: Hole, form: NodeForm): Ports | undefined {
  if (ports) return ports;
  const usual = formOf(form).hole?.ports;
  return usual && usual.outlet <= tall - floor ? usual : undefined;
}

/** From the invert of the outlet down to the floor inside, m: as deep as liquid stands in it. */
export const liquidOf = ({ tall, floor }: Hole, { outlet }: Ports): number => tall - floor - outlet;

/** What of a hole lies at each height over its bottom, m²; and the heights at which that changes its course. */
interface Levels {
  readonly dug: (height: number) => number;
  readonly solid: (height: number) => number;
  readonly framed: (height: number) => number;
  readonly gap: (height: number) => number;
  /** Between two of these all goes straight up, but where trenches meet the hole. */
  readonly kinks: readonly number[];
  /** Where a trench becomes wider than the foot of the hole, or than its side there, between two kinks. */
  readonly meetings: (from: number, to: number) => number[];
}

function levelsOf(hole: Hole, side: Side, depth: number, trenches: readonly TrenchAtHole[]): Levels {
  const { frame, riser, tall } = hole;
  const wall = wallOf(side);
  const under = underOf(hole);
  const top = under + tall;
  const shaft = riser === undefined ? 0 : disc(riser);
  const collar = frame ? depth - frame.thick : Infinity;
  const ring = frame ? disc(frame.across) : 0;
  const open = frame && riser !== undefined ? disc(riser + 2 * frame.clear) : 0;
  const { long, wide } = footOf(hole);
  const widthAt = ({ bottom, width, spread }: TrenchAtHole, height: number): number =>
    height <= bottom ? 0 : width + (spread ? widerAt(spread, height - bottom) : 0);
  const widest = (side: HoleSide, height: number): number =>
    trenches.reduce((most, trench) => (trench.through === side ? Math.max(most, widthAt(trench, height)) : most), 0);
  // Its foot, a strip of what its sides open along each of them, and four corners; less what lies within a trench.
  const dug = (height: number): number => {
    const out = outAt(wall, height);
    if (out === 0) return long * wide;
    const [ahead, behind, left, right] = SIDES.map((side) => widest(side, height)) as [number, number, number, number];
    const strip = (foot: number, trench: number): number => out * Math.max(0, foot - trench);
    const reach = (foot: number, trench: number): number => Math.min(out, Math.max(0, (trench - foot) / 2));
    const corner = (end: number, side: number): number => (out - reach(wide, end)) * (out - reach(long, side));
    return (
      long * wide +
      strip(wide, ahead) +
      strip(wide, behind) +
      strip(long, left) +
      strip(long, right) +
      corner(ahead, left) +
      corner(ahead, right) +
      corner(behind, left) +
      corner(behind, right)
    );
  };
  const solid = (height: number): number => (height < under ? 0 : height < top ? areaOf(hole) : shaft);
  const framed = (height: number): number =>
    height > collar && height > top ? Math.max(0, ring - Math.max(open, shaft)) : 0;
  const gap = (height: number): number => (height > collar && height > top ? Math.max(0, open - shaft) : 0);
  const kinks = [
    ...wall.heights,
    under,
    top,
    collar,
    ...trenches.flatMap(({ bottom, spread }) => [bottom, ...(spread?.heights ?? []).map((height) => bottom + height)]),
  ];
  const meetings = (from: number, to: number): number[] =>
    trenches
      .flatMap((trench) => {
        const foot = trench.through === 'ahead' || trench.through === 'behind' ? wide : long;
        return [0, 2].map((outs) => (height: number) => widthAt(trench, height) - foot - outs * outAt(wall, height));
      })
      .flatMap((over) => rootOf(over, from, to) ?? [])
      .sort((a, b) => a - b);
  return { dug, solid, framed, gap, kinks, meetings };
}

/** Gauss's two points a stretch, exact for what goes by the square of the height. */
function volumeIn({ kinks, meetings }: Levels, of: (height: number) => number, from: number, to: number): number {
  if (to <= from) return 0;
  const knots = [from, ...kinks.filter((kink) => kink > from && kink < to).sort((a, b) => a - b), to];
  const cuts = knots.flatMap((end, index) => [...meetings(knots[index - 1] ?? end, end), end]);
  return cuts.slice(1).reduce((sum, end, index) => {
    const begin = cuts[index] as number;
    return sum + ((end - begin) / 2) * TWO.reduce((both, share) => both + of(begin + (end - begin) * share), 0);
  }, 0);
}

/** @param side as its sides are cut @param depth ground over the bottom of the hole, m */
export function holeAmounts(
  hole: Hole,
  side: Side,
  depth: number,
  trenches: readonly TrenchAtHole[],
  pipes: readonly PipeAtHole[],
): HoleAmounts {
  const { frame, room } = hole;
  const under = underOf(hole);
  const levels = levelsOf(hole, side, depth, trenches);
  const { dug, solid, framed, gap } = levels;
  const volume = (of: (height: number) => number, from: number, to: number): number => volumeIn(levels, of, from, to);
  const piped = (from: number, to: number): number =>
    pipes.reduce(
      (sum, { low, radius }) => sum + (areaBelow(to - low, radius) - areaBelow(from - low, radius)) * room,
      0,
    );
  const layers: HoleLayer[] = [];
  let height = 0;
  const add = (name: string, material: LayerMaterial, to: number): void => {
    const end = Math.max(height, Math.min(depth, to));
    const net =
      volume((at) => dug(at) - solid(at) - framed(at) - gap(at), height, end) - (end > height ? piped(height, end) : 0);
    layers.push({ name, material, volume: net, top: end });
    height = end;
  };
  let base = 0;
  for (const { material, thickness } of hole.below) add('base', material, (base += thickness));
  for (const { material, over } of hole.around) add('around the structure', material, under + over);
  add('native backfill', 'native', Math.max(0, depth));
  const whole = Math.max(0, depth);
  if (frame) layers.push({ name: 'frame', material: frame.material, volume: volume(framed, 0, whole), top: whole });
  return {
    excavation: volume(dug, 0, whole),
    structure: volume(solid, 0, whole),
    void: volume(gap, 0, whole),
    pipes: whole > 0 ? piped(0, whole) : 0,
    layers,
  };
}

const SIDES: readonly HoleSide[] = ['ahead', 'behind', 'left', 'right'];

/** Where what goes straight between two heights is nothing; it may jump at either. */
function rootOf(of: (height: number) => number, from: number, to: number): number | undefined {
  const third = (to - from) / 3;
  const [low, high] = [of(from + third), of(to - third)];
  const root = from + third + (third * low) / (low - high);
  return root > from && root < to ? root : undefined;
}

/**
 * From the node to the plane in which the foot of the hole's side stands, m.
 * @param turn angle between the run and the length of the structure; nothing where it was not drawn
 */
export function holeReach(hole: Hole, turn: number | undefined): number {
  const { long, wide } = footOf(hole);
  if (turn === undefined) return long / 2;
  return Math.min(long / 2 / Math.abs(Math.cos(turn)), wide / 2 / Math.abs(Math.sin(turn)));
}
