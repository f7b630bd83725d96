import type { ItemOf, PipeJoint } from '@alveus/plan';
import { FOOT, INCH } from '../units';

/** Pipe by standard. Choosing one copies it into the plan, so that a plan never changes with the catalogue. */

export type PipeModel = Omit<ItemOf<'pipe'>, 'kind' | 'id'>;

/** Inside diameter of a pipe, m. */
export function insideDiameter(pipe: Pick<PipeModel, 'outside' | 'wall'>): number {
  return pipe.outside - 2 * pipe.wall;
}

type Row = readonly [nominalInches: number, outsideInches: number, wallInches: number];

/** ASTM D3034, SDR 35 gravity sewer pipe: average outside diameter, minimum wall; from memory. */
const SDR35: readonly Row[] = [
  [4, 4.215, 0.12],
  [6, 6.275, 0.18],
  [8, 8.4, 0.24],
  [10, 10.5, 0.3],
  [12, 12.5, 0.36],
  [15, 15.3, 0.437],
];

/** ASTM D1785, schedule 40: outside diameter, minimum wall; from memory. */
const SCHEDULE40: readonly Row[] = [
  [2, 2.375, 0.154],
  [3, 3.5, 0.216],
  [4, 4.5, 0.237],
  [6, 6.625, 0.28],
];

/** ASTM C76, reinforced concrete, wall B: inside diameter is nominal; from memory. */
const CONCRETE_B: readonly (readonly [nominalInches: number, wallInches: number])[] = [
  [12, 2],
  [15, 2.25],
  [18, 2.5],
  [24, 3],
  [30, 3.5],
  [36, 4],
  [48, 5],
  [54, 5.5],
  [60, 6],
];

/** Outside diameters of corrugated and twin-wall pipe differ by maker; 1.15 × nominal is common practice, to be edited. */
const CORRUGATED = [3, 4, 6, 8, 10, 12, 15, 18, 24] as const;
/** Those that are also made to take water in. Sizes as of the pipe without holes: common practice. */
const SLOTTED = [3, 4, 6] as const;
const PERFORATED = [4, 6] as const;
const TWIN_WALL = [12, 15, 18, 24, 30, 36, 48, 60] as const;
const CORRUGATED_OUTSIDE = 1.15;

function pipe(
  name: string,
  standard: string,
  nominal: number,
  outside: number,
  wall: number,
  stickFeet: number,
  manning: number,
  joint: PipeJoint,
): PipeModel {
  return {
    name,
    standard,
    nominal: nominal * INCH,
    outside: outside * INCH,
    wall: wall * INCH,
    stick: stickFeet * FOOT,
    manning,
    joint,
  };
}

/** How deep a pipe goes into the next, and how far a joint turns: common practice, from memory; the maker's sheet decides. */
const ringed = (inches: number): PipeJoint => ({
  by: 'ring',
  socket: (inches <= 6 ? 4 : inches <= 10 ? 5 : 6) * INCH,
  turns: 0.017,
});
const glued = (inches: number): PipeJoint => ({ by: 'glue', socket: Math.max(1.5, inches / 2) * INCH, turns: 0 });
/** Corrugated pipe bends itself round a turn. */
const COUPLED: PipeJoint = { by: 'coupling', socket: 0, turns: 0.17 };

/** A pipe that says nothing of its joint has that of the catalogue, or couplings. */
export const jointOf = ({ name, joint }: Pick<PipeModel, 'name' | 'joint'>): PipeJoint =>
  joint ?? CATALOGUE.find((one) => one.name === name)?.joint ?? { by: 'coupling', socket: 0, turns: 0 };

/** Manning's n: usual design values of Chow and FHWA HEC-22, from memory. Stick lengths: common practice. */
export const CATALOGUE: readonly PipeModel[] = [
  ...SDR35.map(([n, outside, wall]) =>
    pipe(`${n} in SDR 35`, 'ASTM D3034 SDR 35', n, outside, wall, 14, 0.01, ringed(n)),
  ),
  ...SCHEDULE40.map(([n, outside, wall]) =>
    pipe(`${n} in schedule 40`, 'ASTM D1785 schedule 40', n, outside, wall, 10, 0.01, glued(n)),
  ),
  ...CONCRETE_B.map(([n, wall]) =>
    pipe(`${n} in concrete, wall B`, 'ASTM C76 wall B', n, n + 2 * wall, wall, 8, 0.013, ringed(n)),
  ),
  ...CORRUGATED.map((n) =>
    pipe(
      `${n} in corrugated`,
      'corrugated HDPE; type the outside of yours',
      n,
      n * CORRUGATED_OUTSIDE,
      (n * (CORRUGATED_OUTSIDE - 1)) / 2,
      10,
      0.02,
      COUPLED,
    ),
  ),
  ...SLOTTED.map((n) =>
    pipe(
      `${n} in corrugated, slotted`,
      'corrugated HDPE with slots; type the outside of yours',
      n,
      n * CORRUGATED_OUTSIDE,
      (n * (CORRUGATED_OUTSIDE - 1)) / 2,
      10,
      0.02,
      COUPLED,
    ),
  ),
  ...SDR35.filter(([n]) => PERFORATED.some((size) => size === n)).map(([n, outside, wall]) =>
    pipe(
      `${n} in SDR 35, perforated`,
      'sizes of ASTM D3034 SDR 35, two rows of holes',
      n,
      outside,
      wall,
      10,
      0.01,
      ringed(n),
    ),
  ),
  ...TWIN_WALL.map((n) =>
    pipe(
      `${n} in twin-wall`,
      'corrugated outside, smooth inside: AASHTO M294 class; type the outside of yours',
      n,
      n * CORRUGATED_OUTSIDE,
      (n * (CORRUGATED_OUTSIDE - 1)) / 2,
      20,
      0.012,
      ringed(n),
    ),
  ),
];

/** A size at the beginning of a name. */
const SIZE = /^\S+ (in|mm) /;

/** Pipe of the same make in every size that the catalogue has, from the smallest up. */
export function sizesOfMake(name: string): readonly PipeModel[] {
  const make = name.replace(SIZE, '');
  return CATALOGUE.filter((model) => model.name.replace(SIZE, '') === make).sort(
    (one, other) => insideDiameter(one) - insideDiameter(other),
  );
}
