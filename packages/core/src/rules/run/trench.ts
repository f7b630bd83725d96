import type { Edit } from '@alveus/plan';
import { ONLY, PROTECTIONS } from '@alveus/plan';
import { apart, exact, measured } from '../../phrase';
import { loosestOf, PAST_BANK, soilAt } from '../limits';
import type { Phrase } from '../../phrase';
import { NEAR } from '../../tolerance';
import type { EnvelopeLayer, KnownStation, Reach } from '../../trench';
import { stationAt } from '../../trench';
import type { Stretch } from '../../results';
import { FOOT, INCH } from '../../units';
import type { RunBounds } from '../bound';
import { SHORT_OF } from '../bound';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import { breachOf, lengthOf, shortfalls, worstOf } from '../stretches';
import { pastBank } from './cover';
import type { RunFacts } from './facts';
import { stationsAlong } from './facts';

/** Whether the trench is safe, and what goes into it fits. */

const depthOf = ({ depth }: KnownStation): number => depth;

/**
 * Every stretch that is so deep or deeper, where a trench is dug for the run itself: what lies in the trench of another is
 * judged with that. Reaching the depth is enough, so what is sought is more than a hair less.
 */
function deeper(facts: RunFacts, depth: number): readonly Stretch[] {
  const stretches = shortfalls(facts.id, stationsAlong(facts), (station) => -depthOf(station), 2 * NEAR - depth, 0);
  const { elsewhere = [] } = facts.form ?? {};
  return elsewhere.length === 0 || stretches.length === 0 || nobodyDigs(facts)
    ? stretches
    : stretches.flatMap((stretch) => ownOf(facts, stretch, elsewhere, depth));
}

/** Whether it is told to lie in a trench that lies in another's itself: then it is judged as if it had its own. */
const nobodyDigs = ({ id, read }: RunFacts): boolean =>
  (read.of('shared', id)?.elsewhere ?? []).some(({ lead }) => (read.of('shared', lead)?.elsewhere ?? []).length > 0);

/** What of a stretch lies in no other trench, each part with its own worst place. */
function ownOf(facts: RunFacts, { run, from, to }: Stretch, elsewhere: readonly Reach[], depth: number): Stretch[] {
  const { grade, ground, envelope } = facts;
  const inside = (at: number): boolean => at > from + NEAR && at < to - NEAR;
  const ends = elsewhere.flatMap((other) => [other.from, other.to]).filter(inside);
  const cuts = [from, ...ends.sort((a, b) => a - b), to];
  return cuts.slice(1).flatMap((end, index): Stretch[] => {
    const begin = cuts[index] as number;
    const middle = (begin + end) / 2;
    if (elsewhere.some((other) => other.from < middle && other.to > middle)) return [];
    const places = [begin, ...stationsAlong(facts).flatMap(({ at }) => (at > begin && at < end ? [at] : [])), end];
    const depthAt = (at: number): number => stationAt(grade, ground, envelope, at).depth ?? 0;
    const at = places.reduce((most, place) => (depthAt(place) > depthAt(most) ? place : most));
    return [{ run, from: begin, to: end, at, by: depthAt(at) - depth + 2 * NEAR }];
  });
}

function deepBreach(stretches: readonly Stretch[]) {
  const worst = worstOf(stretches);
  return worst
    ? [{ at: worst.at, by: Math.max(0, worst.by - 2 * NEAR), quantity: 'depth' as const, stretches }]
    : NOTHING;
}

export const trenchNarrow = rule<RunFacts>()({
  name: 'trench-narrow',
  title: 'Trench narrower than its pipe',
  stage: 'trench',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ trench, pipe }) =>
    trench.width >= pipe.outside - NEAR
      ? NOTHING
      : [{ by: pipe.outside - trench.width, quantity: 'thickness' as const }],
  words: ({ by = 0 }, { run }) => ({
    what: [`The trench of ${run.name} is narrower than its pipe by `, measured(by, 'thickness'), '.'],
    why: ['The pipe does not fit, and fill cannot be worked under it. Its amounts are left out.'],
    gives: ['Widen the trench', 'Use a smaller pipe'],
  }),
});

export const haunchRoom = rule<RunFacts>()({
  name: 'haunch-room',
  title: 'Room to work the haunches',
  stage: 'trench',
  severity: 'watch',
  source: COMMON,
  number: { value: 3 * INCH, quantity: 'thickness', words: 'Minimum each side of the pipe' },
  judge: ({ trench, pipe }, room) => {
    const each = (trench.width - pipe.outside) / 2;
    return each < -NEAR || each >= room - NEAR ? NOTHING : [{ by: room - each, quantity: 'thickness' as const, each }];
  },
  words: ({ each }, { run }, room) => {
    const [has, needs] = apart(measured(each, 'thickness'), exact(room, 'thickness'));
    return {
      what: [
        `The trench of ${run.name} leaves `,
        has,
        ' each side of the pipe; working the haunches takes ',
        needs,
        '.',
      ],
      why: ['Without fill worked in below, the pipe rests on a line and flattens.'],
      gives: ['Use a wider bucket', 'Use fill that flows in by itself, such as pea gravel'],
    };
  },
});

export const SAY_HOW = 'Choose: sloped, benched, shielded, shored or no entry';

/** Says of the run how people are protected, each way as one change of the plan. */
const ways = ({ run }: RunFacts) =>
  // A shield protects nobody before its size is typed.
  PROTECTIONS.filter((protection) => protection !== 'shielded').map((protection) => ({
    words: [`Set it to ${protection === 'not-entered' ? 'no entry' : protection}`],
    edits: [{ op: 'put', item: { ...run, protection } } satisfies Edit],
  }));

export const protection = rule<RunFacts>()({
  name: 'protection',
  title: 'Worker protection in a deep trench',
  stage: 'trench',
  severity: 'stop',
  source: 'US 29 CFR 1926 Subpart P; check your edition',
  number: { value: 5 * FOOT, quantity: 'depth', words: 'Protection from a depth of' },
  local: true,
  judge: (facts, depth) => {
    const { deepest } = facts.trench;
    if (facts.run.protection || !deepest || deepest.depth < depth - NEAR) return NOTHING;
    const rock = soilAt([facts.id], facts.read) === 'rock';
    return deepBreach(deeper(facts, depth)).map((breach) => ({
      ...breach,
      rock,
      ...(rock ? { severity: 'watch' as const } : {}),
    }));
  },
  words: ({ stretches = NOTHING, by, rock }, facts, depth) => ({
    what: [
      `The trench of ${facts.run.name} is `,
      measured(depth + by, 'depth'),
      ' deep, ',
      measured(lengthOf(stretches), 'distance'),
      rock
        ? ' of it deep enough to need protection unless the rock is stable. The competent person inspects it first.'
        : ' of it too deep to enter unprotected, and it has no worker protection yet.',
    ],
    why: [
      'At ',
      exact(depth, 'depth'),
      ' or deeper a cave-in kills. A competent person decides; bad soil needs protection sooner. Ladder within reach, spoil back from the edge, inspect again after rain.',
    ],
    gives: [SAY_HOW, ...ways(facts), 'Raise the line'],
  }),
  bound: {
    run: (run, depth) => {
      if (run.result.run.protection) return;
      const words = ['the depth that needs protection, ', exact(depth, 'depth')];
      const { plan, site } = run.worked;
      const rock = loosestOf(plan.native[ONLY]?.soil, site.pits.get(run.id) ?? NOTHING) === 'rock';
      const more = { gives: 'protection', ...(rock ? { severity: 'watch' as const } : {}) } as const;
      run.over(run.envelope.invert - depth + SHORT_OF, run.limit(words, more));
    },
  },
});

export const ENGINEERED = 'its protection must be designed by a registered engineer, whatever kind it is.';
export const TABLES_END = 'The tables for slopes, benches and shields end there.';

export const deepTrench = rule<RunFacts>()({
  name: 'deep-trench',
  title: 'Trench past the standard tables',
  stage: 'trench',
  severity: 'stop',
  source: 'US 29 CFR 1926 Subpart P; check your edition',
  number: { value: 20 * FOOT, quantity: 'depth', words: 'Deeper than' },
  local: true,
  judge: (facts, depth) => {
    const { deepest } = facts.trench;
    // Just the depth is not yet deeper.
    return deepest && deepest.depth > depth + NEAR ? deepBreach(deeper(facts, depth + 3 * NEAR)) : NOTHING;
  },
  words: ({ stretches = NOTHING }, facts, depth) => ({
    what: [
      `The trench of ${facts.run.name} is `,
      measured(facts.trench.deepest?.depth ?? depth, 'depth'),
      ' deep, and deeper than ',
      exact(depth, 'depth'),
      ' over ',
      measured(lengthOf(stretches), 'distance'),
      `: ${ENGINEERED}`,
    ],
    why: [TABLES_END],
    gives: ['Have it designed', 'Raise the line', 'Bore it'],
  }),
  bound: {
    run: (run, depth) =>
      run.over(run.envelope.invert - depth, run.limit(['the depth that needs an engineer, ', exact(depth, 'depth')])),
  },
});

export const layersOverlap = rule<RunFacts>()({
  name: 'layers-overlap',
  title: 'Layers overlap',
  stage: 'trench',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ envelope }) => {
    const found = [];
    let highest = 0;
    const { layers } = envelope;
    for (let index = 0; index < layers.length; index += 1) {
      const { top, name } = layers[index] as EnvelopeLayer;
      if (top.from !== 'bottom') continue;
      if (top.height < highest - NEAR)
        found.push({
          cause: String(index),
          by: highest - top.height,
          quantity: 'thickness' as const,
          layer: name,
        });
      highest = Math.max(highest, top.height);
    }
    return found;
  },
  words: ({ layer, by = 0 }, { run }) => ({
    what: [`In the section of ${run.name} the ${layer} ends `, measured(by, 'thickness'), ' below the layer under it.'],
    why: ['With this pipe its mark is below the top of the layer under it, so nothing is left of it.'],
    gives: ['Raise the mark of the upper layer', 'Lower the one below'],
  }),
});

/** Stretches on which the trench is shallower than what lies in it, but for that to an open end, where the cover says it all. */
function tooShallow(facts: RunFacts, height: number): readonly Stretch[] {
  const { id, pipe } = facts;
  const stretches = shortfalls(id, stationsAlong(facts), depthOf, height, NEAR);
  return pastBank(facts, stretches, pipe.outside + height, PAST_BANK).judged;
}

export const layerOut = rule<RunFacts>()({
  name: 'layer-out-of-ground',
  title: 'Fill above the ground',
  stage: 'trench',
  severity: 'watch',
  source: GEOMETRY,
  judge: (facts) => {
    const { highest } = facts.envelope;
    const { shallowest } = facts.trench;
    if (!shallowest || shallowest.depth >= highest - NEAR) return NOTHING;
    const stretches = tooShallow(facts, highest);
    return breachOf(stretches, {});
  },
  words: ({ by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The top layer around the pipe of ${run.name} would be `,
      measured(by, 'thickness'),
      ' above the ground; it is cut off there, over ',
      measured(lengthOf(stretches), 'distance'),
      '.',
    ],
    why: ['The trench is too shallow for the whole section.'],
    gives: ['Lower the pipe', 'Use another section for this run'],
  }),
  bound: {
    run: (run) => {
      const { highest } = run.envelope;
      fitsUnder(run, highest, ['the layers around it, ', exact(highest, 'thickness'), ' high']);
    },
  },
});

/** What lies round the pipe has room in the ground, but for the bank at an open end. */
function fitsUnder(run: RunBounds, height: number, words: Phrase): void {
  run.under(run.envelope.invert - height, run.limit(words), run.excused(run.pipe.outside + height, PAST_BANK));
}

export const surfaceCuts = rule<RunFacts>()({
  name: 'surface-cuts-layers',
  title: 'Surface layers cut into pipe fill',
  stage: 'trench',
  severity: 'watch',
  source: GEOMETRY,
  judge: (facts) => {
    const { envelope, trench } = facts;
    const needed = envelope.highest + envelope.surface;
    if (envelope.surface <= 0 || !trench.shallowest || trench.shallowest.depth >= needed - NEAR) return NOTHING;
    // Where they stand out of the ground altogether, that is said instead.
    const stretches = tooShallow(facts, needed).filter(({ by }) => by <= envelope.surface + NEAR);
    return breachOf(stretches, {});
  },
  words: ({ by = 0, stretches = NOTHING }, { run }) => ({
    what: [
      `The surface layers of ${run.name} cut `,
      measured(by, 'thickness'),
      ' into the fill around the pipe, over ',
      measured(lengthOf(stretches), 'distance'),
      '.',
    ],
    why: ['Surface layers keep their thickness, so the layer below them is thinner than the section says.'],
    gives: ['Lower the pipe', 'Use a thinner surface layer', 'Use another section for this run'],
  }),
  bound: {
    run: (run) => {
      const { highest, surface } = run.envelope;
      const height = exact(highest + surface, 'thickness');
      if (surface > 0)
        fitsUnder(run, highest + surface, ['the layers around it under the surface layers, together ', height]);
    },
  },
});

/** Leaders from a box lie in native soil, and what else is declared to. */
export const leaderStone = rule<RunFacts>()({
  name: 'stone-at-leader',
  title: 'Leaders in native soil only',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  local: true,
  judge: ({ service, envelope }) =>
    service.nativeOnly && envelope.layers.some(({ material, group }) => material !== 'native' && group !== 'surface')
      ? [{ at: 0 }]
      : NOTHING,
  words: (_, { run, service }) => ({
    what: [
      `${run.name} is a ${service.word.toLowerCase()}, and its section puts other material than native soil around the pipe.`,
    ],
    why: ['Stone would carry a leak unseen to the lowest lateral, and inspectors refuse it.'],
    gives: ['Use a section of native soil, tamped'],
  }),
});

/** Rules about how safe the trench is, and what goes into it. */
export const TRENCH_RULES = [
  trenchNarrow,
  protection,
  deepTrench,
  layersOverlap,
  layerOut,
  surfaceCuts,
  haunchRoom,
  leaderStone,
] as const;
