import type { Pipe } from '@alveus/plan';
import { measured } from '../../phrase';
import { insideDiameter } from '../../pipe';
import { NEAR } from '../../tolerance';
import { COMMON, judge, NOTHING, rule } from '../rule';
import { declareSubject } from '../subject';

/** Whether what is told of a pipe can be true. */

interface PipeFacts {
  readonly pipe: Pipe;
}

/** No pipe is smaller outside than its nominal size, give or take; thick concrete comes to nearly half as much again. */
const LEAST_OUTSIDE = 0.97;
const MOST_OUTSIDE = 1.6;
/** What runs through is about the nominal size. */
const LEAST_INSIDE = 0.75;
const MOST_INSIDE = 1.2;

export const pipeSize = rule<PipeFacts>()({
  name: 'pipe-size',
  title: 'Pipe dimensions that do not fit',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: ({ pipe }) => {
    const { outside, nominal } = pipe;
    const inside = insideDiameter(pipe);
    const wrong =
      outside < nominal * LEAST_OUTSIDE - NEAR || outside > nominal * MOST_OUTSIDE + NEAR
        ? ({ what: 'outside', is: outside } as const)
        : inside < nominal * LEAST_INSIDE - NEAR || inside > nominal * MOST_INSIDE + NEAR
          ? ({ what: 'inside', is: inside } as const)
          : undefined;
    return wrong ? [{ ...wrong, by: Math.abs(wrong.is - nominal), quantity: 'fine' as const }] : NOTHING;
  },
  words: ({ what, is }, { pipe }) => ({
    what: [
      `${pipe.name} is `,
      measured(is, 'fine'),
      ` ${what}, but its nominal size is `,
      measured(pipe.nominal, 'fine'),
      '.',
    ],
    why: ['Stone, trench width and cover use its outside, flow its inside: one of its figures is mistyped.'],
    gives: ['Check the pipe, and correct its outside, wall or nominal size'],
  }),
});

const RULES = [pipeSize] as const;

export const PIPES = declareSubject({
  name: 'pipe',
  kind: 'pipe',
  rules: RULES,
  told: 'before',
  judge(id, read, profile) {
    const found = judge<PipeFacts>(RULES, { pipe: read.item('pipe', id) as Pipe }, profile, { id });
    if (found.length === 0) return found;
    // Where it can be seen: on the first line or run that is made of it.
    const line = read.owned('line.pipe', id)[0];
    const run = read.owned('run.pipe', id)[0];
    const on = line ?? read.item('run', run)?.line;
    // What nothing is made of troubles nobody.
    return on === undefined
      ? NOTHING
      : found.map((finding) => ({ ...finding, line: on, run: line === undefined ? run : undefined }));
  },
});
