import type { Uuid } from '@alveus/plan';
import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { INCH } from '../../units';
import type { Breach } from '../rule';
import { GEOMETRY, NOTHING, rule } from '../rule';
import type { RunFacts } from './facts';

/** Whether pipes that lie in one trench have room in it. */

const nameOf = ({ read }: RunFacts, run: Uuid): string => read.item('run', run)?.name ?? 'a run';

/** From this outside on pipe takes half of it beside it, and at most so much: AASHTO LRFD, from memory. */
const LARGE = 24 * INCH;
const MOST_ROOM = 36 * INCH;

/** Room that two pipes take between them: that of the larger. */
export function roomBeside(a: number, b: number, room: number): number {
  const outside = Math.max(a, b);
  return outside < LARGE ? room : Math.max(room, Math.min(outside / 2, MOST_ROOM));
}

/** The least of what goes evenly from one end of a strip to the other, and at which of them it is. */
function least(
  { from, to }: { readonly from: number; readonly to: number },
  begin: number,
  end: number,
): { readonly at: number; readonly value: number } {
  return end < begin ? { at: to, value: end } : { at: from, value: begin };
}

export const sharedClose = rule<RunFacts>()({
  name: 'shared-close',
  title: 'Pipes too close in one trench',
  stage: 'trench',
  severity: 'fix',
  source: 'common practice; pipe 24 in and larger takes half its outside',
  number: { value: 4 * INCH, quantity: 'thickness', words: 'Minimum, outside to outside' },
  judge: ({ form, trench, pipe, envelope }, usual) => {
    if (!form || form.beside.length === 0) return NOTHING;
    return form.beside.flatMap(({ run, lies, clear, pipe: its }) => {
      const room = roomBeside(pipe.outside, its.outside, usual);
      if (lies !== 'over')
        return clear < room - NEAR
          ? [{ cause: run, other: run, by: room - clear, quantity: 'thickness' as const, over: false, room }]
          : [];
      // Over the trench's own pipe: plumb, from its crown to the underside of the other.
      const crown = envelope.underside + pipe.outside;
      const worst = (trench.strips ?? []).flatMap((strip) =>
        strip.pipes.flatMap((pipe) => (pipe.run === run ? [least(strip, pipe.from - crown, pipe.to - crown)] : [])),
      );
      const needed = Math.max(room, clear);
      return worst
        .filter(({ value }) => value < needed - NEAR)
        .sort((a, b) => a.value - b.value)
        .slice(0, 1)
        .map(({ at, value }) => ({
          cause: run,
          other: run,
          at,
          by: needed - value,
          quantity: 'thickness' as const,
          over: true,
          room: needed,
        }));
    });
  },
  words: ({ other, by = 0, over, room }, facts) => ({
    what: [
      `${nameOf(facts, other)} is too close ${over ? 'above' : 'beside'} ${facts.run.name} in one trench, by `,
      measured(by, 'thickness'),
      '.',
    ],
    why: [
      'Fill must be worked in between the pipes: that takes at least ',
      exact(room, 'thickness'),
      ' from outside to outside.',
    ],
    gives: ['Leave more room between them', 'Give it its own trench'],
  }),
  bound: {
    shared: ({ lead, other: { lies, clear, pipe } }, usual) => {
      if (lies !== 'over') return undefined;
      const room = Math.max(clear, roomBeside(lead.pipe.outside, pipe.outside, usual));
      return {
        by: lead.pipe.outside - lead.pipe.wall + room,
        words: [`the pipe of ${lead.result.run.name} below it in one trench, and `, exact(room, 'thickness')],
      };
    },
  },
});

export const sharedLow = rule<RunFacts>()({
  name: 'shared-low',
  title: 'Pipe below its shared trench',
  stage: 'trench',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ form, trench }) => {
    if (!form || form.beside.length === 0) return NOTHING;
    return form.beside.flatMap(({ run }) =>
      (trench.strips ?? [])
        .flatMap((strip) => strip.pipes.flatMap((pipe) => (pipe.run === run ? [least(strip, pipe.from, pipe.to)] : [])))
        .filter(({ value }) => value < -NEAR)
        .sort((a, b) => a.value - b.value)
        .slice(0, 1)
        .map(({ at, value }) => ({ cause: run, other: run, at, by: -value, quantity: 'thickness' as const })),
    );
  },
  words: ({ other, by = 0 }, facts) => ({
    what: [
      `${nameOf(facts, other)} is `,
      measured(by, 'thickness'),
      ` below the bottom of the trench of ${facts.run.name}, which it shares.`,
    ],
    why: ['The trench is dug once, by the section and levels of the run that leads.'],
    gives: [`Let ${nameOf(facts, other)} lead, so that the trench is dug for it`, 'Raise it', 'Give it its own trench'],
  }),
  bound: {
    shared: ({ lead, other }) =>
      other.lies === 'over'
        ? undefined
        : {
            by: -lead.envelope.invert,
            words: [`the bottom of the trench of ${lead.result.run.name}, which it shares`],
          },
  },
});

/** A run that is so much shorter than it was still lies all along, m. */
const FITS = 0.5;

interface Astray extends Breach {
  readonly lead: Uuid;
  readonly turned: boolean;
}

export const sharedAstray = rule<RunFacts>()({
  name: 'shared-astray',
  title: 'Shared trench without a run',
  stage: 'trench',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ id, form, read, length }) => {
    if (!form || form.elsewhere.length === 0) return NOTHING;
    const there = read.of('shared', id)?.elsewhere ?? [];
    return there.flatMap(({ lead, sharing, to }): Astray[] => {
      const turned = (read.of('shared', lead)?.elsewhere ?? []).length > 0;
      if (turned) return [{ cause: sharing, lead, turned }];
      return to > length + FITS ? [{ cause: sharing, lead, turned, by: to - length }] : [];
    });
  },
  words: ({ lead, turned, by = 0 }, facts) => ({
    what: turned
      ? [`${facts.run.name} is set to share the trench of ${nameOf(facts, lead)}, which itself shares another.`]
      : [
          `${facts.run.name} shares the trench of ${nameOf(facts, lead)} for `,
          measured(by, 'distance'),
          ' more than its length.',
        ],
    why: turned
      ? ['Nothing is dug for it then, and its pipe is missing from the amounts.']
      : ['It got shorter since; a shared trench is entered by length.'],
    gives: ['Set again which trench it shares', 'Give it its own trench'],
  }),
});

/** Rules about pipes in one trench. */
export const SHARED_RULES = [sharedClose, sharedLow, sharedAstray] as const;
