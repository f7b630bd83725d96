import { carriesSewage, lowerOf } from '@alveus/plan';
import { clearanceFor } from '../limits';
import { apart, exact, measured } from '../../phrase';
import type { CrossingPlace, HoleResult, Stretch } from '../../results';
import { gapAt } from './crossings';
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
  title: 'Utility past the end of its run',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ beyond, stretch, length }) =>
    beyond > 0 ? [{ at: stretch.to >= length - NEAR ? length : 0, by: beyond }] : NOTHING,
  words: ({ by = 0 }, { crossing, ours, places }) => ({
    what: [
      `${crossing.name} is entered up to `,
      measured(by, 'distance'),
      ` past the end of ${ours.name}; ${places.length === 0 ? 'it is not checked at all' : 'only the part along it is checked'}.`,
    ],
    why: ['The run got shorter, or the distance is mistyped.'],
    gives: ['Correct where it lies', 'Correct the length'],
  }),
});

export const utilityLoose = rule<LooseFacts>()({
  name: 'utility-astray',
  title: 'Utility on a removed run',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: () => [{}],
  words: (_, { crossing }) => ({
    what: [`${crossing.name} was entered on a run that is gone. It is not checked anywhere.`],
    why: ['It is still in the ground, whatever the plan shows.'],
    gives: [
      'Choose the run it crosses or follows',
      { words: ['Remove it'], edits: [{ op: 'remove', kind: 'crossing', id: crossing.id }] },
    ],
  }),
});

export const crossingLevel = rule<CrossingFacts>()({
  name: 'crossing-level',
  title: 'Utility depth known',
  stage: 'site',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ gap, at, beyond, stretch, length }) =>
    gap !== undefined || (beyond > 0 && (stretch.from >= length - NEAR || stretch.to <= NEAR)) ? NOTHING : [{ at }],
  words: (_, { crossing, ours }) => ({
    what: [`Depth of ${crossing.name} at ${ours.name} is not known yet.`],
    why: ['It needs the ground there or an elevation, and the run needs its grade.'],
    gives: ['Dig down to it and measure', 'Type the ground along the run'],
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
  title: 'Utility in the way of the pipe',
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
      `${crossing.name} is where the pipe of ${ours.name} has to go: they overlap by `,
      measured(by, 'thickness'),
      ...(stretches.length > 0 ? [', over ', measured(lengthOf(stretches), 'distance')] : []),
      '.',
    ],
    why: ['Two pipes cannot be in one place.'],
    gives: ['Go under or over it', 'Take another route', 'Ask its owner whether it can be moved'],
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
  title: 'Clearance to utilities',
  stage: 'site',
  severity: 'fix',
  source: COMMON,
  local: true,
  judge: (facts): readonly Clear[] => {
    const { crossing, gap, over, at, apart: room, beside: rejected, profile, service } = facts;
    if (gap === undefined || room === undefined || room < -NEAR) return NOTHING;
    const { above, below, beside: least, source } = clearanceFor(profile, service, crossing.utility);
    if (rejected === undefined) {
      const needs = over ? below : above;
      return gap < needs - NEAR
        ? [{ at, by: needs - gap, quantity: 'thickness', source, how: over ? 'over' : 'under', has: gap, needs }]
        : NOTHING;
    }
    if (rejected >= least - NEAR) return NOTHING;
    // Beside each other they are as far as their heights come near, too.
    const stretches = beside(facts, gapAt, least);
    const worst = worstOf(stretches);
    return worst
      ? [
          {
            at: worst.at,
            by: least - rejected,
            quantity: 'distance',
            source,
            how: 'beside',
            has: rejected,
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
                  `${crossing.name} runs above or below the pipe of ${ours.name} for `,
                  measured(lengthOf(stretches), 'distance'),
                  '; the minimum beside it is ',
                  exact(needs, quantity),
                  '.',
                ]
              : [
                  `${crossing.name} runs `,
                  is,
                  ` from the pipe of ${ours.name} for `,
                  measured(lengthOf(stretches), 'distance'),
                  '; the minimum is ',
                  least,
                  '.',
                ],
          why: ['A leak from one must not reach the other, and each must be dug up without the other.'],
          gives: ['Move the run away', 'Route it around'],
        }
      : {
          what: [`${crossing.name} is `, is, ` clear ${how} the pipe of ${ours.name}; the minimum is `, least, '.'],
          why: ['Pipes too close wear through each other and cannot be repaired one at a time.'],
          gives: ['Lower or raise the run', 'Cross at another place', 'Ask its owner what is allowed'],
        };
  },
  bound: {
    pass: ({ crossing, line, aside: rejected, worked }) => {
      const { above, below, beside: least, source } = clearanceFor(worked.profile, line.service, crossing.utility);
      if (crossing.lies.how === 'across') return { above, below, source };
      return rejected >= least - NEAR ? undefined : { above: least, below: least, source };
    },
  },
});

/** From the bottom of the trench up to the top of the utility. */
const topOverTrench = ({ top, trench }: CrossingPlace): number => top - trench;

export const besideTrench = rule<CrossingFacts>()({
  name: 'beside-trench',
  title: 'Ground left between trench and utility',
  stage: 'site',
  severity: 'fix',
  source: COMMON,
  number: { value: 12 * INCH, quantity: 'thickness', words: 'Minimum ground left' },
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
          : [`Only `, has, ` of ground is left between ${crossing.name} and the trench of ${ours.name}`]),
        ' over ',
        measured(lengthOf(stretches), 'distance'),
        '; the minimum is ',
        least,
        '.',
      ],
      why: ['A utility next to an open trench loses its support, and the bucket can reach it.'],
      gives: ['Move the run away', 'Narrow the trench', 'Support it as its owner requires'],
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
  title: 'Utility in the hole of a structure',
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
      ? [`${crossing.name} is where ${node} has to go.`]
      : [`${crossing.name} is in the hole at ${node}, `, measured(by, 'thickness'), ' inside its side.'],
    why: [
      hits
        ? 'Two things cannot be in one place.'
        : 'A utility dug free hangs without support, and the bucket can reach it.',
    ],
    gives: [
      'Move the structure',
      'Cut the sides steeper, or shore them',
      'Dig by hand and support it as its owner requires',
    ],
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
  title: 'Sewage above drinking water',
  stage: 'site',
  severity: 'fix',
  source: 'Recommended Standards for Water Works; check your edition',
  local: true,
  judge: ({ crossing, sewage, over, at, apart: room }) =>
    sewage && crossing.utility === 'water' && crossing.lies.how === 'across' && over === false && (room ?? -1) >= -NEAR
      ? [{ at }]
      : NOTHING,
  words: (_, { crossing, ours }) => ({
    what: [`${ours.name} carries sewage above ${crossing.name}, a drinking water line.`],
    why: ['Leaks run down: the water main belongs on top.'],
    gives: [
      'Go under it',
      'Use a casing, with joints as far from the crossing as possible, where the local rule allows it',
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
  title: 'Hand digging near utilities',
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
      ` each side of ${crossing.name}${crossing.measured ? '' : '; its depth is only assumed'}.`,
    ],
    why: [
      `Hitting it can kill, and its owner's rule comes first. ${crossing.measured ? 'Support it where the trench passes under it.' : 'Dig down to it and measure before the grade is set.'}`,
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
