import type { Uuid } from '@alveus/plan';
import { formOf, upperOf } from '@alveus/plan';
import { FOOT } from '../../units';
import { risesIn, wetBehind } from '../../flow';
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

/** Every stretch in which water stands behind a node, through all the runs above it. */
function standsIn({ id, read }: NodeFacts, level: number, wet: 'wet' | 'wetHigh' = 'wet'): readonly Stretch[] {
  const behind = wetBehind(id, level, {
    arriving: (node) => read.of('arriving', node) ?? NOTHING,
    wet: (run) => read.of(wet, run),
    upper: (run) => {
      const item = read.item('run', run);
      return item && upperOf(item);
    },
  });
  return behind.map(({ run, from, wet: long, deep }) => {
    const length = from === 'low' ? long : (read.of('run', run)?.length ?? long);
    return from === 'low'
      ? { run, from: 0, to: long, at: 0, by: deep }
      : { run, from: length - long, to: length, at: length, by: deep };
  });
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
    for (const [level, which, wet] of [
      [node.water.normal, 'usual', 'wet'],
      [node.water.high, 'high', 'wetHigh'],
    ] as const) {
      if (level === undefined || low >= level - NEAR) continue;
      return [{ ...outletPlace(facts), by: level - low, which, level, stretches: standsIn(facts, level, wet) }];
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
    const { id, node, read } = facts;
    const there = isOutlet(facts) && risesIn(node) ? read.of('restLevel', id) : undefined;
    if (!there) return NOTHING;
    const stretches = standsIn(facts, there.level);
    if (stretches.length === 0) return NOTHING;
    const where = there.at === id ? undefined : read.of('node', there.at)?.node.name;
    return [
      {
        ...outletPlace(facts),
        by: Math.max(...stretches.map((stretch) => stretch.by)),
        level: there.level,
        where,
        stretches,
      },
    ];
  },
  words: ({ level, where, stretches = NOTHING }, { node, arriving }) => ({
    what: [
      `Behind ${node.name} water stands up to `,
      measured(level, 'elevation'),
      `, where it ${where === undefined ? 'spills' : `comes out at ${where}`}: `,
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

export const neverSpills = rule<NodeFacts>()({
  name: 'never-spills',
  helps: ['ends'],
  title: 'Outlet that water never reaches',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: (facts) => {
    const { id, node, rim, read } = facts;
    const there = isOutlet(facts) && risesIn(node) && rim !== undefined ? read.of('restLevel', id) : undefined;
    if (!there || there.outside || there.at === id) return NOTHING;
    const lower = read.of('node', there.at);
    // An overflow above an outlet that drains dry is meant so.
    if (!lower || lower.leaving.length === 0 || rim === undefined || there.level >= rim - NEAR) return NOTHING;
    return [
      {
        ...outletPlace(facts),
        by: rim - there.level,
        rim,
        where: lower.node.name,
        cause: there.at,
        level: there.level,
      },
    ];
  },
  words: ({ by = 0, rim, where, level }, { node, arriving }) => ({
    what: [
      `Water never spills at ${node.name}, `,
      measured(rim, 'elevation'),
      `: it comes out at ${where} first, `,
      measured(by, 'distance'),
      ' lower.',
    ],
    why: ['The ground there floods before the outlet ever runs.'],
    gives: [
      { words: [`Set the top of ${node.name} below `, exact(level, 'elevation')] },
      `Raise ${where}`,
      ...endGives(arriving, ['Use an outlet to daylight']),
    ],
  }),
});

export const floodsUp = rule<NodeFacts>()({
  name: 'floods-up',
  title: 'Grate below the water outside',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ id, node, read }) => {
    const flood = formOf(node.form).open ? read.of('flood', id) : undefined;
    if (!flood) return NOTHING;
    const from = read.of('node', flood.from)?.node.name ?? 'the outlet';
    return [
      { ...flood, from, quantity: 'distance' as const, severity: flood.which === 'usual' ? 'fix' : 'watch' } as const,
    ];
  },
  words: ({ by = 0, which, level, from }, { node }) => ({
    what: [
      `The ${which} water at ${from}, `,
      measured(level, 'elevation'),
      `, comes back through the pipe and up at ${node.name}, `,
      measured(by, 'distance'),
      ' over its grate.',
    ],
    why: ['Water finds the lowest opening: it floods the ground there until it is as high as outside.'],
    gives: ['Raise the grate above that water', 'Put a flap valve on the outlet', 'Use a pump'],
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
export const OUTLET_RULES = [noOutlet, endBuried, outletUnderWater, standsFull, neverSpills, spillLow] as const;
