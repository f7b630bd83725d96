import { z } from 'zod';
import { Length, millimetres, Name, slug, text, Thickness, Uuid } from '../values';
import type { Json } from './declare';
import { declareKind } from './declare';
import { Make, MAKE_LIST, makeOf, Perforation, PipeJoint, PipeMaterial } from './makes';

/** A pipe by its outside diameter and wall; the inside follows, so that the three cannot disagree. */
export const Pipe = z
  .strictObject({
    kind: z.literal('pipe'),
    id: Uuid,
    name: Name,
    standard: text(120),
    /** The make that it is of, where it is one of those by standard, and what it is made of. */
    make: Make.optional(),
    material: PipeMaterial.optional(),
    /** How water gets through its wall; nothing of solid pipe. */
    perforated: Perforation.optional(),
    nominal: Thickness,
    outside: Thickness,
    wall: Thickness,
    stick: Length,
    manning: z.number().min(0.005).max(0.1),
    joint: PipeJoint.optional(),
  })
  .refine((pipe) => !pipe.joint || pipe.stick > pipe.joint.socket, {
    path: ['stick'],
    message: 'no longer than its socket: it covers no length',
  })
  .refine((pipe) => pipe.wall * 2 < pipe.outside, {
    path: ['wall'],
    message: 'leaves no inside: the wall is half the outside or more',
  });
export type Pipe = z.infer<typeof Pipe>;

export const pipe = declareKind({
  kind: 'pipe',
  schema: Pipe,
  words: {
    one: 'pipe',
    many: 'pipes',
    fields: {
      name: 'name',
      standard: 'standard',
      make: 'make',
      material: 'what it is made of',
      perforated: 'perforation',
      nominal: ['nominal size', 'fine'],
      outside: ['outside diameter', 'fine'],
      wall: ['wall', 'fine'],
      stick: ['length of a stick', 'distance'],
      manning: ['roughness n', 'plain'],
      joint: 'joint',
    },
  },
  upgrades: {
    // Version 8 told the make of a pipe, and its holes, by its name and its standard only.
    8: (item) => ({ ...item, ...makeInWords(`${String(item.standard)} ${String(item.name)}`) }),
  },
});

function makeInWords(words: string): Json {
  const make = MAKE_LIST.find(({ word, standard }) => words.includes(standard) || words.includes(word))?.name;
  const holes = /\bslot/i.test(words) ? 'slots' : /\bperforat|rows of holes/i.test(words) ? 'holes' : undefined;
  return {
    ...(make === undefined ? {} : { make, material: makeOf(make).material }),
    ...(holes === undefined ? {} : { perforated: holes }),
  };
}

/**
 * What a pipe is, wherever it is used: by make, size and perforation; of one that is of no make here by its name.
 * The same in every job, as its id is not.
 */
export const pipeKey = ({ make, name, nominal, perforated }: Omit<Pipe, 'kind' | 'id'>): string =>
  [make ?? slug(name), millimetres(nominal), perforated ?? 'solid'].join(':');
