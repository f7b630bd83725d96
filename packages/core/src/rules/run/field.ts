import { classOf, serviceOf } from '@alveus/plan';
import type { MaterialClass } from '@alveus/plan';
import { groundAt } from '../../ground';
import { pitAt } from '../limits';
import { apart, exact, measured } from '../../phrase';
import { NEAR, NEAR_SLOPE } from '../../tolerance';
import type { Envelope, KnownStation } from '../../trench';
import { stationAt } from '../../trench';
import { FOOT } from '../../units';
import { COMMON, NOTHING, rule } from '../rule';
import { breachOf, lengthOf, shortfalls } from '../stretches';
import type { RunFacts } from './facts';
import { stationsAlong } from './facts';

/** What takes water in from the ground or lets it out: drains and fields. */

const LOCAL_TABLE = 'common practice; the local rule for septic fields decides';

const depthOf = ({ depth }: KnownStation): number => depth;

export const fieldDeep = rule<RunFacts>()({
  name: 'field-deep',
  title: 'Lateral too deep',
  stage: 'trench',
  severity: 'fix',
  source: LOCAL_TABLE,
  number: { value: 3 * FOOT, quantity: 'depth', words: 'Maximum trench depth' },
  local: true,
  judge: (facts, most) => {
    const { deepest } = facts.trench;
    if (!facts.service.field || !deepest || deepest.depth <= most + NEAR) return NOTHING;
    return breachOf(
      shortfalls(facts.id, stationsAlong(facts), (station) => -depthOf(station), -most, NEAR),
      {},
    );
  },
  words: ({ by = 0, stretches = NOTHING }, { run }, most) => ({
    what: [
      `The trench of ${run.name} is `,
      measured(most + by, 'depth'),
      ' deep, more than ',
      exact(most, 'depth'),
      ' over ',
      measured(lengthOf(stretches), 'distance'),
      '.',
    ],
    why: ['Deep soil holds little air: effluent is cleaned in the upper feet of soil, and below them the field clogs.'],
    gives: ['Raise the lateral', 'Lay it along the contour', 'Ask what depth the local rule allows'],
  }),
  bound: {
    run: (run, most) => {
      if (!serviceOf(run.line.service).field) return;
      run.over(run.envelope.invert - most, run.limit(['the greatest depth of a lateral, ', exact(most, 'depth')]));
    },
  },
});

export const fieldWater = rule<RunFacts>()({
  name: 'field-water',
  title: 'Soil under a lateral',
  stage: 'trench',
  severity: 'fix',
  source: 'common practice, 2 to 4 ft; the local rule for septic fields decides',
  number: { value: 2 * FOOT, quantity: 'depth', words: 'Minimum soil under its trench' },
  local: true,
  judge: (facts, least) => {
    const { id, service, run, length, read, grade, ground, envelope } = facts;
    if (!service.field) return NOTHING;
    return (read.of('pitsOn', id) ?? NOTHING).flatMap((pit) => {
      const at = pitAt(pit, { run, length });
      const depth = at === undefined ? undefined : stationAt(grade, ground, envelope, at).depth;
      if (at === undefined || depth === undefined) return [];
      return limitsOf(pit).flatMap(({ deep, what }) => {
        const left = deep - depth;
        return left < least - NEAR
          ? [
              {
                cause: `${pit.id}:${what}`,
                at,
                by: least - left,
                quantity: 'depth' as const,
                pit: pit.name,
                what,
                left,
              },
            ]
          : [];
      });
    });
  },
  words: ({ pit, what, left }, { run }, least) => {
    const [has, needs] = apart(measured(Math.max(0, left), 'depth'), exact(least, 'depth'));
    return {
      what:
        left <= 0
          ? [
              `At ${pit} the trench of ${run.name} goes into ${what}; below it `,
              exact(least, 'depth'),
              ' of soil is required.',
            ]
          : [
              `At ${pit} `,
              has,
              ` of soil is left between the trench of ${run.name} and ${what}; the minimum is `,
              needs,
              '.',
            ],
      why: ['Soil cleans effluent on its way down. Effluent that reaches water or rock too soon fouls wells.'],
      gives: ['Raise the lateral', 'Move the field', 'Use a raised bed, by a licensed designer'],
    };
  },
  bound: {
    run: (run, least) => {
      const { id, result, envelope, worked, line } = run;
      if (!serviceOf(line.service).field) return;
      for (const pit of worked.site.pits.get(id) ?? NOTHING) {
        const at = pitAt(pit, result);
        const ground = at === undefined ? undefined : groundAt(result.ground, at);
        if (at === undefined || ground === undefined) continue;
        for (const { deep, what } of limitsOf(pit)) {
          const limit = run.limit([exact(least, 'depth'), ` of soil over ${what} found in ${pit.name}`]);
          run.atLeast(at, ground - deep + least + envelope.invert, limit);
        }
      }
    },
  },
});

/** How deep under the ground a pit met what nothing may be let out near to. */
const limitsOf = (pit: {
  readonly groundwater?: number | undefined;
  readonly limiting?: { readonly depth: number; readonly what: string } | undefined;
}) => [
  ...(pit.groundwater === undefined ? [] : [{ deep: pit.groundwater, what: 'the groundwater' }]),
  ...(pit.limiting ? [{ deep: pit.limiting.depth, what: pit.limiting.what }] : []),
];

/** The classes of what lies round the pipe. */
function* classesIn({ layers }: Envelope, material: (id: string) => { readonly class: MaterialClass } | undefined) {
  for (const layer of layers) {
    const found = layer.material === 'native' ? undefined : material(layer.material);
    if (found) yield classOf(found.class);
  }
}

const has = (facts: RunFacts, fact: 'level' | 'drains'): boolean => {
  for (const soilClass of classesIn(facts.envelope, (id) => facts.read.item('material', id)))
    if (soilClass[fact]) return true;
  return false;
};

export const setLevel = rule<RunFacts>()({
  name: 'set-level',
  title: 'Chambers and modules level',
  stage: 'grade',
  severity: 'fix',
  source: LOCAL_TABLE,
  number: { value: 0.001, quantity: 'slope', words: 'Maximum fall' },
  local: true,
  judge: (facts, most) => {
    const { slope } = facts.grade;
    if (!facts.service.field || slope === undefined || Math.abs(slope) <= most + NEAR_SLOPE || !has(facts, 'level'))
      return NOTHING;
    return [{ at: facts.length / 2, by: Math.abs(slope) - most, quantity: 'slope' as const }];
  },
  words: (_, { run, grade }) => ({
    what: [`${run.name} falls `, measured(grade.slope ?? 0, 'slope'), '; chambers and modules are set level.'],
    why: ['Water runs to the low end of a falling row, and only that end takes it.'],
    gives: ['Level both ends, along the contour'],
  }),
  bound: {
    run: (run, most) => {
      if (!serviceOf(run.line.service).field) return;
      for (const soilClass of classesIn(run.envelope, (id) => run.worked.plan.material[id])) {
        if (!soilClass.level) continue;
        run.slopeMost(most, run.limit(['chambers and modules, which are set level']));
        return;
      }
    },
  },
});

export const drainStone = rule<RunFacts>()({
  name: 'drain-stone',
  title: 'Perforated pipe without stone',
  stage: 'trench',
  severity: 'fix',
  source: COMMON,
  judge: (facts) => {
    const { service, pipe } = facts;
    // Of solid pipe another rule tells, and its last leg is laid in soil.
    if (!service.perforated || pipe.perforated === undefined || has(facts, 'drains')) return NOTHING;
    return [{ at: 0 }];
  },
  words: (_, { run, section }) => ({
    what: [
      `${run.name} is perforated pipe, but nothing in its section ${section?.name ?? ''} lets water through to it.`,
    ],
    why: ['In plain soil its holes silt up, and little water gets in.'],
    gives: ['Use a section with stone around the pipe'],
  }),
});

/** Rules about drains and fields, put to runs that take water in or let it out. */
export const FIELD_RULES = [fieldDeep, fieldWater, setLevel, drainStone] as const;
