import { z } from 'zod';
import { FOOT, INCH } from '../measures';
import { oneOf } from '../values';

/**
 * Makes of pipe by standard, each declared once with its sizes. Outside diameters and walls from memory of the standards
 * that are named; lengths of sticks, and how deep and how far joints go, are common practice: the maker's sheet decides.
 */
export interface MakeDeclaration<Name extends string> {
  readonly name: Name;
  /** As pipe of it is called after its size, as in "4 in SDR 35". */
  readonly word: string;
  readonly standard: string;
  readonly material: PipeMaterial;
  /** Manning's n: usual design values of Chow and FHWA HEC-22, from memory. */
  readonly manning: number;
  readonly stick: number;
  /** By nominal size, m. */
  readonly joint: (nominal: number) => PipeJoint;
  readonly sizes: readonly MakeSize[];
  /** Made to let water through its wall as well: how, in what sizes, and how such pipe differs. */
  readonly perforated?: {
    readonly by: Perforation;
    readonly word: string;
    readonly standard: string;
    readonly nominals: readonly number[];
    readonly stick: number;
  };
}

/** m. */
export interface MakeSize {
  readonly nominal: number;
  readonly outside: number;
  readonly wall: number;
}

/** How sticks are joined: by what, how deep one goes into the next, m, and how far a joint may be turned, as a slope. */
export const PipeJoint = z.strictObject({
  by: z.enum(['ring', 'glue', 'coupling']),
  socket: z.number().min(0, 'must not be negative').max(2, 'more than 2 m'),
  turns: z.number().min(0, 'must not be negative').max(0.5, 'more than a joint turns'),
});
export type PipeJoint = z.infer<typeof PipeJoint>;

export const PIPE_MATERIALS = ['pvc', 'hdpe', 'pp', 'concrete', 'clay', 'iron'] as const;
export const PipeMaterial = z.enum(PIPE_MATERIALS);
export type PipeMaterial = z.infer<typeof PipeMaterial>;

/** How water gets through the wall of a pipe, where it does. */
export const PERFORATIONS = ['holes', 'slots'] as const;
export const Perforation = z.enum(PERFORATIONS);
export type Perforation = z.infer<typeof Perforation>;

const inches = (nominal: number, outside: number, wall: number): MakeSize => ({
  nominal: nominal * INCH,
  outside: outside * INCH,
  wall: wall * INCH,
});

const ringed = (nominal: number): PipeJoint => ({
  by: 'ring',
  socket: (nominal <= 6.5 * INCH ? 4 : nominal <= 10.5 * INCH ? 5 : 6) * INCH,
  turns: 0.017,
});
const glued = (nominal: number): PipeJoint => ({ by: 'glue', socket: Math.max(1.5 * INCH, nominal / 2), turns: 0 });
/** Corrugated pipe bends itself round a turn. */
const coupled = (): PipeJoint => ({ by: 'coupling', socket: 0, turns: 0.17 });

/** Outside diameters of corrugated and twin-wall pipe differ by maker; 1.15 × nominal is common practice, to be edited. */
const corrugated = (...nominals: readonly number[]): MakeSize[] =>
  nominals.map((nominal) => inches(nominal, nominal * 1.15, (nominal * (1.15 - 1)) / 2));

const declareMake = <const Name extends string>(declaration: MakeDeclaration<Name>): MakeDeclaration<Name> =>
  declaration;

export const MAKE_LIST = [
  declareMake({
    name: 'sdr-35',
    word: 'SDR 35',
    standard: 'ASTM D3034 SDR 35',
    material: 'pvc',
    manning: 0.01,
    stick: 14 * FOOT,
    joint: ringed,
    // Average outside diameter, minimum wall.
    sizes: [
      inches(4, 4.215, 0.12),
      inches(6, 6.275, 0.18),
      inches(8, 8.4, 0.24),
      inches(10, 10.5, 0.3),
      inches(12, 12.5, 0.36),
      inches(15, 15.3, 0.437),
    ],
    perforated: {
      by: 'holes',
      word: 'perforated',
      standard: 'sizes of ASTM D3034 SDR 35, two rows of holes',
      nominals: [4 * INCH, 6 * INCH],
      stick: 10 * FOOT,
    },
  }),
  declareMake({
    name: 'schedule-40',
    word: 'schedule 40',
    standard: 'ASTM D1785 schedule 40',
    material: 'pvc',
    manning: 0.01,
    stick: 10 * FOOT,
    joint: glued,
    // Outside diameter, minimum wall.
    sizes: [inches(2, 2.375, 0.154), inches(3, 3.5, 0.216), inches(4, 4.5, 0.237), inches(6, 6.625, 0.28)],
  }),
  declareMake({
    name: 'concrete-b',
    word: 'concrete, wall B',
    standard: 'ASTM C76 wall B',
    material: 'concrete',
    manning: 0.013,
    stick: 8 * FOOT,
    joint: ringed,
    // The inside diameter is the nominal one.
    sizes: (
      [
        [12, 2],
        [15, 2.25],
        [18, 2.5],
        [24, 3],
        [30, 3.5],
        [36, 4],
        [48, 5],
        [54, 5.5],
        [60, 6],
      ] as const
    ).map(([nominal, wall]) => inches(nominal, nominal + 2 * wall, wall)),
  }),
  declareMake({
    name: 'corrugated',
    word: 'corrugated',
    standard: 'corrugated HDPE; type the outside of yours',
    material: 'hdpe',
    manning: 0.02,
    stick: 10 * FOOT,
    joint: coupled,
    sizes: corrugated(3, 4, 6, 8, 10, 12, 15, 18, 24),
    perforated: {
      by: 'slots',
      word: 'slotted',
      standard: 'corrugated HDPE with slots; type the outside of yours',
      nominals: [3 * INCH, 4 * INCH, 6 * INCH],
      stick: 10 * FOOT,
    },
  }),
  declareMake({
    name: 'twin-wall',
    word: 'twin-wall',
    standard: 'corrugated outside, smooth inside: AASHTO M294 class; type the outside of yours',
    material: 'hdpe',
    manning: 0.012,
    stick: 20 * FOOT,
    joint: ringed,
    sizes: corrugated(12, 15, 18, 24, 30, 36, 48, 60),
  }),
] as const;

export type Make = (typeof MAKE_LIST)[number]['name'];
export const MAKES: readonly Make[] = MAKE_LIST.map(({ name }) => name);
export const Make = oneOf(MAKES, 'a make of pipe');

const BY_NAME = new Map<Make, MakeDeclaration<Make>>(MAKE_LIST.map((declaration) => [declaration.name, declaration]));

export function makeOf(name: Make): MakeDeclaration<Make> {
  return BY_NAME.get(name) as MakeDeclaration<Make>;
}
