import { carriesSewage, lowerOf } from '@alveus/plan';
import { clearanceFor } from '../../limits';
import { apart, exact, measured } from '../../phrase';
import type { CrossingPlace, HoleResult, Stretch } from '../../results';
import { gapAt } from '../../site';
import { NEAR } from '../../tolerance';
import { footOf, outAt, sizeOf, underOf, wallOf } from '../../trench';
import { INCH } from '../../units';
import type { Breach } from '../rule';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import { lengthOf, shortfalls, worstOf } from '../stretches';
import type { CrossingFacts, LooseFacts } from './facts';

/** What stands in the way of a run: whether it fits, is far enough off, and how it is dug round. */

/** Stretches beside the utility on which a value of a place is too little; none where it crosses at one place. */
function beside(
  { crossing, ours, places }: CrossingFacts,
  value: (place: CrossingPlace) => number,
  limit: number,
): readonly Stretch[] {
  return crossing.lies.how === 'across' ? NOTHING : shortfalls(ours.id, places, value, limit, NEAR);
}

export const utilityAstray = rule<CrossingFacts>()({
  name: 'utility-astray',
  title: 'Utilities lie on the run that they are told of',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ beyond, stretch, length }) =>
    beyond > 0 ? [{ at: stretch.to >= length - NEAR ? length : 0, by: beyond }] : NOTHING,
  words: ({ by = 0 }, { crossing, ours, places }) => ({
    what: [
      `${crossing.name} is told up to `,
      measured(by, 'distance'),
      ` beyond the end of ${ours.name}; ${places.length === 0 ? 'it is judged nowhere' : 'only what lies on it is judged'}.`,
    ],
    why: ['The run became shorter, or the distance was mistyped.'],
    gives: ['Say where it lies', 'Correct the length'],
  }),
});

export const utilityLoose = rule<LooseFacts>()({
  name: 'utility-astray',
  title: 'Utilities lie on the run that they are told of',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: () => [{}],
  words: (_, { crossing }) => ({
    what: [`${crossing.name} was told of a run that is gone; it is judged nowhere.`],
    why: ['It lies in the ground whether or not the plan knows where.'],
    gives: [
      'Say at which run it lies',
      { words: ['Remove it'], edits: [{ op: 'remove', kind: 'crossing', id: crossing.id }] },
    ],
  }),
});

export const crossingLevel = rule<CrossingFacts>()({
  name: 'crossing-level',
  title: 'It is known how high a utility lies',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ gap, at, beyond, stretch, length }) =>
    gap !== undefined || (beyond > 0 && (stretch.from >= length - NEAR || stretch.to <= NEAR)) ? NOTHING : [{ at }],
  words: (_, { crossing, ours }) => ({
    what: [`How high ${crossing.name} lies against ${ours.name} is not known yet.`],
    why: ['Its level needs the ground there or an elevation, and the run needs its grade.'],
    gives: ['Dig to it and measure', 'Type the ground along the run'],
  }),
});

/** Height within which the two overlap, centre to centre; undefined where they pass beside each other. */
function clashHeight({ crossing, places }: CrossingFacts): number | undefined {
  const [first] = places;
  if (!first) return undefined;
  const radii = (first.crown - first.underside + crossing.size) / 2;
  if (crossing.lies.how === 'across') return radii;
  return crossing.lies.off >= radii ? undefined : Math.sqrt(radii * radii - crossing.lies.off * crossing.lies.off);
}

const centresApart = ({ top, bottom, crown, underside }: CrossingPlace): number =>
  Math.abs(top + bottom - crown - underside) / 2;

export const clash = rule<CrossingFacts>()({
  name: 'clash',
  title: 'No utility lies where the pipe has to go',
  stage: 'site',
  severity: 'stop',
  source: GEOMETRY,
  judge: (facts) => {
    const { apart: room, at } = facts;
    const height = clashHeight(facts);
    if (room === undefined || height === undefined || room >= -NEAR) return NOTHING;
    return [{ at, by: -room, quantity: 'thickness' as const, stretches: beside(facts, centresApart, height) }];
  },
  words: ({ by = 0, stretches = NOTHING }, { crossing, ours }) => ({
    what: [
      `${crossing.name} lies where the pipe of ${ours.name} has to go: they overlap by `,
      measured(by, 'thickness'),
      ...(stretches.length > 0 ? [', over ', measured(lengthOf(stretches), 'distance')] : []),
      '.',
    ],
    why: ['Both cannot be in one place.'],
    gives: ['Pass under or over it', 'Another route', 'Ask its owner whether it can be moved'],
  }),
  bound: { pass: ({ crossing }) => (crossing.lies.how === 'across' ? { above: 0, below: 0 } : undefined) },
});

/** How near a utility comes, and how near it may. */
interface Clear extends Breach {
  readonly quantity: 'thickness' | 'distance';
  readonly how: 'over' | 'under' | 'beside';
  readonly has: number;
  readonly needs: number;
}

export const clearance = rule<CrossingFacts>()({
  name: 'clearance',
  title: 'Utilities are kept clear of',
  stage: 'site',
  severity: 'fix',
  source: COMMON,
  local: true,
  judge: (facts): readonly Clear[] => {
    const { crossing, gap, over, at, apart: room, beside: aside, profile, service } = facts;
    if (gap === undefined || room === undefined || room < -NEAR) return NOTHING;
    const { above, below, beside: least, source } = clearanceFor(profile, service, crossing.utility);
    if (aside === undefined) {
      const needs = over ? below : above;
      return gap < needs - NEAR
        ? [{ at, by: needs - gap, quantity: 'thickness', source, how: over ? 'over' : 'under', has: gap, needs }]
        : NOTHING;
    }
    if (aside >= least - NEAR) return NOTHING;
    // Beside each other they are as far as their heights come near, too.
    const stretches = beside(facts, gapAt, least);
    const worst = worstOf(stretches);
    return worst
      ? [
          {
            at: worst.at,
            by: least - aside,
            quantity: 'distance',
            source,
            how: 'beside',
            has: aside,
            needs: least,
            stretches,
          },
        ]
      : NOTHING;
  },
  words: ({ how, has, needs, quantity, stretches = NOTHING }, { crossing, ours }) => {
    const [is, least] = apart(measured(Math.max(0, has), quantity), exact(needs, quantity));
    return how === 'beside'
      ? {
          what:
            has < 0
              ? [
                  `${crossing.name} runs over or under the pipe of ${ours.name} for `,
                  measured(lengthOf(stretches), 'distance'),
                  '; beside it the least is ',
                  exact(needs, quantity),
                  '.',
                ]
              : [
                  `${crossing.name} runs `,
                  is,
                  ` beside the pipe of ${ours.name} for `,
                  measured(lengthOf(stretches), 'distance'),
                  '; the least is ',
                  least,
                  '.',
                ],
          why: ['What leaks from one must not reach the other, and each must be dug up without the other.'],
          gives: ['Move the run away', 'Bend it round'],
        }
      : {
          what: [`${crossing.name} has `, is, ` of room ${how} the pipe of ${ours.name}; the least is `, least, '.'],
          why: ['Pipes that lie too near wear each other through, and cannot be mended apart.'],
          gives: ['Lower or raise the run', 'Cross elsewhere', 'Ask its owner what is allowed'],
        };
  },
  bound: {
    pass: ({ crossing, line, aside, worked }) => {
      const { above, below, beside: least, source } = clearanceFor(worked.profile, line.service, crossing.utility);
      if (crossing.lies.how === 'across') return { above, below, source };
      return aside >= least - NEAR ? undefined : { above: least, below: least, source };
    },
  },
});

/** From the bottom of the trench up to the top of the utility. */
const topOverTrench = ({ top, trench }: CrossingPlace): number => top - trench;

export const besideTrench = rule<CrossingFacts>()({
  name: 'beside-trench',
  title: 'Ground is left standing between a trench and a utility',
  stage: 'site',
  severity: 'fix',
  source: COMMON,
  number: { value: 12 * INCH, quantity: 'thickness', words: 'Ground left standing' },
  local: true,
  judge: (facts, ground) => {
    const { wall } = facts;
    if (wall === undefined || wall >= ground - NEAR) return NOTHING;
    // Where its top lies over the bottom, and no more ground is left than that.
    const near = ({ wall: left = Infinity, ...place }: CrossingPlace): number =>
      left >= ground - NEAR ? 1 : -topOverTrench(place);
    const stretches = beside(facts, near, 0);
    const worst = worstOf(stretches);
    return worst ? [{ at: worst.at, by: ground - wall, quantity: 'thickness' as const, stretches, wall }] : NOTHING;
  },
  words: ({ wall, stretches = NOTHING }, { crossing, ours }, ground) => {
    const [has, least] = apart(measured(wall, 'thickness'), exact(ground, 'thickness'));
    return {
      what: [
        ...(wall < -NEAR
          ? [`${crossing.name} lies inside the trench of ${ours.name}`]
          : [`Between ${crossing.name} and the trench of ${ours.name} `, has, ' of ground is left']),
        ' over ',
        measured(lengthOf(stretches), 'distance'),
        '; the least is ',
        least,
        '.',
      ],
      why: ['A utility beside an open trench loses its hold, and the bucket reaches it.'],
      gives: ['Move the run away', 'A narrower trench', 'Support it as its owner says'],
    };
  },
  bound: {
    // Too near for the ground to stand: the trench passes over it.
    pass: ({ crossing, wall, envelope, pipe }, ground) =>
      crossing.lies.how === 'across' || wall >= ground - NEAR
        ? undefined
        : {
            above: envelope.invert - pipe.wall,
            below: undefined,
            words: [`${crossing.name}, which its trench passes over`],
          },
  },
});

/** A hole is dug deeper and wider than the trenches that come to it: what they pass at a distance may lie in it. */
export const utilityInHole = rule<CrossingFacts>()({
  name: 'utility-in-hole',
  title: 'No utility lies in the hole of a structure',
  stage: 'site',
  severity: 'fix',
  source: COMMON,
  local: true,
  judge: (facts) =>
    (['a', 'b'] as const).flatMap((end) => {
      const node = facts.ours[end];
      const hole = facts.read.of('hole', node);
      const found = hole && inHole(facts, hole, lowerOf(facts.ours) === node ? 'low' : 'high');
      const name = facts.read.item('node', node)?.name ?? 'the node';
      return found ? [{ cause: node, quantity: 'thickness' as const, ...found, node: name }] : [];
    }),
  words: ({ node, hits, by = 0 }, { crossing }) => ({
    what: hits
      ? [`${crossing.name} lies where ${node} has to stand.`]
      : [`${crossing.name} lies in the hole at ${node}, `, measured(by, 'thickness'), ' inside its side.'],
    why: [
      hits
        ? 'Both cannot be in one place.'
        : 'A utility that is dug free hangs without support, and the bucket reaches it.',
    ],
    gives: ['Set the structure elsewhere', 'Steeper or shored sides', 'Dig by hand and support it as its owner says'],
  }),
});

/** Whether a utility lies in what is dug at an end of its run, by how much, and whether in the structure itself. */
function inHole(
  { crossing, places, length }: CrossingFacts,
  { hole, bottom, depth, side }: HoleResult,
  end: 'low' | 'high',
) {
  if (bottom === undefined || depth === undefined) return undefined;
  const { along, across } = sizeOf(hole);
  const { long, wide } = footOf(hole);
  const { lies, size } = crossing;
  let worst: { readonly by: number; readonly at: number; readonly hits: boolean } | undefined;
  for (const { at, top, bottom: under } of places) {
    const height = Math.min(depth, top - bottom);
    if (height <= NEAR) continue;
    const far = Math.max(0, (end === 'low' ? at : length - at) - (lies.how === 'across' ? size / 2 : 0));
    const off = lies.how === 'across' ? 0 : lies.off - size / 2;
    const out = outAt(wallOf(side), height);
    const by = Math.min(long / 2 + out - far, wide / 2 + out - off);
    if (by <= NEAR || (worst && worst.by >= by)) continue;
    const structure = [bottom + underOf(hole), bottom + underOf(hole) + hole.tall] as const;
    const hits = far < along / 2 - NEAR && off < across / 2 - NEAR && top > structure[0] && under < structure[1];
    worst = { by, at, hits };
  }
  return worst && { ...worst, severity: worst.hits ? ('stop' as const) : ('fix' as const) };
}

export const sewerOverWater = rule<CrossingFacts>()({
  name: 'sewer-over-water',
  title: 'Sewage passes under drinking water',
  stage: 'site',
  severity: 'fix',
  source: 'Recommended Standards for Water Works; check your edition',
  local: true,
  judge: ({ crossing, sewage, over, at, apart: room }) =>
    sewage && crossing.utility === 'water' && crossing.lies.how === 'across' && over === false && (room ?? -1) >= -NEAR
      ? [{ at }]
      : NOTHING,
  words: (_, { crossing, ours }) => ({
    what: [`${ours.name} carries sewage over ${crossing.name}, which carries drinking water.`],
    why: ['What leaks goes down: the water main belongs on top.'],
    gives: [
      'Pass under it',
      'A casing, and joints as far from the crossing as can be, where the local rule takes that',
    ],
  }),
  bound: {
    pass: ({ crossing, line }) =>
      crossing.lies.how === 'across' && crossing.utility === 'water' && carriesSewage(line.service)
        ? { above: undefined, below: 0 }
        : undefined,
  },
});

/** In reach of the digging: the trench passes it, or its wall or bottom comes near. */
export const handDig = rule<CrossingFacts>()({
  name: 'hand-dig',
  title: 'Utilities are dug to by hand',
  stage: 'site',
  severity: 'watch',
  source: 'common practice; the local rule decides',
  number: { value: 24 * INCH, quantity: 'thickness', words: 'Each side of it' },
  local: true,
  judge: (facts, each): readonly Breach[] => {
    const { crossing, aboveBottom, wall, at, ours, length } = facts;
    if (aboveBottom === undefined || (wall !== undefined && wall >= each - NEAR)) return NOTHING;
    if (crossing.lies.how === 'across') {
      const [place] = facts.places;
      return place && topOverTrench(place) > -each
        ? [
            {
              at,
              stretches: [{ run: ours.id, from: Math.max(0, at - each), to: Math.min(length, at + each), at, by: 0 }],
            },
          ]
        : NOTHING;
    }
    const stretches = beside(facts, (place) => -topOverTrench(place), each);
    return stretches.length > 0 ? [{ at, stretches }] : NOTHING;
  },
  words: (_, { crossing }, each) => ({
    what: [
      `Dig by hand `,
      exact(each, 'thickness'),
      ` each side of ${crossing.name}${crossing.measured ? '' : '; its level is only assumed'}.`,
    ],
    why: [
      `A strike can kill, and the owner's rule comes first. ${crossing.measured ? 'Support it where the trench passes under it.' : 'Dig down to it and measure before the grade is settled.'}`,
    ],
    gives: ['Wait for the marks, then dig by hand'],
  }),
});

/** Rules about a utility at a run, and about one that lies at none. */
export const UTILITY_RULES = [
  clash,
  utilityAstray,
  crossingLevel,
  clearance,
  sewerOverWater,
  besideTrench,
  utilityInHole,
  handDig,
] as const;
export const LOOSE_RULES = [utilityLoose] as const;
