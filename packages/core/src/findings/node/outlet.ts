import type { Uuid } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import { FOOT } from '../../units';
import { risesIn, standingBehind } from '../../flow';
import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import type { Stretch } from '../../results';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import { lengthOf } from '../stretches';
import type { NodeFacts } from './facts';
import { invertsOf } from './facts';
import { endGives } from './flows';

/** Where water leaves: whether it can, and what stands behind it. */

const isOutlet = ({ arriving, leaving }: NodeFacts): boolean => arriving.length > 0 && leaving.length === 0;

export const noOutlet = rule<NodeFacts>()({
  name: 'no-outlet',
  helps: ['ends'],
  title: 'Line without an outlet',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: (facts) => (isOutlet(facts) && formOf(facts.node.form).ends === 'shut' ? [outletPlace(facts)] : NOTHING),
  words: (_, { node, arriving }) => ({
    what: [`${arriving[0]?.name ?? 'The line'} ends at ${node.name}, which lets no water out.`],
    why: ['The line fills up from there and stands full.'],
    gives: [
      ...endGives(arriving, ['Set what it is: daylight, a pond, a structure, a pop-up']),
      'Continue from there to an outlet',
      'Reverse flow',
    ],
  }),
});

/** The lower end of the run that comes to an outlet. */
function outletPlace({ arriving }: NodeFacts): { readonly run?: Uuid; readonly at?: number } {
  const [first] = arriving;
  return first ? { run: first.run, at: 0 } : {};
}

/** Every stretch that water held at a level at a node stands in, through all the runs above it. */
function standsIn({ id, read }: NodeFacts, level: number): readonly Stretch[] {
  return standingBehind(id, level, read).map(({ run, deep, reach }) => ({ run, from: 0, to: reach, at: 0, by: deep }));
}

export const outletUnderWater = rule<NodeFacts>()({
  name: 'outlet-under-water',
  helps: ['ends', 'ways'],
  title: 'Outlet under water',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: (facts) => {
    const { node, arriving } = facts;
    if (!node.water || !isOutlet(facts)) return NOTHING;
    const inverts = invertsOf(arriving);
    if (inverts.length === 0) return NOTHING;
    const low = Math.min(...inverts);
    // The usual level first: standing in that is worse than being reached by the highest.
    for (const [level, which] of [
      [node.water.normal, 'usual'],
      [node.water.high, 'high'],
    ] as const) {
      if (level === undefined || low >= level - NEAR) continue;
      return [{ ...outletPlace(facts), by: level - low, which, level, stretches: standsIn(facts, level) }];
    }
    return NOTHING;
  },
  words: ({ by = 0, which, level, stretches = NOTHING }, { node, arriving }) => {
    const runs = stretches.length;
    return {
      what: [
        `The outlet at ${node.name} is `,
        measured(by, 'distance'),
        ` below ${which === 'usual' ? 'the usual water' : 'the highest water'}. `,
        measured(lengthOf(stretches), 'distance'),
        runs > 1 ? ` of pipe in ${runs} runs stands in it.` : ' of the run above it stands in it.',
      ],
      why: ['A pipe standing full freezes, silts up and has nowhere to drain to.'],
      gives: [
        { words: ['Raise the outlet invert to ', exact(level, 'elevation')] },
        ...endGives(arriving, ['Choose another outlet', 'Use a pump']),
      ],
    };
  },
  bound: {
    node: (at) => {
      const { water, name } = at.node.node;
      if (!water || at.node.leaving.length > 0) return;
      for (const [level, which] of [
        [water.normal, 'usual'],
        [water.high, 'highest'],
      ] as const) {
        if (level === undefined) continue;
        const limit = at.limit([`the ${which} water at ${name}, `, measured(level, 'elevation')]);
        for (const end of at.arriving) at.atLeast(end, level, limit);
      }
    },
  },
});

export const standsFull = rule<NodeFacts>()({
  name: 'stands-full',
  helps: ['ends'],
  title: 'Standing water behind a spill',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  judge: (facts) => {
    const { node, rim } = facts;
    if (!isOutlet(facts) || !risesIn(node) || rim === undefined) return NOTHING;
    const stretches = standsIn(facts, rim);
    if (stretches.length === 0) return NOTHING;
    return [{ ...outletPlace(facts), by: Math.max(...stretches.map((one) => one.by)), level: rim, stretches }];
  },
  words: ({ level, stretches = NOTHING }, { node, arriving }) => ({
    what: [
      `Behind ${node.name} water stands up to `,
      measured(level, 'elevation'),
      ', where it spills: ',
      measured(lengthOf(stretches), 'distance'),
      ' of pipe stays wet until it soaks away.',
    ],
    why: ['Standing water freezes and leaves silt, and in clay it hardly soaks away.'],
    gives: [
      node.entry === 'grate' ? 'Bring it in through the wall of the box' : 'Add weep holes and stone under it',
      ...endGives(arriving, ['Use an outlet to daylight', 'Use a pump']),
    ],
  }),
});

export const endBuried = rule<NodeFacts>()({
  name: 'end-buried',
  helps: ['ends'],
  title: 'Open end below the ground',
  stage: 'grade',
  // It may be cut into a bank, or stand in a headwall.
  severity: 'watch',
  source: 'common practice: so far the ground is cut down to it',
  number: { value: FOOT, quantity: 'distance', words: 'Ground above the top of its pipe by more than' },
  judge: (facts, most) => {
    const { node, ground, arriving } = facts;
    if (!isOutlet(facts) || formOf(node.form).ends !== 'open' || ground === undefined) return NOTHING;
    const tops = arriving.flatMap(({ invert, inside }) => (invert === undefined ? [] : [invert + (inside ?? 0)]));
    const over = tops.length === 0 ? 0 : ground - Math.max(...tops);
    return over > most + NEAR ? [{ ...outletPlace(facts), by: over, quantity: 'distance' as const }] : NOTHING;
  },
  words: ({ by = 0 }, { node, arriving }) => ({
    what: [
      `${node.name} is an open end, but the ground there is `,
      measured(by, 'distance'),
      ' above the top of its pipe.',
    ],
    why: [
      'The ground must be cut down to it, or it needs a headwall; otherwise a level is mistyped, or it is another kind of end.',
    ],
    gives: [
      ...endGives(arriving, [
        'Take the pipe on to where the ground falls to it',
        'Use a pop-up, a stand-pipe or a pump',
      ]),
      'Correct the ground there',
    ],
  }),
});

export const spillLow = rule<NodeFacts>()({
  name: 'spill-low',
  helps: ['ends'],
  title: 'Grate below its pipe',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: (facts) => {
    const { node, rim, arriving } = facts;
    if (!isOutlet(facts) || !risesIn(node) || rim === undefined) return NOTHING;
    const inverts = invertsOf(arriving);
    const by = inverts.length === 0 ? 0 : Math.min(...inverts) - rim;
    return by > NEAR ? [{ ...outletPlace(facts), by, level: rim }] : NOTHING;
  },
  words: ({ by = 0, level }, { node, arriving }) => ({
    what: [
      `The grate of ${node.name}, `,
      measured(level, 'elevation'),
      ', is ',
      measured(by, 'distance'),
      ' below the invert of the pipe that enters it.',
    ],
    why: ['Water runs out there and never rises to the grate: one level is mistyped, or the line ends at daylight.'],
    gives: ['Set the grate above the pipe', 'Lower the pipe', ...endGives(arriving, ['End it at daylight'])],
  }),
});

export const waterOrder = rule<NodeFacts>()({
  name: 'water-order',
  title: 'High water below usual water',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ node: { water } }) =>
    water?.high !== undefined && water.normal !== undefined && water.high < water.normal - NEAR
      ? [{ by: water.normal - water.high, high: water.high, normal: water.normal }]
      : NOTHING,
  words: ({ by = 0, high, normal }, { node }) => ({
    what: [`At ${node.name} the highest water is `, measured(by, 'distance'), ' below the usual water.'],
    why: ['One of the two is mistyped, and outlets are checked against both.'],
    gives: [
      {
        words: ['Swap them'],
        edits: [{ op: 'put', item: { ...node, water: { normal: high, high: normal } } }],
      },
    ],
  }),
});

/** Rules about where water leaves, put to nodes that nothing leads on from. */
export const OUTLET_RULES = [noOutlet, endBuried, outletUnderWater, standsFull, spillLow] as const;
