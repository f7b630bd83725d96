import type { Edit, UpRun } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import { upRun } from '../../length';
import { exact, measured } from '../../phrase';
import { nodeGround } from '../../survey';
import { NEAR } from '../../tolerance';
import type { Stretch } from '../../results';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import type { RunFacts } from './facts';

/** Whether the ground along a run is known, and fits it. */

export const groundMissing = rule<RunFacts>()({
  name: 'ground-missing',
  unfinished: true,
  title: 'Ground not known',
  stage: 'ground',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ id, length, ground }) => {
    if (ground.missing <= 0) return NOTHING;
    const first = ground.points[0];
    const last = ground.points[ground.points.length - 1];
    const stretches: Stretch[] = [];
    const add = (from: UpRun, to: UpRun, at: UpRun): void =>
      void (to - from > NEAR && stretches.push({ run: id, from, to, at, by: to - from }));
    if (!first || !last) add(0, length, 0);
    else {
      add(0, first.at, 0);
      add(last.at, length, length);
    }
    return [{ at: stretches[0]?.at ?? 0, by: ground.missing, stretches, none: !first }];
  },
  words: ({ none, by = 0 }, { run }) => ({
    what: none
      ? [`No ground yet along ${run.name}.`]
      : [`Ground is missing over `, measured(by, 'distance'), ` of ${run.name}.`],
    why: ['Without it there is no trench depth, and the amounts are incomplete.'],
    gives: ['Shoot or type the ground at both ends of the run'],
  }),
});

export const breakBeyond = rule<RunFacts>()({
  name: 'break-beyond-run',
  title: 'Ground point past the end of its run',
  stage: 'ground',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ length, ground }) => {
    if (ground.beyond.length === 0) return NOTHING;
    const past = ground.beyond.map(({ at }) => ({ end: at < 0 ? 0 : length, by: at < 0 ? 0 - at : at - length }));
    const far = past.reduce((a, b) => (b.by > a.by ? b : a));
    return [{ at: far.end, by: far.by, count: past.length }];
  },
  words: ({ at, by = 0, count }, { run }) => ({
    what: [
      count === 1 ? `A ground point of ${run.name} is ` : `${count} ground points of ${run.name} are up to `,
      measured(by, 'distance'),
      ` past its ${(at ?? 0) > 0 ? 'upper' : 'lower'} end; ${count === 1 ? 'it is' : 'they are'} ignored.`,
    ],
    why: ['Ground points keep their distance when a length changes, so the ground no longer matches the run.'],
    gives: ['Correct the ground point', 'Correct the length'],
  }),
});

/** Lengths that differ by less are one: a tape is not read more finely over a run. */
const TAPE = 0.02;

export const lengthDiffers = rule<RunFacts>()({
  name: 'length-differs',
  title: 'Typed and drawn length differ',
  stage: 'site',
  severity: 'watch',
  source: GEOMETRY,
  judge: ({ run, length, drawn }) =>
    run.length.from === 'typed' && drawn !== undefined && Math.abs(drawn - length) > TAPE
      ? [{ at: 0, by: Math.abs(drawn - length), drawn }]
      : NOTHING,
  words: ({ drawn }, { run, length }) => ({
    what: [
      `${run.name} is typed as `,
      measured(length, 'distance'),
      ' long and drawn as ',
      measured(drawn, 'distance'),
      '.',
    ],
    why: ['The typed length counts; the sketch does not show it true.'],
    gives: [
      {
        words: ['Use the length on the sketch'],
        edits: [{ op: 'put', item: { ...run, length: { from: 'plan' } } }],
      },
      'Move one of its ends',
      'Leave the sketch as a picture only',
    ],
  }),
});

export const profileNoFit = rule<RunFacts>()({
  name: 'profile-no-fit',
  title: 'Ground typed for another length',
  stage: 'ground',
  severity: 'watch',
  source: GEOMETRY,
  judge: ({ length, over }) =>
    over !== undefined && Math.abs(over - length) > TAPE
      ? [{ at: 0, by: Math.abs(over - length), was: over }]
      : NOTHING,
  words: ({ was }, { run, length }) => ({
    what: [
      `The ground along ${run.name} was typed when the run was `,
      measured(was, 'distance'),
      ' long; it is ',
      measured(length, 'distance'),
      ' now.',
    ],
    why: ['Typed ground keeps its distance from the end it was measured from: it is not stretched with the run.'],
    gives: ['Check the ground points, and save them again'],
  }),
});

export const groundTwice = rule<RunFacts>()({
  name: 'ground-twice',
  title: 'Ground both typed and shot',
  stage: 'ground',
  severity: 'watch',
  source: COMMON,
  judge: ({ twice }) =>
    twice.length === 0
      ? NOTHING
      : twice.map(({ at, typed, shot }) => ({
          cause: shot.of,
          at,
          by: Math.abs(typed - shot.elevation),
          typed,
          shot: shot.elevation,
        })),
  words: ({ at = 0, typed, shot }, facts) => ({
    what: [
      `The ground of ${facts.run.name} at `,
      measured(at, 'distance'),
      ' is typed as ',
      measured(typed, 'elevation'),
      ' and shot as ',
      measured(shot, 'elevation'),
      '; the shot is used.',
    ],
    why: ['Both are kept. A shot counts before a typed figure unless you choose the typed one.'],
    gives: [
      {
        words: ['Remove the typed one'],
        edits: withoutBreak(facts, at),
      },
      'Shoot it again',
    ],
  }),
});

function withoutBreak({ id, run, length, read }: RunFacts, at: UpRun): Edit[] {
  const ground = read.item('runGround', id);
  if (!ground) return [];
  const breaks = ground.breaks.filter((groundBreak) => Math.abs(upRun(run, length, groundBreak.at) - at) > NEAR);
  return breaks.length === 0 ? [{ op: 'remove', kind: 'runGround', id }] : [{ op: 'put', item: { ...ground, breaks } }];
}

/** Elevations nearer than a rod can be read are one. */
const READ = 0.003;

export const breakAtEnd = rule<RunFacts>()({
  name: 'break-at-end',
  title: 'Ground at the end of a run',
  stage: 'ground',
  severity: 'watch',
  source: GEOMETRY,
  judge: ({ id, run, length, read }) => {
    const ground = read.item('runGround', id);
    // Breaks are in order, and past end a: only the last can lie at an end.
    const last = ground?.breaks[ground.breaks.length - 1];
    if (!last || last.at < length - NEAR) return NOTHING;
    const found: { cause: string; at: UpRun; by: number; typed: number; node: string; level: number }[] = [];
    for (const { at: statedAt, elevation } of ground.breaks) {
      const at = upRun(run, length, statedAt);
      const end = Math.abs(at) <= NEAR ? lowerOf(run) : Math.abs(at - length) <= NEAR ? upperOf(run) : undefined;
      const level = end === undefined ? undefined : nodeGround(end, read);
      if (end === undefined || !level || Math.abs(level.elevation - elevation) <= READ) continue;
      found.push({
        cause: end,
        at,
        by: Math.abs(level.elevation - elevation),
        typed: elevation,
        node: end,
        level: level.elevation,
      });
    }
    return found;
  },
  words: ({ at = 0, typed, level, node }, facts) => ({
    what: [
      `A ground point at the very end of ${facts.run.name} is `,
      measured(typed, 'elevation'),
      `; the ground at ${facts.read.item('node', node)?.name ?? 'its node'} is `,
      exact(level, 'elevation'),
      ' and is used.',
    ],
    why: ['All runs that meet at a structure share its ground, so one of the two is wrong.'],
    gives: [
      { words: ['Remove the ground point'], edits: withoutBreak(facts, at) },
      {
        words: ['Use it as the ground there'],
        edits: [{ op: 'put', item: { kind: 'nodeGround', id: node, elevation: typed, holds: true } }],
      },
    ],
  }),
});

/** Rules about the ground along a run. */
export const GROUND_RULES = [groundMissing, breakBeyond, breakAtEnd, groundTwice, lengthDiffers, profileNoFit] as const;
