import type { Item, NodeForm, Service } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import type { RuleName } from '../../src';
import { catalogue, ft, inch, material, newId, section } from '../builders';
import type { JobSpec, KeepingSpec, SwaleSpec } from './jobs';
import { oneRun, pipeOf, plain, stone, straw } from './jobs';

/**
 * Situations as a foreman would tell them, and what he would say: what must be found, how grave, and what must not be.
 * A rule without a weight is found, however grave. `quiet`: nothing but what must be found is graver than a second look.
 */

export type Must = RuleName | `${'stop' | 'fix' | 'watch'} ${RuleName}`;
export interface Situation {
  readonly told: string;
  readonly job: JobSpec;
  readonly must?: readonly Must[];
  readonly not?: readonly RuleName[];
}

export const situations: Situation[] = [];
const when = (title: string, spec: JobSpec, must: readonly Must[] = [], not: readonly RuleName[] = []): void =>
  void situations.push({ told: title, job: spec, must, not });

const stoned = (fields: Parameters<typeof section>[0]) => section(fields);
const sewer = { service: 'building-sewer', pipe: '4 in SDR 35' } as const;
const wide = section({ width: { rule: 'fixed', width: ft(8) } });
const drain = { service: 'french-drain', pipe: '4 in SDR 35' } as const;
const lateral = { service: 'lateral', pipe: '4 in SDR 35' } as const;
const chambers = material('Chambers', { class: 'chamber', density: 40, piece: { long: ft(4), coupled: false } });

// Fall.
when(
  'a storm line at 1 % under 3 ft of cover',
  oneRun(),
  [],
  ['least-slope', 'least-cover', 'protection', 'dead-level'],
);
when('a storm line laid dead level', oneRun({ slope: 0 }), ['fix dead-level', 'watch least-slope']);
/** Two feet deep, as laterals are. */
const shallow = { ...lateral, out: { ground: 101.8 }, top: { ground: 101.8 } };
when('a lateral laid dead level, along the contour', oneRun({ slope: 0 }, shallow), [], ['dead-level', 'least-slope']);
when(
  'a roof drain laid dead level: it has too little fall already',
  oneRun({ slope: 0 }, { service: 'roof-drain', pipe: '4 in SDR 35' }),
  ['fix least-slope'],
  ['dead-level'],
);
when(
  'a pipe that falls the wrong way',
  oneRun({ slope: -0.005, protection: 'shored' }),
  ['stop against-grade'],
  ['least-slope'],
);
when('a 4 in house sewer at 1/8 in a foot', oneRun({ slope: 0.125 / 12 }, sewer), [], ['least-slope']);
when('a 4 in house sewer at 1 %', oneRun({ slope: 0.01 }, sewer), ['fix least-slope']);
when(
  'a 2 in house drain at 1/8 in a foot, where it needs 1/4',
  oneRun({ slope: 0.125 / 12 }, { ...sewer, pipe: '2 in schedule 40' }),
  ['fix least-slope'],
);
when(
  'a house sewer of 75 mm pipe at 1/8 in a foot: as 3 in',
  oneRun({ slope: 0.125 / 12 }, { ...sewer, pipe: metric(75, 3) }),
  [],
  ['least-slope'],
);
when(
  'a house sewer of 63 mm pipe at 1/8 in a foot: as 2 1/2 in',
  oneRun({ slope: 0.125 / 12 }, { ...sewer, pipe: metric(63, 2) }),
  ['fix least-slope'],
);
when(
  'a storm line of 200 mm pipe at 0.45 %: as 8 in',
  oneRun({ slope: 0.0045 }, { pipe: metric(200, 5) }),
  [],
  ['least-slope'],
);
when('a storm line of 200 mm pipe at 0.35 %', oneRun({ slope: 0.0035 }, { pipe: metric(200, 5) }), [
  'watch least-slope',
]);
when(
  'a storm line of 30 in pipe at 0.06 %',
  oneRun(
    { slope: 0.0006, protection: 'shored' },
    { pipe: '30 in concrete, wall B', section: wide, out: { ground: 105 }, top: { ground: 105 } },
  ),
  [],
  ['least-slope'],
);
when(
  'a storm line of 30 in pipe at 0.05 %',
  oneRun(
    { slope: 0.0005, protection: 'shored' },
    { pipe: '30 in concrete, wall B', section: wide, out: { ground: 105 }, top: { ground: 105 } },
  ),
  ['watch least-slope'],
);
when(
  'a storm line of 48 in pipe at 0.02 %, which is under 2 ft/s',
  oneRun(
    { slope: 0.0002, protection: 'shored' },
    { pipe: '48 in concrete, wall B', section: wide, out: { ground: 107 }, top: { ground: 107 } },
  ),
  ['watch least-slope'],
);
when(
  'a storm line of 48 in pipe at 0.04 %',
  oneRun(
    { slope: 0.0004, protection: 'shored' },
    { pipe: '48 in concrete, wall B', section: wide, out: { ground: 107 }, top: { ground: 107 } },
  ),
  [],
  ['least-slope'],
);
when('a French drain at 0.75 %', oneRun({ slope: 0.0075 }, drain), ['watch least-slope']);
when('a French drain at 0.4 %', oneRun({ slope: 0.004 }, drain), ['fix least-slope']);
when('a French drain down a bank at 15 %', oneRun({ slope: 0.15 }, { ...drain, top: { ground: 119 } }), [
  'watch steep',
]);
when('a house sewer at an inch in a foot', oneRun({ slope: 1 / 12 }, { ...sewer, top: { ground: 112 } }), [
  'watch steep',
]);
when('a lateral that falls 1/4 in each 5 ft', oneRun({ slope: 0.25 / 60 }, shallow), [], ['steep', 'least-slope']);
when('a lateral at 2 %', oneRun({ slope: 0.02 }, { ...shallow, top: { ground: 103.8 } }), ['fix steep']);
when('a storm line at 12 %, faster than 15 ft/s', oneRun({ slope: 0.12 }, { top: { ground: 116 } }), ['watch steep']);

// Facts of the grade.
when('low, high and slope all typed, and they disagree', oneRun({ low: 100, high: 102, slope: 0.01 }), [
  'fix grade-contradicts',
]);
when(
  'low, high and slope all typed, and they agree',
  oneRun({ low: 100, high: 101, slope: 0.01 }),
  ['watch grade-surplus'],
  ['grade-contradicts'],
);
when(
  'a run with its slope alone',
  {
    nodes: { Out: { form: 'structure', ground: 104 }, Top: { ground: 105 } },
    lines: { Line: { runs: { Main: { from: 'Top', to: 'Out', slope: 0.01 } } } },
  },
  ['fix grade-open'],
);
when('two runs, each without its slope: both are told', threeNodes({}, {}), ['fix grade-open']);

// Cover.
when(
  '100 ft of drain 2 in under a driveway',
  oneRun(
    { slope: 0.01, vehicles: true },
    { ...drain, out: { form: 'daylight', ground: coverGround(2) }, top: { ground: coverGround(2) + 1 } },
  ),
  ['fix least-cover'],
);
when(
  'the same where nobody drives: a French drain takes 3 in',
  oneRun({ slope: 0.01 }, { ...drain, out: { ground: coverGround(2) }, top: { ground: coverGround(2) + 1 } }),
  ['fix least-cover'],
);
when(
  'a French drain with 4 in over it in a lawn',
  oneRun({ slope: 0.01 }, { ...drain, out: { ground: coverGround(4) }, top: { ground: coverGround(4) + 1 } }),
  [],
  ['least-cover'],
);
when(
  'a line that comes to daylight out of a bank',
  oneRun({}, { out: { form: 'daylight', ground: 100 } }),
  ['watch out-of-ground'],
  ['least-cover'],
);
when('the same end in a box in the open', oneRun({}, { out: { form: 'structure', ground: 100 } }), [
  'fix out-of-ground',
  'fix least-cover',
]);
when(
  '67 ft of pipe in the air before it goes into the bank',
  oneRun(
    {
      breaks: [
        [60, 98],
        [75, 105],
      ],
    },
    { out: { form: 'daylight', ground: 98 } },
  ),
  ['fix out-of-ground', 'fix least-cover'],
);
when(
  '3 in of cover in a dip halfway, and daylight at the end',
  oneRun(
    {
      protection: 'shored',
      length: 200,
      breaks: [
        [40, 104],
        [100, coverOver12(100, 3)],
        [140, 106],
      ],
    },
    { out: { form: 'daylight', ground: 100 }, top: { ground: 108 } },
  ),
  ['fix least-cover', 'watch out-of-ground'],
);
when(
  'two dips with too little cover',
  oneRun(
    {
      protection: 'shored',
      length: 200,
      breaks: [
        [50, coverOver12(50, 5)],
        [100, 106],
        [150, coverOver12(150, 8)],
      ],
    },
    { top: { ground: 107 } },
  ),
  ['fix least-cover'],
);
when(
  '17 in of cover under wheels',
  oneRun(
    { vehicles: true, slope: 0.01 },
    { out: { ground: coverOver12(0, 17) }, top: { ground: coverOver12(100, 30) } },
  ),
  ['fix least-cover'],
);
when(
  '17 in of cover in a lawn',
  oneRun({ slope: 0.01 }, { out: { ground: coverOver12(0, 17) }, top: { ground: coverOver12(100, 30) } }),
  [],
  ['least-cover'],
);
when(
  'a house sewer 2 ft down where the frost goes 4 ft',
  oneRun({ slope: 0.02 }, { ...sewer, out: { ground: 102.5 }, top: { ground: 104.5 } }, { frost: 4 }),
  ['fix frost'],
);
when('a storm line 2 ft down where the frost goes 4 ft', oneRun({}, {}, { frost: 4 }), [], ['frost']);
when(
  '2 in of soil over the stone of a lateral',
  oneRun({ slope: 0 }, { ...lateral, section: gravel(), out: { ground: overStone(2) }, top: { ground: overStone(2) } }),
  ['fix soil-over-stone'],
  ['least-cover'],
);
when(
  '6 in of soil over the stone of a lateral',
  oneRun({ slope: 0 }, { ...lateral, section: gravel(), out: { ground: overStone(6) }, top: { ground: overStone(6) } }),
  [],
  ['soil-over-stone', 'least-cover'],
);

// Depth and protection.
when('a trench of just 5 ft that does not say how it is protected', deep(5), ['stop protection']);
when('a trench of 4.99 ft', deep(4.99), [], ['protection', 'soft-ground']);
when('a trench of 8 ft, shored', deep(8, 'shored'), [], ['protection', 'deep-trench']);
when('a trench of 21 ft, shored', deep(21, 'shored'), ['stop deep-trench'], ['protection']);
when('a trench of just 20 ft, shored', deep(20, 'shored'), [], ['deep-trench']);
when('a trench of 4 ft in Type C soil', deep(4, undefined, { soil: 'C' }), ['stop soft-ground'], ['protection']);
when('a trench of 4 ft in soil of class B', deep(4, undefined, { soil: 'B' }), [], ['soft-ground', 'protection']);
when('a trench of 4 ft with water at 3 1/2 ft', deep(4, undefined, { water: 3.5 }), [
  'stop soft-ground',
  'watch meets-layer',
]);
when('a trench of 4 ft with water at 6 ft', deep(4, undefined, { water: 6 }), [], ['soft-ground', 'meets-layer']);
when(
  'a trench of 7 ft in soil of class B, sloped 1:1 by what the class says',
  oneRun({ protection: 'sloped' }, { out: { ground: 107 }, top: { ground: 107.9 } }, { soil: 'B' }),
  [],
  ['sides-steep', 'protection', 'bench-loose'],
);
when(
  'the same sloped by hand at ¾ to 1, which is for class A',
  oneRun(
    { protection: 'sloped', cut: { left: { by: 'sloped', out: 0.75, over: 0 } } },
    { out: { ground: 107 }, top: { ground: 107.9 } },
    { soil: 'B' },
  ),
  ['stop sides-steep'],
);
when(
  'a trench of 7 ft in class A, upright to 4 ft and sloped above: no more than 3½ ft may stand',
  oneRun(
    {
      protection: 'sloped',
      cut: { left: { by: 'sloped', out: 1, over: ft(4) }, right: { by: 'sloped', out: 1, over: ft(3.5) } },
    },
    { out: { ground: 107 }, top: { ground: 107.9 } },
    { soil: 'A' },
  ),
  ['stop sides-steep'],
);
when(
  'a trench of 7 ft benched in soil that nobody has classed',
  oneRun({ protection: 'benched' }, { out: { ground: 107 }, top: { ground: 107.9 } }),
  ['stop bench-loose'],
  ['sides-steep'],
);
when(
  'a trench of 7 ft benched in class B',
  oneRun({ protection: 'benched' }, { out: { ground: 107 }, top: { ground: 107.9 } }, { soil: 'B' }),
  [],
  ['bench-loose', 'sides-steep'],
);
for (const [title, tall, sides, must] of [
  ['3 ft tall, upright over it', 3, { by: 'upright' }, ['stop shield-low']],
  ['8 ft tall, sloped from its top', 8, { by: 'sloped', out: 1.5, over: ft(8) }, ['stop shield-low']],
  ['8 ft tall, sloped from 18 in under its top', 8, { by: 'sloped', out: 1.5, over: ft(6.5) }, []],
  ['8 ft tall, too steep over it', 8, { by: 'sloped', out: 1, over: ft(6.5) }, ['stop shield-low']],
  ['8 ft tall, cut as is usual over it', 8, undefined, []],
  ['15.1 ft tall, upright', 15.1, { by: 'upright' }, []],
] as const)
  when(
    `a trench of 15 ft in class C in a shield ${title}`,
    oneRun(
      {
        low: 95,
        slope: 0.01,
        protection: 'shielded',
        cut: {
          shield: { outside: ft(4), tall: ft(tall) },
          ...(sides ? { left: sides, right: sides } : {}),
        },
      },
      { out: { ground: 110 }, top: { ground: 111 } },
      { soil: 'C' },
    ),
    must,
    must.length > 0 ? [] : ['shield-low'],
  );
for (const [title, first, rise, must] of [
  ['a first face of 6 ft', 6, 4, ['stop bench-tall']],
  ['a second face of 5 ft', 4, 5, ['stop bench-tall']],
  ['faces of 4 ft', 4, 4, []],
] as const)
  when(
    `a trench of 9 ft in class B, benched with ${title}`,
    oneRun(
      {
        low: 95,
        protection: 'benched',
        cut: Object.fromEntries(
          ['left', 'right'].map((side) => [
            side,
            { by: 'benched', first: ft(first), rise: ft(rise), tread: ft(Math.max(first, rise)) },
          ]),
        ),
      },
      { out: { ground: 104 }, top: { ground: 105 } },
      { soil: 'B' },
    ),
    must,
    must.length > 0 ? [] : ['bench-tall', 'sides-steep'],
  );
when(
  'a shield of 20 in for pipe of 12 in, which leaves less than 6 in each side',
  oneRun(
    { protection: 'shielded', cut: { shield: { outside: inch(20), tall: ft(6) } } },
    { out: { ground: 107 }, top: { ground: 107.9 } },
  ),
  ['stop shield-small'],
);
when(
  'a trench of 4 ft 10 in across ground that falls 30 %: its uphill side is over 5 ft',
  oneRun({ cut: { across: 0.3 } }, { out: { ground: 104.8 }, top: { ground: 105.8 } }),
  ['stop uphill-deep'],
  ['protection'],
);
const shared = (lies: 'right' | 'over', clear: number, high = 100, rest: Partial<JobSpec> = {}): JobSpec =>
  oneRun(
    {},
    { section: section({ width: { rule: 'fixed', width: ft(3) } }) },
    {
      nodes: { Low: { form: 'structure', ground: 104 }, High: { form: 'inlet', ground: 104.9 } },
      lines: { Other: { runs: { Second: { from: 'High', to: 'Low', low: high, slope: 0.01 } } } },
      sharings: [{ run: 'Second', lead: 'Main', lies, clear }],
      ...rest,
    },
  );
when(
  'two pipes side by side in one trench, a foot apart',
  shared('right', 12),
  [],
  ['shared-close', 'shared-low', 'shared-astray'],
);
const deepLead = (lead: Partial<NonNullable<JobSpec['lines'][string]['runs'][string]>>): JobSpec => {
  const spec = shared('right', 12, 100, {
    nodes: { Low: { form: 'structure', ground: 106 }, High: { form: 'inlet', ground: 106.9 } },
  });
  const { Main } = spec.lines.Line?.runs ?? {};
  if (!Main) throw new Error('the run that leads');
  return {
    ...spec,
    nodes: { ...spec.nodes, Out: { form: 'structure', ground: 106 }, Top: { form: 'inlet', ground: 106.9 } },
    lines: { ...spec.lines, Line: { ...spec.lines.Line, runs: { Main: { ...Main, ...lead } } } },
  };
};
when(
  'a pipe 6 ft deep, wholly in the shored trench of another: that is protected for both',
  deepLead({ protection: 'shored' }),
  [],
  ['protection'],
);
when('two pipes 6 ft deep in one trench that is not protected', deepLead({}), ['stop protection']);
when(
  'two pipes 6 ft deep, each told to lie in the trench of the other, and neither protected',
  {
    ...deepLead({}),
    sharings: [
      { run: 'Second', lead: 'Main' },
      { run: 'Main', lead: 'Second' },
    ],
  },
  ['stop protection', 'fix shared-astray'],
);
when('two pipes 2 in apart in one trench: no fill goes between them', shared('right', 2), ['fix shared-close']);
when(
  'one pipe a foot over another in one trench, with too little over it',
  shared('over', 12, 102.1),
  ['fix least-cover'],
  ['shared-close'],
);
when('one pipe 4 in over another, where a foot was asked for', shared('over', 12, 101.4), ['fix shared-close']);
when('a pipe that lies under the bottom of the trench it is to lie in', shared('right', 12, 99.5), ['fix shared-low']);
when(
  'a pipe told to lie in a trench for longer than it is',
  shared('right', 12, 100, { sharings: [{ run: 'Second', lead: 'Main', to: 120, leadTo: 100 }] }),
  ['fix shared-astray'],
);
when(
  'two pipes each told to lie in the trench of the other',
  shared('right', 12, 100, {
    sharings: [
      { run: 'Second', lead: 'Main' },
      { run: 'Main', lead: 'Second' },
    ],
  }),
  ['fix shared-astray'],
);
const inHole = (hole: Omit<NonNullable<JobSpec['holes']>[number], 'node'>, ground = 104): JobSpec =>
  oneRun(
    { protection: 'shored' },
    { out: { ground }, top: { ground: ground + 0.9 } },
    { holes: [{ node: 'Out', ...hole }] },
  );
when('a basin 2 ft wide in a hole with a foot of room', inHole({}), [], ['hole-deep', 'hole-room', 'lid-out']);
when('a basin in a hole of 6½ ft that nobody said how to enter', inHole({ tall: 4 }, 105.7), ['stop hole-deep']);
when('the same, shored', inHole({ tall: 4, protection: 'shored' }, 105.7), [], ['hole-deep']);

// Holes: what is said protects by how it is cut. Seven and a half feet deep, of a manhole 4 ft across.
const deepHole = (
  hole: Omit<NonNullable<JobSpec['holes']>[number], 'node'>,
  soil?: JobSpec['soil'],
  rest: Partial<JobSpec> = {},
): JobSpec =>
  oneRun(
    { protection: 'shored' },
    { out: { form: 'manhole', ground: 106.67 }, top: { ground: 107.5 } },
    { ...rest, ...(soil ? { soil } : {}), holes: [{ node: 'Out', wide: 4, tall: 5, ...hole }] },
  );
const STEEP_HOLE = ['hole-deep', 'sides-steep', 'bench-loose', 'bench-tall', 'shield-low', 'shield-unsized'] as const;
when('a hole of 7 1/2 ft in class C, sloped by its class', deepHole({ protection: 'sloped' }, 'C'), [], STEEP_HOLE);
for (const [title, hole, soil, must] of [
  ['said to be sloped, and cut upright', { protection: 'sloped', side: { by: 'upright' } }, 'C', ['stop sides-steep']],
  ['sloped at 1/4 to 1', { side: { by: 'sloped', out: 0.25, over: 0 } }, 'C', ['stop sides-steep']],
  ['benched', { protection: 'benched' }, 'C', ['stop bench-loose']],
  ['sloped at 1 to 1', { side: { by: 'sloped', out: 1, over: 0 } }, 'B', []],
  ['sloped at 1 to 1', { side: { by: 'sloped', out: 1, over: 0 } }, undefined, ['stop sides-steep']],
  [
    'benched with a face of 6 ft',
    { side: { by: 'benched', first: ft(6), rise: ft(6), tread: ft(6) } },
    'B',
    ['stop bench-tall'],
  ],
  ['in a shield of which nobody knows the size', { protection: 'shielded' }, 'B', ['stop shield-unsized']],
  ['in a shield 4 ft tall', { protection: 'shielded', shield: { outside: ft(6), tall: ft(4) } }, 'B', []],
  [
    'in a shield 4 ft tall, upright over it',
    { protection: 'shielded', side: { by: 'upright' }, shield: { outside: ft(6), tall: ft(4) } },
    'B',
    ['stop shield-low'],
  ],
] as const)
  when(
    `a hole of 7 1/2 ft in ${soil ? `class ${soil}` : 'soil that nobody classed'}, ${title}`,
    deepHole(hole, soil),
    must,
    must.length > 0 ? [] : STEEP_HOLE,
  );
when('a hole of 7 1/2 ft in rock: the competent person looks at it', deepHole({}, 'rock'), ['watch hole-deep']);
when(
  'a hole of 4 1/2 ft in class C',
  oneRun(
    { protection: 'shored' },
    { out: { form: 'manhole', ground: 103.67 } },
    { soil: 'C', holes: [{ node: 'Out' }] },
  ),
  ['stop soft-ground'],
  ['hole-deep'],
);
when(
  'a hole of 7 1/2 ft with water at 6 ft, sloped as in class B',
  deepHole({ protection: 'sloped' }, 'B', { pits: [{ on: 'Main', at: 5, water: 6 }] }),
  ['stop seepage', 'watch meets-layer'],
);
when(
  'a hole of 7 1/2 ft with rock at 5 ft',
  deepHole({ protection: 'sloped' }, 'B', { pits: [{ on: 'Main', at: 5, rock: 5 }] }),
  ['watch meets-layer'],
);
when(
  'a hole of 21 ft',
  oneRun(
    { protection: 'shored' },
    { out: { form: 'manhole', ground: 120.17 }, top: { ground: 119 } },
    { holes: [{ node: 'Out', wide: 4, tall: 5, protection: 'shored' }] },
  ),
  ['stop deep-trench'],
);

// Trenches by what stands over people.
when(
  'a trench of 8 ft in a shield of which nobody knows the size',
  deep(8, 'shielded'),
  ['stop shield-unsized'],
  ['protection'],
);
when(
  'a trench of 4 ft in class C, shielded without a size',
  deep(4, 'shielded', undefined, 'C'),
  ['stop shield-unsized'],
  ['soft-ground'],
);
when(
  'a trench of 4 ft in class C, said to be sloped and cut at 1/4 to 1',
  oneRun(
    {
      protection: 'sloped',
      cut: { left: { by: 'sloped', out: 0.25, over: 0 }, right: { by: 'sloped', out: 0.25, over: 0 } },
    },
    {},
    { soil: 'C' },
  ),
  ['stop sides-steep'],
);
when('a trench of 8 ft in rock: the competent person looks at it', deep(8, undefined, undefined, 'rock'), [
  'watch protection',
]);
when(
  'a trench of 4 ft where the soil of the job is of class C, and no pit was dug',
  deep(4, undefined, undefined, 'C'),
  ['stop soft-ground'],
);
when(
  'a trench of 4 ft where the soil of the job is of class B',
  deep(4, undefined, undefined, 'B'),
  [],
  ['soft-ground'],
);
when(
  'a trench of 7 ft sloped as in class A, with water at 5 ft: it is not class A any more',
  oneRun(
    { protection: 'sloped' },
    { out: { ground: 107 }, top: { ground: 107.9 } },
    { soil: 'A', pits: [{ on: 'Main', at: 50, water: 5 }] },
  ),
  ['stop seepage', 'watch meets-layer'],
);
when(
  'a trench of 19.8 ft across a slope of 1 in 3: its higher side stands over 20 ft',
  oneRun(
    { protection: 'shored', slope: 0.01, low: 100, cut: { across: 0.33 } },
    { out: { ground: 119.8 }, top: { ground: 120.7 } },
  ),
  ['stop deep-trench'],
);
when(
  'a first face of 3.8 ft in the middle, and 4.2 ft on the higher side',
  oneRun(
    {
      protection: 'benched',
      cut: {
        across: 0.3,
        left: { by: 'sloped', out: 1, over: 0 },
        right: { by: 'benched', first: ft(8), rise: ft(4), tread: ft(4) },
      },
    },
    { out: { ground: 103.8 }, top: { ground: 104.7 } },
    { soil: 'B' },
  ),
  ['stop bench-tall'],
);

// Utilities against what is dug.
const sloped = (crossing: NonNullable<JobSpec['crossings']>[number]): JobSpec =>
  oneRun(
    { protection: 'sloped' },
    { out: { ground: 107 }, top: { ground: 107.9 } },
    { soil: 'C', crossings: [crossing] },
  );
when('a gas main 6 ft off and 3 ft deep, in the sloped side', sloped({ on: 'Main', off: 6, deep: 3 }), [
  'fix beside-trench',
  'hand-dig',
]);
when(
  'a gas main 12 ft off and 3 ft deep, clear of the sloped side',
  sloped({ on: 'Main', off: 12, deep: 3 }),
  [],
  ['beside-trench'],
);
for (const [side, must] of [
  ['right', ['fix beside-trench']],
  ['left', []],
  [undefined, ['fix beside-trench']],
] as const)
  when(
    `a gas main 4 ft off, ${side ?? 'nobody says on which side,'} of a trench that is sloped on the right only`,
    oneRun(
      { protection: 'sloped', cut: { left: { by: 'upright' }, right: { by: 'sloped', out: 1, over: 0 } } },
      { out: { ground: 104.5 }, top: { ground: 105.4 } },
      { soil: 'B', crossings: [{ on: 'Main', off: 4, deep: 2, ...(side ? { side } : {}) }] },
    ),
    [...must],
    must.length > 0 ? [] : ['beside-trench'],
  );
when(
  'a gas main 3 ft off, where a second pipe makes the trench so much wider',
  {
    ...shared('right', 12, 100),
    crossings: [{ on: 'Main', off: 3, centre: 101, side: 'right' }],
  },
  ['fix beside-trench', 'hand-dig'],
);
when(
  'the same on the other side',
  {
    ...shared('right', 12, 100),
    crossings: [{ on: 'Main', off: 3, centre: 101, side: 'left' }],
  },
  ['hand-dig'],
  ['beside-trench'],
);
when(
  'a gas main across, 3 ft from a manhole and lower than the trench: it lies in the hole',
  deepHole({ protection: 'sloped' }, 'C', { crossings: [{ on: 'Main', at: 3, centre: 99.5 }] }),
  ['fix utility-in-hole', 'clearance'],
);
when(
  'a gas main across, 30 ft from the manhole',
  deepHole({ protection: 'sloped' }, 'C', { crossings: [{ on: 'Main', at: 30, centre: 98 }] }),
  [],
  ['utility-in-hole'],
);
when(
  'a gas main across, where the manhole has to stand',
  deepHole({ protection: 'sloped' }, 'C', { crossings: [{ on: 'Main', at: 0.5, centre: 104 }] }),
  ['stop utility-in-hole'],
);

// Tank and box as bodies.
const tank = (arrives: number, leaves: number, hole: Partial<NonNullable<JobSpec['holes']>[number]> = {}): JobSpec => ({
  nodes: {
    House: { form: 'stub-out', ground: 98.5 },
    Tank: { form: 'tank', ground: 96.9 },
    Box: { form: 'd-box', ground: 96 },
  },
  lines: {
    Sewer: { ...sewer, runs: { Sewer: { from: 'House', to: 'Tank', length: 40, low: arrives, slope: 0.0209 } } },
    Out: {
      service: 'effluent',
      pipe: '4 in SDR 35',
      runs: { Out: { from: 'Tank', to: 'Box', length: 20, high: leaves, slope: 0.02 } },
    },
  },
  soil: 'B',
  holes: [{ node: 'Tank', long: 7.5, wide: 4.75, tall: 5.25, ports: [1.1, 1.35], protection: 'sloped', ...hole }],
});
const BODY = ['ports-meet', 'inlet-low', 'lid-out'] as const;
when('a tank whose inlet lies 3 in above its outlet', tank(94.36, 94.11), [], BODY);
when('a tank whose inlet lies level with its outlet', tank(94.36, 94.36), ['fix inlet-low', 'fix ports-meet']);
when('a tank whose sewer comes in 8 in above its outlet', tank(94.78, 94.11), ['watch inlet-low', 'fix ports-meet']);
when(
  'a tank in ground that is too low for it',
  tank(97.0, 96.75),
  ['fix lid-out', 'least-cover', 'out-of-ground'],
  ['ports-meet'],
);
when('a D-box whose inflow lies level with its ports', parting('d-box', [100, 100], 100), ['fix inlet-low']);

// Fields and drains.
const field = (depth: number, fields: Partial<Parameters<typeof oneRun>[0]> = {}, rest: Partial<JobSpec> = {}) =>
  oneRun({ slope: 0, ...fields }, { ...lateral, out: { ground: 100 + depth }, top: { ground: 100 + depth } }, rest);
when('a lateral 4 1/2 ft deep', field(4.4), ['fix field-deep']);
when('a lateral 2 ft deep', field(1.9), [], ['field-deep', 'field-water']);
when(
  'a lateral 2 ft over the groundwater',
  field(1.8, {}, { pits: [{ on: 'Main', at: 50, water: 4.5 }] }),
  [],
  ['field-water'],
);
when('a lateral 1 ft over rock', field(1.9, {}, { pits: [{ on: 'Main', at: 50, rock: 3 }] }), ['fix field-water']);
when(
  '10 in of soil over the stone of a lateral under wheels: its service asks for 12',
  field(1.3, { vehicles: true }),
  ['fix soil-over-stone'],
);
const rows = section({
  width: { rule: 'fixed', width: ft(3) },
  above: [{ material: chambers.id, upTo: { mark: 'invert', offset: inch(12) } }],
});
when(
  'a row of chambers that falls 0.42 %',
  oneRun({ slope: 0.0042 }, { ...shallow, section: rows, top: { ground: 102.2 } }, { more: [chambers] }),
  ['fix set-level'],
);
when(
  'a row of chambers set level',
  oneRun({ slope: 0 }, { ...shallow, section: rows }, { more: [chambers] }),
  [],
  ['set-level', 'drain-stone'],
);
when('a French drain without stone', oneRun({}, { ...drain, section: plain }), ['fix drain-stone']);

// Levels that cannot be, or are not what was shot.
when('a rim under its own pipe', oneRun({}, { top: { rim: 100.5 } }), ['fix rim-low']);
const dropping = (form: NodeForm, drop: number, stated = false): JobSpec => ({
  nodes: { Top: { form: 'inlet', ground: 110 }, Mid: { form, ground: 108 }, Out: { form: 'structure', ground: 104 } },
  lines: {
    Line: {
      runs: {
        Upper: {
          from: 'Top',
          to: 'Mid',
          length: 50,
          slope: 0.02,
          protection: 'shored',
          ...(stated ? { drop } : { low: 101 + drop }),
        },
        Lower: { from: 'Mid', to: 'Out', length: 50, low: 100, slope: 0.02, protection: 'shored' },
      },
    },
  },
});
when('a drop of 3 ft at a manhole that nobody meant', dropping('manhole', 3), ['watch drop-tall']);
when('a drop of 3 ft at a manhole that somebody fixed', dropping('manhole', 3, true), [], ['drop-tall']);
when('a catch basin whose hole nobody set', oneRun({}, { top: { form: 'catch-basin' } }), ['watch hole-unset']);
when(
  'a catch basin in its hole',
  oneRun({}, { top: { form: 'catch-basin' } }, { holes: [{ node: 'Top' }] }),
  [],
  ['hole-unset'],
);
when('a line that runs to a box that was there', oneRun({}, { top: { form: 'cleanout' } }), [], ['hole-unset']);
when('a hole with 4 in each side of its basin', inHole({ room: 4 }), ['watch hole-room']);
when('a basin of 5 ft where the ground is 4.3 ft over its underside', inHole({ tall: 5 }), ['fix lid-out']);
when('a frame 10 mm clear of its shaft', inHole({ frame: 0.01 }), ['fix frame-bears']);
when('stone filled to 6 ft in a hole of 5', inHole({ fill: 6 }), ['watch fill-out']);
when('a trench of 4 ft in Type C soil, benched', deep(4, 'benched', { soil: 'C' }), [], ['soft-ground', 'protection']);
when('a trench of 2.3 ft in Type C soil', deep(2.3, undefined, { soil: 'C' }), [], ['soft-ground']);
when('a trench that goes 4 ft where rock lies at 3 ft', deep(4, undefined, { rock: 3 }), ['watch meets-layer']);

// The trench and what lies in it.
when(
  'a trench narrower than its pipe',
  oneRun({}, { section: stoned({ width: { rule: 'fixed', width: inch(10) } }) }),
  ['stop trench-narrow'],
  ['haunch-room'],
);
when(
  'a 14 in bucket for 12 in pipe',
  oneRun({}, { section: stoned({ width: { rule: 'fixed', width: inch(14) } }) }),
  ['watch haunch-room'],
  ['trench-narrow'],
);
const inStone = (beside: 'nominal' | 'outside') =>
  oneRun(
    {},
    {
      pipe: '12 in concrete, wall B',
      section: stoned({
        width: { rule: 'room', each: inch(10), beside },
        above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(6) } }],
      }),
    },
  );
when('thick concrete pipe whose trench goes by its nominal size', inStone('nominal'), ['watch by-nominal']);
when('the same pipe, by its outside', inStone('outside'), [], ['by-nominal']);
when(
  'a 24 in bucket for 4 in pipe',
  oneRun(
    { slope: 0.02 },
    { ...sewer, top: { ground: 106 }, section: stoned({ width: { rule: 'fixed', width: inch(24) } }) },
  ),
  [],
  ['haunch-room'],
);
when(
  'stone round a leader',
  oneRun(
    { slope: 0.02 },
    {
      service: 'leader',
      pipe: '4 in SDR 35',
      top: { ground: 106 },
      section: stoned({ below: [{ material: stone.id, thickness: inch(4) }] }),
    },
  ),
  ['stop stone-at-leader'],
);
when(
  'a leader in native soil',
  oneRun({ slope: 0.02 }, { service: 'leader', pipe: '4 in SDR 35', top: { ground: 106 } }),
  [],
  ['stone-at-leader'],
);
when(
  'a layer that ends below the one it lies on',
  oneRun(
    {},
    {
      section: stoned({
        above: [
          { material: stone.id, upTo: { mark: 'invert', offset: inch(10) } },
          { material: 'native', upTo: { mark: 'springline', offset: 0 } },
        ],
      }),
    },
  ),
  ['fix layers-overlap'],
);
when(
  'stone that would stand out of the ground',
  oneRun({}, { section: stoned({ above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(48) } }] }) }),
  ['watch layer-out-of-ground'],
);
when(
  'stone that is out of the ground over the last inches before a manhole',
  oneRun(
    { breaks: [[0.8, 104]] },
    {
      section: stoned({ above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(6) } }] }),
      out: { form: 'manhole', ground: 101.3 },
    },
  ),
  ['watch layer-out-of-ground', 'fix least-cover'],
);
when(
  'pavement that cuts into the stone',
  oneRun(
    {},
    {
      section: stoned({
        above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(30) } }],
        surface: [{ material: stone.id, thickness: inch(12) }],
      }),
    },
  ),
  ['watch surface-cuts-layers'],
);
when(
  'a layer whose stone somebody removed from the plan',
  oneRun({}, { section: stoned({ below: [{ material: newId(), thickness: inch(6) }] }) }),
  ['stop layer-lost'],
);
when('a line that takes more native soil than it digs', oneRun({}, { section: stoned({ surface: [] }) }), []);

// Pipe.
when(
  'a 12 in pipe whose outside was typed as 10 in',
  oneRun({}, { pipe: { ...catalogue('12 in SDR 35'), id: newId(), outside: inch(10) } }),
  ['fix pipe-size'],
);
when(
  'a 12 in pipe whose outside was typed in millimetres',
  oneRun(
    {},
    {
      pipe: { ...catalogue('12 in SDR 35'), id: newId(), outside: inch(25) },
      section: stoned({ width: { rule: 'fixed', width: ft(4) } }),
    },
  ),
  ['fix pipe-size'],
);
when('12 in concrete pipe, 16 in outside', oneRun({}, { pipe: '12 in concrete, wall B' }), [], ['pipe-size']);
when(
  '110 mm pipe, called so by its outside',
  oneRun({ slope: 0.02 }, { ...sewer, top: { ground: 106 }, pipe: metric(110, 3) }),
  [],
  ['pipe-size'],
);
when(
  'a 12 in pipe that runs into a 6 in one',
  threeNodes({ low: 100, slope: 0.02, pipe: '6 in SDR 35' }, { slope: 0.02 }),
  ['fix size-down'],
);
when(
  'a 6 in pipe that runs into a 12 in one',
  threeNodes({ low: 100, slope: 0.01 }, { slope: 0.01, pipe: '6 in SDR 35' }),
  [],
  ['size-down'],
);
when(
  '4 in schedule 40 into 4 in SDR 35',
  threeNodes({ low: 100, slope: 0.02, pipe: '4 in SDR 35' }, { slope: 0.02, pipe: '4 in schedule 40' }),
  [],
  ['size-down'],
);

// Where runs meet.
when(
  'an invert that comes in lower than the one going out',
  threeNodes({ low: 100, slope: 0.01 }, { slope: 0.01, drop: -0.2 }),
  ['stop drop-rises'],
);
when(
  'a branch that drops 2 ft to the trunk at a manhole',
  threeNodes({ low: 100, slope: 0.01 }, { slope: 0.01, drop: 2 }),
  [],
  ['drop-rises', 'bend-drop'],
);
when(
  'a drop of 1 ft through a bend',
  threeNodes({ low: 100, slope: 0.01 }, { slope: 0.01, drop: 1 }, { form: 'bend' }),
  ['watch bend-drop'],
);
when(
  'a drop of 1 in through a bend',
  threeNodes({ low: 100, slope: 0.01 }, { slope: 0.01, drop: 1 / 12 }, { form: 'bend' }),
  [],
  ['bend-drop'],
);
when('a French drain in solid pipe', oneRun({}, { service: 'french-drain', pipe: pipeOf('4 in SDR 35') }), [
  'fix solid-drain',
]);
when(
  'a French drain whose last leg is solid pipe',
  threeNodes(
    { low: 100, slope: 0.01, pipe: pipeOf('12 in SDR 35') },
    { slope: 0.01 },
    { form: 'bend' },
    'french-drain',
  ),
  [],
  ['solid-drain'],
);
when(
  'a French drain that is solid at its head',
  threeNodes({ low: 100, slope: 0.01 }, { slope: 0.01, pipe: pipeOf('4 in SDR 35') }, { form: 'bend' }, 'french-drain'),
  ['fix solid-drain'],
);
when('a lateral in solid pipe', ending('lateral', 'lateral-end', pipeOf('4 in SDR 35')), ['fix solid-drain']);
when('a sewer that comes to daylight', ending('building-sewer', 'daylight'), ['stop sewage-in-open']);
when('a sewer that bypasses the tank', ending('building-sewer', 'd-box'), ['stop sewage-past-tank']);
when('a sewer to a box that was there', ending('building-sewer', 'structure'), ['watch sewage-to-box']);
when('effluent in a soak-away', ending('effluent', 'soak-away'), ['fix effluent-soaks']);
when('roof water in a tank', ending('roof-drain', 'tank'), ['fix rain-in-septic']);
when(
  'effluent that runs on as storm water',
  {
    ...meeting('effluent', 'yard-drain', 'storm'),
    nodes: { ...meeting('effluent', 'yard-drain', 'storm').nodes, Basin: { form: 'manhole', ground: 104 } },
  },
  ['stop sewage-in-storm'],
);
when('water that parts at a manhole', parting('manhole', [100, 100]), ['fix water-parts']);
when(
  'water that parts at a D-box with level ports',
  parting('d-box', [100, 100]),
  [],
  ['water-parts', 'd-box-ports', 'd-box-inflow'],
);
when(
  'a D-box whose ports differ by half an inch',
  parting('d-box', [100, 100 + 0.5 / 12]),
  ['fix d-box-ports'],
  ['d-box-inflow'],
);
when('a D-box whose ports differ by a tenth of an inch', parting('d-box', [100, 100 + 0.1 / 12]), [], ['d-box-ports']);
when(
  'a D-box whose inflow is level with the lower port only',
  parting('d-box', [100, 100.1], 101),
  ['fix d-box-ports', 'fix d-box-inflow'],
  ['drop-rises'],
);
when('roof water that goes on in a French drain', meeting('roof-drain', 'french-drain', 'french-drain'), [
  'fix roof-into-french',
]);
when('a French drain that joins level with roof water in solid pipe', meeting('roof-drain', 'french-drain', 'storm'), [
  'watch roof-into-french',
]);
when(
  'a French drain that drops in over the pipe going out',
  meeting('roof-drain', 'french-drain', 'storm', 1.5),
  [],
  ['roof-into-french'],
);
when(
  'two yard drains that meet',
  meeting('yard-drain', 'yard-drain', 'storm'),
  [],
  ['roof-into-french', 'water-parts', 'no-outlet'],
);

// Where water leaves.
when('an outlet a foot under the usual water of a pond', oneRun({}, { out: { form: 'pond', usual: 101 } }), [
  'fix outlet-under-water',
]);
when('an outlet a foot under the highest water', oneRun({}, { out: { form: 'pond', high: 101 } }), [
  'fix outlet-under-water',
]);
when(
  'an outlet just at the usual water',
  oneRun({}, { out: { form: 'pond', usual: 100, high: 100 } }),
  [],
  ['outlet-under-water', 'water-order'],
);
when(
  'high water told lower than the usual',
  oneRun({}, { out: { form: 'pond', usual: 99, high: 98 } }),
  ['fix water-order'],
  ['outlet-under-water'],
);
when('daylight 2 ft under the ground', oneRun({}, { out: { form: 'daylight', ground: 103 } }), ['watch end-buried']);
when('daylight at the foot of a bank', oneRun({}, { out: { form: 'daylight', ground: 100.2 } }), [], ['end-buried']);
when('a line that ends in a cleanout', oneRun({}, { out: { form: 'cleanout' } }), ['fix no-outlet']);
when('a line that ends in an existing box', oneRun(), [], ['no-outlet']);
when('a line with a bubble-up end: it stands full', oneRun({}, { out: { form: 'bubble-up', ground: 104 } }), [
  'watch stands-full',
]);
when(
  'a line with a pop-up end',
  oneRun({}, { out: { form: 'pop-up', ground: 104 } }),
  ['watch stands-full'],
  ['no-outlet'],
);
when(
  'a line with a stand-pipe end: it stands full to its grate',
  oneRun({}, { out: { form: 'stand-pipe', rim: 101 } }),
  ['watch stands-full'],
);
when(
  'a line that is brought to an existing box over its grate',
  oneRun({}, { out: { form: 'structure', rim: 101, entry: 'grate' } }),
  ['watch stands-full'],
);
when(
  'the same through the wall of the box',
  oneRun({}, { out: { form: 'structure', rim: 101, entry: 'wall' } }),
  [],
  ['stands-full'],
);
when('a grate that lies under the pipe that comes to it', oneRun({}, { out: { form: 'pop-up', rim: 99.5 } }), [
  'fix spill-low',
]);

when(
  'a pop-up over the grate of the inlet above it: water comes out at the inlet',
  oneRun({}, { out: { form: 'pop-up', ground: 104.4 }, top: { form: 'inlet', ground: 103.9 } }),
  ['fix never-spills', 'watch stands-full'],
);
when(
  'a pop-up under the grate of the inlet above it',
  oneRun({}, { out: { form: 'pop-up', ground: 102 }, top: { form: 'inlet', ground: 104 } }),
  ['watch stands-full'],
  ['never-spills'],
);
when(
  'a pond that usually stands over the grate of an inlet',
  oneRun({}, { out: { form: 'pond', usual: 104.5 }, top: { form: 'inlet', ground: 104 } }),
  ['fix floods-up', 'fix outlet-under-water'],
);
when(
  'a pond that at its highest stands over the grate of an inlet',
  oneRun({}, { out: { form: 'pond', usual: 99, high: 104.5 }, top: { form: 'inlet', ground: 104 } }),
  ['watch floods-up', 'fix outlet-under-water'],
);
when(
  'a pond over the pipe and under the grate of the inlet',
  oneRun({}, { out: { form: 'pond', usual: 102 }, top: { form: 'inlet', ground: 104 } }),
  ['fix outlet-under-water'],
  ['floods-up'],
);

// A swale along the line, whose ground rises from 104 to 104.9 over a pipe from 100 to 101.
const along = (swale: Partial<SwaleSpec>, run: Parameters<typeof oneRun>[0] = {}): JobSpec =>
  oneRun(run, {}, { swales: [{ on: 'Main', ...swale }] });
when(
  'a swale a foot deep, gentle enough to mow, that falls with the ground',
  along({}),
  [],
  ['swale-steep', 'swale-deep', 'swale-stands', 'swale-nothing', 'swale-ground'],
);
when('a swale with sides at 2 to 1', along({ sides: 2 }), ['watch swale-steep']);
when('a swale cut down to the pipe', along({ depth: 3.5 }), ['fix swale-deep', 'fix least-cover', 'out-of-ground']);
when('a swale whose bottom lies level', along({ levels: [103.5, 103.5] }), ['watch swale-stands'], ['swale-deep']);
when('a swale with a fall of its own', along({ levels: [103, 104.5] }), [], ['swale-stands', 'swale-nothing']);
when('a swale whose levels lie over the ground', along({ levels: [106, 107] }), ['watch swale-nothing']);
when(
  'a swale where the ground at the head is not known',
  oneRun({}, { top: { form: 'inlet', ground: undefined as never } }, { swales: [{ on: 'Main' }] }),
  ['fix swale-ground', 'ground-missing'],
);
when(
  'a line that comes to daylight stands nowhere',
  oneRun({}, { out: { form: 'daylight', ground: 100 } }),
  [],
  ['stands-full', 'outlet-under-water'],
);

// Utilities across.
when('a gas main a foot over the pipe', across({ centre: crown12(50) + 1 + 2 / 12 }), [], ['clearance', 'clash']);
when(
  'a gas main 11 in over the pipe',
  across({ centre: crown12(50) + 11 / 12 + 2 / 12 }),
  ['fix clearance'],
  ['clash'],
);
when(
  'a gas main 11 in under the pipe',
  across({ centre: bottom12(50) - 11 / 12 - 2 / 12 }),
  ['fix clearance', 'watch hand-dig'],
  ['clash'],
);
when('a gas main where the pipe has to go', across({ centre: 101 }), ['stop clash'], ['clearance']);
when('a gas main 10 ft under the trench', across({ centre: 90 }), [], ['clash', 'clearance', 'hand-dig']);
when('a gas main that the trench passes', across({ centre: 103 }), ['watch hand-dig']);
when(
  'a water main a foot under a sewer',
  across({ utility: 'water', centre: bottom12(50) - 1 - 2 / 12 }, 'building-sewer'),
  ['fix clearance', 'fix sewer-over-water'],
);
when(
  'a water main 2 ft under a sewer',
  across({ utility: 'water', centre: bottom12(50) - 2 - 2 / 12 }, 'building-sewer'),
  ['fix sewer-over-water'],
  ['clearance'],
);
when(
  'a water main 2 ft over a sewer',
  across({ utility: 'water', centre: crown12(50) + 2 + 2 / 12 }, 'building-sewer'),
  [],
  ['clearance', 'sewer-over-water'],
);
when(
  'a storm line over a water main, 2 ft clear',
  across({ utility: 'water', centre: bottom12(50) - 2 - 2 / 12 }),
  [],
  ['sewer-over-water', 'clearance'],
);
when(
  'a cable known by its depth where no ground is known',
  {
    ...oneRun({}, { out: {}, top: {} }, { crossings: [{ on: 'Main', at: 50, deep: 2 }] }),
    nodes: { Out: { form: 'structure' }, Top: {} },
  },
  ['fix crossing-level', 'fix ground-missing'],
);
when(
  'a gas main told 120 ft along a run of 100 ft',
  across({ at: 120, centre: 101 }),
  ['fix utility-astray'],
  ['clash', 'crossing-level'],
);
when('a gas main of a run that is gone', across({ on: 'Gone', centre: 101 }), ['fix utility-astray'], ['clash']);
when(
  'a test pit told 120 ft along a run of 100 ft',
  oneRun({}, {}, { pits: [{ on: 'Main', at: 120, water: 1 }] }),
  ['fix pit-astray'],
  ['meets-layer'],
);
when('a test pit of a run that is gone', oneRun({}, {}, { pits: [{ on: 'Gone', at: 20 }] }), ['fix pit-astray']);
when('a test pit somewhere in the yard', oneRun({}, {}, { pits: [{ soil: 'C' }] }), [], ['pit-astray', 'soft-ground']);

// Utilities beside.
when(
  'a gas main 0.5 ft off at 96.4, beside a pipe that rises from 93 to 99',
  oneRun(
    { low: 93, high: 99, slope: undefined as never, protection: 'shored' } as never,
    { top: { ground: 104 } },
    { crossings: [{ on: 'Main', off: 0.5, centre: 96.4 }] },
  ),
  ['stop clash', 'fix beside-trench'],
  ['crossing-level'],
);
when(
  'the same main 10 ft off',
  oneRun(
    { low: 93, high: 99, slope: undefined as never, protection: 'shored' } as never,
    { top: { ground: 104 } },
    { crossings: [{ on: 'Main', off: 10, centre: 96.4 }] },
  ),
  [],
  ['clash', 'clearance', 'beside-trench', 'hand-dig'],
);
when(
  'a gas main 2.5 ft off in a 6 ft trench',
  beside({ off: 2.5, centre: 102 }, 6),
  ['fix beside-trench', 'watch hand-dig'],
  ['clash'],
);
when(
  'a gas main 6 in outside the wall of the trench',
  beside({ off: 1.5 + 0.5 + 2 / 12, centre: 102 }, 3),
  ['fix beside-trench', 'watch hand-dig'],
  ['clash', 'clearance'],
);
when(
  'a gas main 18 in outside the wall of the trench: dig by hand',
  beside({ off: 1 + 1.5 + 2 / 12, centre: 102 }, 2),
  ['watch hand-dig'],
  ['beside-trench', 'clearance'],
);
when(
  'a gas main 4 ft outside the wall of the trench',
  beside({ off: 5 + 2 / 12, centre: 102 }, 2),
  [],
  ['hand-dig', 'beside-trench', 'clearance', 'clash'],
);
when(
  'a gas main beside, far below the trench',
  beside({ off: 1, centre: 90 }, 2),
  [],
  ['hand-dig', 'beside-trench', 'clearance', 'clash'],
);
when(
  'a water main 6 ft beside a sewer, where 10 ft are asked for',
  { ...beside({ utility: 'water', off: 6, centre: 101 }, 2, 'building-sewer') },
  ['fix clearance'],
);
when(
  'a water main 12 ft beside a sewer',
  { ...beside({ utility: 'water', off: 12, centre: 101 }, 2, 'building-sewer') },
  [],
  ['clearance'],
);
when(
  'a gas main told up to 130 ft beside a run of 100 ft',
  beside({ off: 10, centre: 102, to: 130 }, 2),
  ['fix utility-astray'],
  ['clash'],
);

// Ground.
when(
  'no ground is known at the upper end',
  { ...oneRun(), nodes: { Out: { form: 'structure', ground: 104 }, Top: {} } },
  ['fix ground-missing'],
);
when('a ground point past the end of its run', oneRun({ breaks: [[110, 105]] }), ['fix break-beyond-run']);
when(
  'a ground point at the very end that says another thing than the node',
  oneRun({ breaks: [[100, 106]] }),
  ['watch break-at-end'],
  ['break-beyond-run'],
);
when('a ground point at the very end that says the same', oneRun({ breaks: [[100, 104.9]] }), [], ['break-at-end']);
when('a run typed as 100 ft and drawn as 112 ft', oneRun({ sketched: 112 }), ['watch length-differs']);
when('a run typed and drawn as 100 ft', oneRun({ sketched: 100 }), [], ['length-differs']);

// The level book.
when('a loop of three setups without paced sights that misses by 3 ft', { ...oneRun(), more: loop(3) }, [
  'fix misclosure',
]);
when(
  'a loop of three setups without paced sights that misses by 0.02 ft',
  { ...oneRun(), more: loop(0.02) },
  [],
  ['misclosure'],
);
when('a turning-point name used again for another point', { ...oneRun(), more: loop(0, [['fore', 'TP1', 3.2]]) }, [
  'fix turning-again',
]);
when(
  'a turning point read again, the same',
  { ...oneRun(), more: loop(0, [['fore', 'TP1', 7]]) },
  [],
  ['turning-again'],
);
when('two backsights of one setup that disagree', { ...oneRun(), more: loop(0, [['back', 'Step', 9.5]]) }, [
  'fix backsights-disagree',
  'fix misclosure',
]);
when(
  'a rod that reads elevations, wrong on its benchmark',
  { ...oneRun(), more: loop(0, [['direct', 'Step', 100.3]]) },
  ['fix rod-wrong'],
);
when(
  'a rod that reads elevations, right on its benchmark',
  { ...oneRun(), more: loop(0, [['direct', 'Step', 100]]) },
  [],
  ['rod-wrong'],
);

// What is gone, and where a line does not hang together.
when('a ring of three runs', ring(), ['stop ring', 'stop drop-rises']);
when(
  'a branch told as part of its trunk',
  {
    nodes: { Out: { form: 'structure', ground: 104 }, A: { ground: 105 }, B: { ground: 105 } },
    lines: {
      Line: {
        runs: {
          One: { from: 'A', to: 'Out', low: 100, slope: 0.01 },
          Two: { from: 'B', to: 'Out', low: 100, slope: 0.01 },
        },
      },
    },
  },
  ['stop not-connected'],
);

// How they are built.

/** A 4 in pipe's ground at 100.00 ft for so many inches of cover. */
function coverGround(inches: number): number {
  return 100 + (4.215 - 0.12 + inches) / 12;
}
/** Ground over 12 in pipe that rises 1 % from 100.00 ft, at a distance, for so many inches of cover. */
function coverOver12(at: number, inches: number): number {
  return crown12(at) + inches / 12;
}
function crown12(at: number): number {
  return 100 + 0.01 * at + (12.5 - 0.36) / 12;
}
function bottom12(at: number): number {
  return 100 + 0.01 * at - 0.36 / 12;
}

function metric(outside: number, wall: number) {
  return {
    kind: 'pipe' as const,
    id: newId(),
    name: `${outside} mm`,
    standard: '',
    nominal: outside / 1000,
    outside: outside / 1000,
    wall: wall / 1000,
    stick: 3,
    manning: 0.01,
  };
}

/** 6 in of stone under the pipe, 2 in over it, straw. */
function gravel() {
  return section({
    width: { rule: 'fixed', width: ft(3) },
    below: [{ material: stone.id, thickness: inch(6) }],
    above: [
      { material: stone.id, upTo: { mark: 'crown', offset: inch(2) } },
      { material: straw.id, upTo: { mark: 'crown', offset: inch(4) } },
    ],
  });
}
function overStone(inches: number): number {
  return coverGround(2 + inches);
}

/** A trench whose deepest place is so deep, ft, and what a pit in it met. */
function deep(
  feet: number,
  protection?: 'shielded' | 'shored' | 'benched',
  pit?: { soil?: 'B' | 'C'; water?: number; rock?: number },
  soil?: JobSpec['soil'],
): JobSpec {
  const ground = 100 - 0.36 / 12 + feet;
  return oneRun(
    { ...(protection ? { protection } : {}) },
    { out: { ground }, top: { ground: ground + 1 } },
    { ...(pit ? { pits: [{ on: 'Main', at: 40, ...pit }] } : {}), ...(soil ? { soil } : {}) },
  );
}

type RunPart = Partial<JobSpec['lines'][string]['runs'][string]>;
/** A line of two runs, the lower one first. */
function threeNodes(
  lower: RunPart,
  upper: RunPart,
  middle: JobSpec['nodes'][string] = {},
  service: Service = 'storm',
): JobSpec {
  return {
    nodes: {
      Out: { form: 'structure', ground: 104.5 },
      Mid: { ground: 105, ...middle },
      Top: { form: 'inlet', ground: 106 },
    },
    lines: {
      Line: {
        service,
        runs: {
          Lower: { from: 'Mid', to: 'Out', length: 50, protection: 'shored', ...lower },
          Upper: { from: 'Top', to: 'Mid', length: 50, protection: 'shored', ...upper },
        },
      },
    },
  };
}

/** A line of 4 in pipe that ends at a form of node. */
function ending(service: Service, form: NodeForm, pipe: string | ReturnType<typeof pipeOf> = '4 in SDR 35'): JobSpec {
  const slope = service === 'lateral' ? 0.004 : 0.021;
  return {
    nodes: {
      Top: { form: 'bend', ground: service === 'lateral' ? 102.5 : 104 },
      End: { form, ground: service === 'lateral' ? 102.5 : 102 },
    },
    lines: { Line: { service, pipe, runs: { Line: { from: 'Top', to: 'End', length: 60, low: 100, slope } } } },
  };
}

/** A pipe into a node, and two that lead away from it at these inverts. */
function parting(form: 'manhole' | 'd-box', [a, b]: readonly [number, number], inflow = 0): JobSpec {
  const away = (high: number) => ({ service: 'effluent' as const, pipe: '4 in SDR 35', high });
  return {
    nodes: {
      Top: { form: 'tank', ground: 103 },
      Box: { form, ground: 102.5 },
      'End 1': { form: 'lateral-end', ground: 101.5 },
      'End 2': { form: 'lateral-end', ground: 101.5 },
    },
    lines: {
      In: {
        service: 'effluent',
        pipe: '4 in SDR 35',
        runs: {
          Inflow: {
            from: 'Top',
            to: 'Box',
            length: 20,
            low: inflow === 0 ? Math.max(a, b) + 0.1 : Math.min(a, b),
            slope: 0.02,
          },
        },
      },
      One: { ...away(a), runs: { 'Leader 1': { from: 'Box', to: 'End 1', length: 30, high: a, slope: 0.02 } } },
      Two: { ...away(b), runs: { 'Leader 2': { from: 'Box', to: 'End 2', length: 30, high: b, slope: 0.02 } } },
    },
  };
}

type Meets = 'effluent' | 'roof-drain' | 'french-drain' | 'yard-drain' | 'storm';
/** Two lines that meet at a basin and go on as one. @param over of the second, over what goes out, ft */
function meeting(first: Meets, second: Meets, out: Meets, over = 0): JobSpec {
  const pipe = '4 in SDR 35';
  const onward = out === 'storm' ? '6 in SDR 35' : pipe;
  return {
    nodes: {
      Out: { form: 'structure', ground: 103 },
      Basin: { form: 'catch-basin', ground: 104 },
      Roof: { form: 'downspout', ground: 105 },
      Lawn: { form: 'inlet', ground: 105.5 },
    },
    lines: {
      Main: {
        service: out,
        pipe: onward,
        runs: { Main: { from: 'Basin', to: 'Out', length: 50, low: 100, slope: 0.02 } },
      },
      First: { service: first, pipe, runs: { First: { from: 'Roof', to: 'Basin', length: 40, slope: 0.02 } } },
      Second: {
        service: second,
        pipe,
        runs: { Second: { from: 'Lawn', to: 'Basin', length: 40, low: 101 + over, slope: 0.02 } },
      },
    },
  };
}

// How pipes meet. The trunk goes on through a box at 50 ft; a branch joins there.
interface Joins {
  trunk?: number;
  branch?: number;
  service?: Service;
  roof?: string;
  rules?: Record<string, { limit: number }>;
}
function joins({ trunk = 97, branch = 97.2, service = 'yard-drain', roof, rules }: Joins): JobSpec {
  const small = { pipe: '4 in SDR 35' };
  return {
    nodes: {
      Out: { form: 'structure', ground: 100 },
      Low: { ground: 100.5 },
      Box: { form: 'catch-basin', ground: 101 },
      Top: { form: 'inlet', ground: 101.5 },
      Side: { form: 'cleanout', ground: 101.4 },
      Down: { form: 'downspout', ground: 101.6 },
    },
    lines: {
      Trunk: {
        runs: {
          First: { from: 'Low', to: 'Out', length: 50, low: 96, slope: 0.01 },
          Second: { from: 'Box', to: 'Low', length: 50, low: 96.5, high: 97 },
          Third: { from: 'Top', to: 'Box', length: 50, low: trunk, high: trunk + 0.6 },
        },
      },
      Branch: {
        service,
        ...small,
        runs: { Branch: { from: 'Side', to: 'Box', length: 50, low: branch, slope: 0.01 } },
      },
      ...(roof === undefined
        ? {}
        : {
            Roof: {
              service: 'roof-drain',
              ...small,
              runs: { Roof: { from: 'Down', to: roof, length: 40, low: 98.4, slope: 0.01 } },
            },
          }),
    },
    ...(rules ? { more: [{ kind: 'profile', id: ONLY, name: 'Ours', rules, services: {} }] } : {}),
  };
}
when('a branch that comes in over its trunk', joins({}), [], ['branch-low', 'structure-drop', 'sizes-meet']);
when('a branch that comes in lower than its trunk', joins({ trunk: 97.4 }), ['watch branch-low']);
when(
  'a box that is to take 0.1 ft of fall, and takes none',
  joins({ rules: { 'structure-drop': { limit: ft(0.1) } } }),
  ['watch structure-drop'],
);
when(
  'a small pipe that comes in at the invert, where crowns are to be level',
  joins({ rules: { 'sizes-meet': { limit: 1 } } }),
  ['watch sizes-meet'],
);
when(
  'a small pipe that comes in with its crown level',
  joins({ branch: 97.9, rules: { 'sizes-meet': { limit: 1 } } }),
  [],
  ['sizes-meet'],
);
when(
  'a French drain that joins above where roof water comes in',
  joins({ service: 'french-drain', roof: 'Low' }),
  ['watch drain-over-roof'],
  ['roof-into-french'],
);
when('a French drain that joins below all roof water', joins({ service: 'french-drain' }), [], ['drain-over-roof']);

// What somebody said besides the rules. The line falls 1 ft to 100 at its low end, under ground at 104.
const said = (keeps: KeepingSpec['keeps'], where: Partial<KeepingSpec> = { run: 'Main' }): JobSpec =>
  oneRun({}, {}, { keepings: [{ ...where, keeps }] });
when('the main was found lower than the line comes in', said({ what: 'invert', is: 'least', level: ft(100.5) }), [
  'fix keeping',
]);
when(
  'the main was found where the line comes in',
  said({ what: 'invert', is: 'least', level: ft(90) }),
  [],
  ['keeping'],
);
when('a drain that lies over the underside of a slab', said({ what: 'crown', is: 'most', level: ft(95) }), [
  'fix keeping',
]);
when('a trench deeper than the machine reaches', said({ what: 'depth', is: 'most', value: ft(3) }), ['fix keeping']);
when('a trench that the machine just reaches', said({ what: 'depth', is: 'most', value: ft(4.9) }), [], ['keeping']);
when('a pipe with less cover than was promised', said({ what: 'cover', is: 'least', value: ft(4) }), ['fix keeping']);
when('a run with less fall than was asked for', said({ what: 'slope', is: 'least', value: 0.03 }), ['fix keeping']);
when('a lateral that does not follow the contour', said({ what: 'even' }), ['fix keeping']);
when(
  'a box with less drop through it than was asked for',
  said({ what: 'drop', is: 'least', value: ft(1) }, { node: 'Out' }),
  [],
  ['keeping'],
);
when(
  'an outlet that lies lower than was said',
  said({ what: 'bottom', is: 'least', level: ft(101) }, { node: 'Out' }),
  ['fix keeping'],
);

type Across = Partial<NonNullable<JobSpec['crossings']>[number]>;
function across(crossing: Across, service: 'storm' | 'building-sewer' = 'storm'): JobSpec {
  const steeper = service === 'building-sewer' ? { slope: 0.0105 } : {};
  return oneRun(steeper, { service }, { crossings: [{ on: 'Main', at: 50, ...crossing }] });
}
/** @param width of the trench, ft */
function beside(crossing: Across, width: number, service: 'storm' | 'building-sewer' = 'storm'): JobSpec {
  const steeper = service === 'building-sewer' ? { slope: 0.0105 } : {};
  return oneRun(
    steeper,
    { service, section: section({ width: { rule: 'fixed', width: ft(width) } }) },
    { crossings: [{ on: 'Main', ...crossing }] },
  );
}

/** A loop of three setups from a benchmark back to it, and more shots from the second. */
function loop(miss: number, more: readonly (readonly ['fore' | 'back' | 'direct', string, number])[] = []): Item[] {
  const mark = newId();
  const items: Item[] = [
    { kind: 'benchmark', id: mark, name: 'Step', elevation: ft(100), assumed: true, description: '' },
  ];
  const setups = [0, 1, 2].map((order): string => {
    const id = newId();
    items.push({ kind: 'setup', id, name: `Setup ${order + 1}`, order });
    return id;
  });
  let order = 0;
  const shot = (setup: number, sight: 'fore' | 'back', at: string, value: number, by: 'rod' | 'direct' = 'rod'): void =>
    void items.push({
      kind: 'shot',
      id: newId(),
      setup: setups[setup] as string,
      order: (order += 1),
      sight,
      target: at === 'Step' ? { on: 'benchmark', benchmark: mark } : { on: 'turning', name: at },
      reading: { by, value: ft(value) },
      note: '',
    });
  // Instrument at 105, 104, 106; turning points at 98 and 101.
  shot(0, 'back', 'Step', 5);
  shot(0, 'fore', 'TP1', 7);
  shot(1, 'back', 'TP1', 6);
  for (const [how, at, value] of more)
    shot(
      1,
      how === 'back' ? 'back' : 'fore',
      at,
      how === 'fore' && value === 7 ? 6 : value,
      how === 'direct' ? 'direct' : 'rod',
    );
  shot(1, 'fore', 'TP2', 3);
  shot(2, 'back', 'TP2', 5);
  shot(2, 'fore', 'Step', 6 - miss);
  return items;
}

function ring(): JobSpec {
  const run = (from: string, to: string) => ({ from, to, length: 50, slope: 0.01, protection: 'shored' }) as const;
  return {
    nodes: { A: { ground: 105 }, B: { ground: 105 }, C: { ground: 105 } },
    lines: {
      One: { runs: { One: { ...run('A', 'B'), low: 100 } } },
      Two: { runs: { Two: run('B', 'C') } },
      Three: { runs: { Three: run('C', 'A') } },
    },
  };
}
