import { z } from 'zod';
import { LIMITS } from './limits';
import { Profile, Service } from './profile';
import { Section } from './section';
import { Crossing, Site, TestPit } from './site';
import { Benchmark, Levelling, Setup, Shot } from './survey';
import { Along, Elevation, Length, Name, ONLY, Share, Slope, text, Thickness, Uuid } from './values';

/**
 * The items a plan is made of. An item is addressed by its kind and id together. What two people are likely
 * to edit at the same time is kept apart: the ground and the grade of a run are items of their own that carry
 * the run's id, and a node's ground carries the node's.
 */

export const NODE_FORMS = [
  'daylight',
  'pond',
  'curb',
  'structure',
  'bubble-up',
  'pop-up',
  'sump',
  'soak-away',
  'inlet',
  'catch-basin',
  'manhole',
  'cleanout',
  'bend',
  'fitting',
  'downspout',
  'channel-drain',
  'stub-out',
  'tank',
  'd-box',
  'lateral-end',
  'vent',
] as const;

export const Node = z.strictObject({
  kind: z.literal('node'),
  id: Uuid,
  name: Name,
  form: z.enum(NODE_FORMS),
  /** Water stated to stand outside here, where it is an outlet: as usual, and at its highest. */
  water: z.strictObject({ normal: Elevation.optional(), high: Elevation.optional() }).optional(),
});
export type Node = z.infer<typeof Node>;

/** Where a node lies on the sketch: metres east and north of the job's own origin. */
export const NodePlace = z.strictObject({
  kind: z.literal('nodePlace'),
  id: Uuid,
  east: z.number().min(-100_000).max(100_000),
  north: z.number().min(-100_000).max(100_000),
});
export type NodePlace = z.infer<typeof NodePlace>;

/** The ground at a node, shared by every run that meets there. A shot at the node goes before it unless it says `holds`. */
export const NodeGround = z.strictObject({ kind: z.literal('nodeGround'), id: Uuid, elevation: Elevation, holds: z.boolean().optional() });
export type NodeGround = z.infer<typeof NodeGround>;

/** One unbranched path of runs of one service, with the defaults of its runs. */
export const Line = z.strictObject({
  kind: z.literal('line'),
  id: Uuid,
  name: Name,
  service: Service,
  pipe: Uuid,
  section: Uuid,
  /** Chainage of the line's low end, so that painted stakes survive an extended outlet. */
  startChainage: z.number().min(-100_000).max(100_000),
});
export type Line = z.infer<typeof Line>;

export const PROTECTIONS = ['sloped', 'benched', 'shielded', 'shored', 'not-entered'] as const;
export const Protection = z.enum(PROTECTIONS);
export type Protection = z.infer<typeof Protection>;

/** One straight grade of one pipe between its lower and upper node. */
export const Run = z
  .strictObject({
    kind: z.literal('run'),
    id: Uuid,
    line: Uuid,
    name: Name,
    lower: Uuid,
    upper: Uuid,
    /** Horizontal, node to node: typed, or from where the nodes lie on the sketch. */
    length: z.discriminatedUnion('from', [z.strictObject({ from: z.literal('typed'), value: Length }), z.strictObject({ from: z.literal('plan') })]),
    /** Where they differ from the line's. */
    pipe: Uuid.optional(),
    section: Uuid.optional(),
    /** Whether vehicles pass over it. */
    vehicles: z.boolean(),
    /** How people in the trench are protected, where it has been said. */
    protection: Protection.optional(),
  })
  .refine((run) => run.lower !== run.upper, {
    path: ['upper'],
    message: 'a run cannot start and end at one node',
  });
export type Run = z.infer<typeof Run>;

export const GroundBreak = z.strictObject({ at: Along, elevation: Elevation });
export type GroundBreak = z.infer<typeof GroundBreak>;

/** Ground between a run's nodes, at distances from the lower one. */
export const RunGround = z
  .strictObject({
    kind: z.literal('runGround'),
    id: Uuid,
    breaks: z.array(GroundBreak).max(LIMITS.breaks),
    /** Length of the run when they were typed, so that it shows when a profile no longer fits. */
    over: Length.optional(),
  })
  .superRefine((ground, context) => {
    ground.breaks.forEach((here, index) => {
      const before = ground.breaks[index - 1];
      if (!before || here.at > before.at) return;
      context.addIssue({
        code: 'custom',
        path: ['breaks', index, 'at'],
        message: here.at === before.at ? 'two ground breaks at one place' : 'ground breaks must go up the run in order',
      });
    });
  });
export type RunGround = z.infer<typeof RunGround>;

/** The facts of a run's grade that somebody fixed. What is absent is free and follows from the others. */
export const RunGrade = z.strictObject({
  kind: z.literal('runGrade'),
  id: Uuid,
  low: Elevation.optional(),
  high: Elevation.optional(),
  slope: Slope.optional(),
  /** Fall through the node at the run's low end, from this run's invert down to the next. */
  drop: z.number().min(-100).max(100).optional(),
});
export type RunGrade = z.infer<typeof RunGrade>;

/** A pipe by its outside diameter and wall; the inside follows, so that the three cannot disagree. */
export const Pipe = z
  .strictObject({
    kind: z.literal('pipe'),
    id: Uuid,
    name: Name,
    standard: text(120),
    nominal: Thickness,
    outside: Thickness,
    wall: Thickness,
    stick: Length,
    manning: z.number().min(0.005).max(0.1),
  })
  .refine((pipe) => pipe.wall * 2 < pipe.outside, { path: ['wall'], message: 'leaves no inside: the wall is half the outside or more' });
export type Pipe = z.infer<typeof Pipe>;

/** How a material is drawn. */
export const LOOKS = ['stone', 'sand', 'soil', 'topsoil', 'sod', 'pavement', 'concrete', 'straw'] as const;

export const Material = z.strictObject({
  kind: z.literal('material'),
  id: Uuid,
  name: Name,
  look: z.enum(LOOKS),
  /** Kilograms per cubic metre, placed and compacted. */
  density: z.number().positive('must be more than zero').max(10_000),
  /** Ordered = placed × (1 + waste). */
  waste: Share,
  /** Loose volume in a truck for each volume placed. */
  loose: z.number().min(0.5).max(3),
});
export type Material = z.infer<typeof Material>;

/** The soil of the place. Loose = bank × (1 + swell); placed = bank × (1 − shrink). */
export const Native = z.strictObject({
  kind: z.literal('native'),
  id: z.literal(ONLY),
  name: Name,
  swell: Share,
  shrink: z.number().min(0, 'must not be negative').max(0.9, 'more than 90 %'),
});
export type Native = z.infer<typeof Native>;

export const Item = z.discriminatedUnion('kind', [
  Line,
  Node,
  NodeGround,
  Run,
  RunGround,
  RunGrade,
  Pipe,
  Material,
  Section,
  Native,
  Profile,
  NodePlace,
  Benchmark,
  Setup,
  Shot,
  Levelling,
  Crossing,
  TestPit,
  Site,
]);
export type Item = z.infer<typeof Item>;

export type Kind = Item['kind'];
export type ItemOf<K extends Kind> = Extract<Item, { kind: K }>;

export const KINDS = [
  'line',
  'node',
  'nodeGround',
  'run',
  'runGround',
  'runGrade',
  'pipe',
  'material',
  'section',
  'native',
  'profile',
  'nodePlace',
  'benchmark',
  'setup',
  'shot',
  'levelling',
  'crossing',
  'testPit',
  'site',
] as const satisfies readonly Kind[];
export const KindSchema = z.enum(KINDS);
