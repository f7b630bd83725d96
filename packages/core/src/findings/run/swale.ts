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
  title: 'A swale is gentle enough to mow',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  number: { value: 3, quantity: 'plain', words: 'Out for one up, at least' },
  judge: ({ swales }, limit) =>
    swales
      .filter(({ stretch }) => stretch.sides < limit - NEAR)
      .map(({ stretch, cut }) => ({ cause: causeOf(stretch), at: cut.deepest.at, sides: stretch.sides })),
  words: ({ sides }, { run }, limit) => ({
    what: [
      `The sides of the swale along ${run.name} go `,
      measured(sides, 'plain'),
      ' out for 1 up; a mower wants at least ',
      exact(limit, 'plain'),
      '.',
    ],
    why: ['A steep side is scalped by the mower or left to grow, and washes out where it is bare.'],
    gives: ['Flatten its sides', 'Cut it less deep'],
  }),
});

export const swaleDeep = rule<RunFacts>()({
  name: 'swale-deep',
  title: 'A swale leaves its drain in the ground',
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
      `The swale along ${run.name} is cut down past the top of the pipe, by up to `,
      measured(by, 'thickness'),
      ' over ',
      measured(lengthOf(stretches), 'distance'),
      '.',
    ],
    why: ['The pipe would lie open in it.'],
    gives: ['Cut the swale less deep', 'Lay the pipe lower'],
  }),
});

export const swaleStands = rule<RunFacts>()({
  name: 'swale-stands',
  title: 'A swale falls all along',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  judge: (facts) =>
    facts.swales.flatMap((one) => {
      const stretches = standing(facts, one);
      const worst = worstOf(stretches);
      return worst
        ? [{ cause: causeOf(one.stretch), at: worst.at, by: worst.by, quantity: 'thickness' as const, stretches }]
        : [];
    }),
  words: ({ by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The bottom of the swale along ${run.name} goes the wrong way or level over `,
      measured(lengthOf(stretches), 'distance'),
      ', by up to ',
      measured(by, 'thickness'),
      '.',
    ],
    why: ['Water stands in it there until it soaks away, and it cannot be mown.'],
    gives: ['Give its bottom a fall of its own'],
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
  title: 'The ground is known where a swale is cut',
  stage: 'ground',
  severity: 'fix',
  source: GEOMETRY,
  unfinished: true,
  judge: ({ swales }) =>
    swales
      .filter(({ cut }) => cut.missing > NEAR)
      .map(({ stretch, cut }) => ({ cause: causeOf(stretch), by: cut.missing })),
  words: ({ by = 0 }, { run }) => ({
    what: [`The ground along ${run.name} is not known over `, measured(by, 'distance'), ' of its swale.'],
    why: ['What is cut there is left out of its amount, and of the depth of the trench.'],
    gives: ['Shoot or type the ground there'],
  }),
});

export const swaleNothing = rule<RunFacts>()({
  name: 'swale-nothing',
  title: 'A swale is cut into the ground',
  stage: 'grade',
  severity: 'watch',
  source: GEOMETRY,
  judge: ({ swales }) =>
    swales
      .filter(({ cut, depths }) => cut.length === 0 && depths.length > 1)
      .map(({ stretch, depths }) => ({ cause: causeOf(stretch), at: depths[0]?.at ?? 0 })),
  words: (_, { run }) => ({
    what: [`The swale along ${run.name} cuts nothing: its bottom lies over the ground all along.`],
    why: ['Its levels or its place are mistyped, or the ground was shot anew since.'],
    gives: ['Set its bottom lower', 'Take it away'],
  }),
});

/** Rules about swales. */
export const SWALE_RULES = [swaleDeep, swaleStands, swaleSteep, swaleNothing, swaleGround] as const;
