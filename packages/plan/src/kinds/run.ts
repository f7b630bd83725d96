import { z } from 'zod';
import { LIMITS } from '../limits';
import { Length, Name, AlongRun, Uuid } from '../values';
import { Cut } from './cut';
import { declareKind } from './declare';
import type { Piece } from './piece';

export const PROTECTIONS = ['sloped', 'benched', 'shielded', 'shored', 'not-entered'] as const;
export const Protection = z.enum(PROTECTIONS);
export type Protection = z.infer<typeof Protection>;

/** Which of a run's ends the water goes to. */
export const FLOWS = ['to-a', 'to-b'] as const;
export const Flow = z.enum(FLOWS);
export type Flow = z.infer<typeof Flow>;

/** What can pass along it once it is dug: nothing can stand beside it; or the way in crosses it. */
export const ACCESSES = ['none', 'crossed'] as const;
export const Access = z.enum(ACCESSES);
export type Access = z.infer<typeof Access>;

/** What lay here before a split or a join: a stretch of a run as it was, or a node that stood here. */
const Was = z.union([
  z.strictObject({ run: Uuid, from: AlongRun, to: AlongRun.optional(), at: AlongRun, turned: z.boolean().optional() }),
  z.strictObject({ node: Uuid, at: AlongRun }),
]);
export type Was = z.infer<typeof Was>;

/**
 * One straight grade of one pipe between two nodes. Its ends a and b never change places, whichever way the water
 * goes; every place along it is told from end a.
 */
export const Run = z
  .strictObject({
    kind: z.literal('run'),
    id: Uuid,
    line: Uuid,
    name: Name,
    a: Uuid,
    b: Uuid,
    flow: Flow,
    /** Horizontal, node to node: typed, or from where the nodes lie on the sketch. */
    length: z.discriminatedUnion('from', [
      z.strictObject({ from: z.literal('typed'), value: Length }),
      z.strictObject({ from: z.literal('plan') }),
    ]),
    /** Where they differ from the line's. */
    pipe: Uuid.optional(),
    section: Uuid.optional(),
    /** Whether vehicles pass over it. */
    vehicles: z.boolean(),
    /** How people in the trench are protected, where it has been said. */
    protection: Protection.optional(),
    /** How its trench is cut, as far as that does not follow from the protection. */
    cut: Cut.optional(),
    /** Where it decides in which order is dug. */
    access: Access.optional(),
    was: z.array(Was).max(LIMITS.was).optional(),
  })
  .refine((run) => run.a !== run.b, { path: ['b'], message: 'a run cannot start and end at one node' });
export type Run = z.infer<typeof Run>;

export const run = declareKind({
  kind: 'run',
  schema: Run,
  words: {
    one: 'run',
    many: 'runs',
    fields: {
      line: 'line',
      name: 'name',
      a: 'end a',
      b: 'end b',
      flow: 'flow direction',
      length: ['length', 'distance'],
      pipe: 'pipe',
      section: 'trench section',
      vehicles: 'traffic over it',
      protection: 'worker protection',
      cut: 'how its trench is cut',
      access: 'access along it',
      was: 'what it was split or joined from',
    },
  },
  refs: [
    { field: 'line', to: 'line', then: 'goes', holds: true },
    { field: 'a', to: 'node', then: 'refuses', holds: true },
    { field: 'b', to: 'node', then: 'refuses', holds: true },
    { field: 'pipe', to: 'pipe', then: 'clears' },
    { field: 'section', to: 'section', then: 'clears' },
  ],
  upgrades: {
    // Version 2 told a run by its lower and its upper node, and told which way the water goes by that.
    2: ({ lower, upper, ...item }) => ({ ...item, a: lower, b: upper, flow: 'to-a' }),
  },
});

/** Where the run as it was lies now, by what its parts tell. */
export function pieceOf(run: Run, was: Extract<Was, { run: Uuid }>): Piece {
  const { from, to, at, turned } = was;
  return { from, to, at, turned, run: run.id };
}

/** Nodes of a run by which way its water goes. */
export function lowerOf(run: Pick<Run, 'a' | 'b' | 'flow'>): Uuid {
  return run.flow === 'to-a' ? run.a : run.b;
}

export function upperOf(run: Pick<Run, 'a' | 'b' | 'flow'>): Uuid {
  return run.flow === 'to-a' ? run.b : run.a;
}

export type End = 'a' | 'b';

export function lowEnd(run: Pick<Run, 'flow'>): End {
  return run.flow === 'to-a' ? 'a' : 'b';
}

export function highEnd(run: Pick<Run, 'flow'>): End {
  return run.flow === 'to-a' ? 'b' : 'a';
}

export const otherFlow = (flow: Flow): Flow => (flow === 'to-a' ? 'to-b' : 'to-a');
