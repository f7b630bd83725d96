import type { SwaleStretch } from '@alveus/plan';
import type { Stretch, SwaleResult } from '../../results';
import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { stationAt } from '../../trench';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import { lengthOf, shortfalls, worstOf } from '../stretches';
import type { RunFacts } from './facts';

/** A swale that is cut along a run before its trench is. */

/** Stretches of one swale are told apart by where they begin. */
const causeOf = ({ from }: SwaleStretch): string => from.toFixed(3);

export const swaleSteep = rule<RunFacts>()({
  name: 'swale-steep',
  title: 'Swale too steep to mow',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  number: { value: 3, quantity: 'plain', words: 'Minimum out for one up' },
  judge: ({ swales }, limit) =>
    swales
      .filter(({ stretch }) => stretch.sides < limit - NEAR)
      .map(({ stretch, cut }) => ({ cause: causeOf(stretch), at: cut.deepest.at, sides: stretch.sides })),
  words: ({ sides }, { run }, limit) => ({
    what: [
      `The sides of the swale along ${run.name} go `,
      measured(sides, 'plain'),
      ' out for 1 up; mowing takes at least ',
      exact(limit, 'plain'),
      '.',
    ],
    why: ['A steep side is scalped by the mower or left to grow, and washes out where it is bare.'],
    gives: ['Flatten its sides', 'Cut it shallower'],
  }),
});

export const swaleDeep = rule<RunFacts>()({
  name: 'swale-deep',
  title: 'Swale cuts into its drain',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: (facts) =>
    facts.swales.flatMap(({ stretch, depths }) => {
      const { grade, natural, envelope, id } = facts;
      const over = depths.flatMap(({ at, depth }) => {
        const { cover } = stationAt(grade, natural, envelope, at);
        return cover === undefined ? [] : [{ at, cover: cover - depth }];
      });
      const stretches = shortfalls(id, over, ({ cover }) => cover, 0, NEAR);
      const worst = worstOf(stretches);
      return worst
        ? [{ cause: causeOf(stretch), at: worst.at, by: worst.by, quantity: 'thickness' as const, stretches }]
        : [];
    }),
  words: ({ by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The swale along ${run.name} is cut below the top of the pipe, by up to `,
      measured(by, 'thickness'),
      ' over ',
      measured(lengthOf(stretches), 'distance'),
      '.',
    ],
    why: ['The pipe would be exposed in it.'],
    gives: ['Cut the swale shallower', 'Lower the pipe'],
  }),
});

export const swaleStands = rule<RunFacts>()({
  name: 'swale-stands',
  title: 'Swale holds water',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  judge: (facts) =>
    facts.swales.flatMap((swale) => {
      const stretches = standing(facts, swale);
      const worst = worstOf(stretches);
      return worst
        ? [{ cause: causeOf(swale.stretch), at: worst.at, by: worst.by, quantity: 'thickness' as const, stretches }]
        : [];
    }),
  words: ({ by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The bottom of the swale along ${run.name} is level or falls the wrong way over `,
      measured(lengthOf(stretches), 'distance'),
      ', by up to ',
      measured(by, 'thickness'),
      '.',
    ],
    why: ['Water stands there until it soaks away, and it cannot be mowed.'],
    gives: ['Give its bottom its own fall'],
  }),
});

/** Where the bottom of a swale does not come down toward the low end of its run. */
function standing({ id }: RunFacts, { depths }: SwaleResult): readonly Stretch[] {
  const found: Stretch[] = [];
  depths.forEach(({ at, depth, level }, index) => {
    const before = depths[index - 1];
    if (!before || Math.max(depth, before.depth) <= NEAR || level > before.level + NEAR) return;
    const last = found[found.length - 1];
    const by = before.level - level;
    if (last && last.to === before.at) found[found.length - 1] = { ...last, to: at, by: last.by + by };
    else found.push({ run: id, from: before.at, to: at, at: before.at, by });
  });
  return found;
}

export const swaleGround = rule<RunFacts>()({
  name: 'swale-ground',
  title: 'Ground missing along a swale',
  stage: 'ground',
  severity: 'fix',
  source: GEOMETRY,
  unfinished: true,
  judge: ({ swales }) =>
    swales
      .filter(({ cut }) => cut.missing > NEAR)
      .map(({ stretch, cut }) => ({ cause: causeOf(stretch), by: cut.missing })),
  words: ({ by = 0 }, { run }) => ({
    what: [`Ground along ${run.name} is missing over `, measured(by, 'distance'), ' of its swale.'],
    why: ['That part is left out of its digging and of the trench depth.'],
    gives: ['Shoot or type the ground there'],
  }),
});

export const swaleNothing = rule<RunFacts>()({
  name: 'swale-nothing',
  title: 'Swale that cuts nothing',
  stage: 'grade',
  severity: 'watch',
  source: GEOMETRY,
  judge: ({ swales }) =>
    swales
      .filter(({ cut, depths }) => cut.length === 0 && depths.length > 1)
      .map(({ stretch, depths }) => ({ cause: causeOf(stretch), at: depths[0]?.at ?? 0 })),
  words: (_, { run }) => ({
    what: [`The swale along ${run.name} cuts nothing: its bottom is above the ground all along.`],
    why: ['Its levels or its place are mistyped, or the ground was shot again since.'],
    gives: ['Lower its bottom', 'Remove it'],
  }),
});

/** Rules about swales. */
export const SWALE_RULES = [swaleDeep, swaleStands, swaleSteep, swaleNothing, swaleGround] as const;
