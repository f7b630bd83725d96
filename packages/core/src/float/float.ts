import { areaBelow } from '../pipe';
import { FOOT, POUND } from '../units';

/**
 * Whether what is empty in a wet hole floats: the water that it would push aside, weighed against itself (Archimedes).
 * Soil on top, friction and safety are left out unless they are asked for; engineers ask for more than that.
 */

/** Fresh water, kg/m³: 62.4 lb to the cubic foot, common practice. */
export const WATER = (62.4 * POUND) / FOOT ** 3;

/** What a soil holds down by under water, kg/m³: 60 lb to the cubic foot, common practice. */
export const SOIL_UNDER_WATER = (60 * POUND) / FOOT ** 3;

/** A box such as a tank or a sump: outside measures, m, and what it weighs empty, kg. */
export interface FloatingBox {
  readonly length: number;
  readonly width: number;
  readonly height: number;
  readonly weight: number;
}

export interface BoxFloat {
  /** The weight of the water that it pushes aside, kg. */
  readonly uplift: number;
  /** What is left of its weight; negative where it lifts, kg. */
  readonly down: number;
  /** Water over its base from which it lifts, m; undefined where no water lifts it. */
  readonly from: number | undefined;
  /** Water to be filled into it so that it stays, m³. */
  readonly fill: number;
}

/** @param water that stands in the hole over the base of the box, m; over its top it lifts no more */
export function boxFloat({ length, width, height, weight }: FloatingBox, water: number): BoxFloat {
  const base = length * width;
  const uplift = WATER * base * Math.min(height, Math.max(0, water));
  const from = weight / (WATER * base);
  return {
    uplift,
    down: weight - uplift,
    from: from < height ? from : undefined,
    fill: Math.max(0, uplift - weight) / WATER,
  };
}

/** A pipe in a wet trench: by its outside, m, and what a metre of it weighs empty, kg. */
export interface FloatingPipe {
  readonly outside: number;
  readonly weight: number;
}

export interface PipeFloat {
  /** Of a metre of it, kg. */
  readonly uplift: number;
  readonly down: number;
  /** Water over its underside from which it lifts, m; undefined where no water lifts it. */
  readonly from: number | undefined;
  /** Fill over its crown, as wide as the pipe, that holds it down while all of it stands in water, m. */
  readonly fill: number;
}

/** @param water that stands over the underside of the pipe, m */
export function pipeFloat({ outside, weight }: FloatingPipe, water: number): PipeFloat {
  const radius = outside / 2;
  const liftAt = (level: number): number => WATER * areaBelow(level, radius);
  const uplift = liftAt(water);
  const whole = liftAt(outside);
  return {
    uplift,
    down: weight - uplift,
    from: weight < whole ? levelFor(liftAt, weight, outside) : undefined,
    fill: Math.max(0, whole - weight) / (SOIL_UNDER_WATER * outside),
  };
}

/** The level at which something that grows with it comes to a value; by halves, to well under what anybody can see. */
function levelFor(of: (level: number) => number, value: number, most: number): number {
  let [low, high] = [0, most];
  for (let step = 0; step < 60; step += 1) {
    const middle = (low + high) / 2;
    if (of(middle) < value) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * How far apart mounds of fill may lie that hold an empty pipe down while it stands in water.
 * @param mound of fill under water, m³
 * @returns m; undefined where nothing lifts it
 */
export function moundSpacing({ outside, weight }: FloatingPipe, mound: number): number | undefined {
  const net = WATER * areaBelow(outside, outside / 2) - weight;
  return net > 0 ? (mound * SOIL_UNDER_WATER) / net : undefined;
}

/** A stage of filling: the fill is worked up so far over the crown, m; negative under it. */
export interface FillStage {
  readonly over: number;
  /** What the soil over it holds down by, under water, kg/m. */
  readonly soil: number;
  /** Water over its underside up to which it stays, m; undefined where no water lifts it. */
  readonly safe: number | undefined;
}

/**
 * How much water an empty pipe stands at each stage of filling: the soil that lies on its upper half and straight over it
 * holds it down, all of it reckoned under water; what leans on it from the sides is left out.
 * @param overs heights of the fill over the crown, m
 */
export function pipeStages({ outside, weight }: FloatingPipe, overs: readonly number[]): readonly FillStage[] {
  const radius = outside / 2;
  return overs.map((over) => {
    // From the springline up: as wide as the pipe, less the half of it that stands there; up to the fill and no more.
    const high = Math.max(0, Math.min(radius + over, 1e6));
    const capped = Math.min(high, radius);
    const half = areaBelow(radius + capped, radius) - areaBelow(radius, radius);
    const soil = SOIL_UNDER_WATER * Math.max(0, outside * high - half);
    const liftAt = (level: number): number => WATER * areaBelow(level, radius);
    const held = weight + (over > 0 ? soil : 0);
    return {
      over,
      soil: over > 0 ? soil : 0,
      safe: held < liftAt(outside) ? levelFor(liftAt, held, outside) : undefined,
    };
  });
}

/** A round structure such as a manhole, as a box that pushes as much water aside: outside across its circle, m. */
export const roundBox = (across: number, height: number, weight: number): FloatingBox => ({
  length: (Math.PI * across) / 4,
  width: across,
  height,
  weight,
});

/** A box with so much fill over its top, m, reckoned under water. */
export const covered = (box: FloatingBox, cover: number): FloatingBox => ({
  ...box,
  weight: box.weight + SOIL_UNDER_WATER * box.length * box.width * cover,
});
