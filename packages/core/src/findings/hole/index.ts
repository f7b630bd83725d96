import type { Profile, Side } from '@alveus/plan';
import { exact, measured } from '../../phrase';
import type { HoleResult, NodeResult } from '../../results';
import { NEAR } from '../../tolerance';
import { underOf } from '../../trench';
import { INCH } from '../../units';
import { COMMON, GEOMETRY, judge, limitOf, NOTHING, rule } from '../rule';
import { protection } from '../run/trench';
import { declareSubject } from '../subject';

/** Whether a structure fits its hole, and people in it are safe. */

interface HoleFacts extends HoleResult {
  readonly node: NodeResult;
  readonly profile: Profile;
}

const upright = (side: Side | undefined): boolean => side === undefined || side.by === 'upright';

export const holeDeep = rule<HoleFacts>()({
  name: 'hole-deep',
  title: 'People in a deep hole are protected',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  local: true,
  judge: ({ depth, hole, profile }) => {
    const from = limitOf(profile, protection).value;
    if (depth === undefined || depth < from - NEAR || hole.protection || !upright(hole.side)) return NOTHING;
    return [{ by: depth - from, quantity: 'depth' as const }];
  },
  words: (_, { node, depth = 0, profile }) => ({
    what: [
      `The hole at ${node.node.name} is `,
      measured(depth, 'depth'),
      ' deep, and does not say how people in it are protected.',
    ],
    why: [
      'From ',
      exact(limitOf(profile, protection).value, 'depth'),
      ' on a hole that caves in kills. A competent person decides; in bad soil protection is needed at less.',
    ],
    gives: ['Say how: sloped, benched, shielded, shored or not entered', 'Slope its sides'],
  }),
});

export const holeRoom = rule<HoleFacts>()({
  name: 'hole-room',
  title: 'There is room to work round a structure',
  stage: 'trench',
  severity: 'watch',
  source: 'common practice: 6 in where the local rule allows; a foot for the straps',
  number: { value: 12 * INCH, quantity: 'thickness', words: 'Each side, at least' },
  judge: ({ hole }, room) =>
    hole.room < room - NEAR ? [{ by: room - hole.room, quantity: 'thickness' as const }] : NOTHING,
  words: ({ by = 0 }, { node, hole }) => ({
    what: [
      `The hole at ${node.node.name} leaves `,
      measured(hole.room, 'thickness'),
      ' each side of what stands in it, ',
      measured(by, 'thickness'),
      ' less than it takes.',
    ],
    why: ['The straps must come off, pipe must be joined, and fill worked in all round.'],
    gives: ['A larger hole'],
  }),
});

export const frameBears = rule<HoleFacts>()({
  name: 'frame-bears',
  title: 'A frame does not bear on the shaft under it',
  stage: 'trench',
  severity: 'fix',
  source: COMMON,
  number: { value: 0.025, quantity: 'thickness', words: 'Clear of the shaft, at least' },
  judge: ({ hole }, clear) =>
    hole.frame && hole.frame.clear < clear - NEAR
      ? [{ by: clear - hole.frame.clear, quantity: 'thickness' as const }]
      : NOTHING,
  words: ({ by = 0 }, { node }, clear) => ({
    what: [`The frame at ${node.node.name} is too close to its shaft, by `, measured(by, 'thickness'), '.'],
    why: [
      'It sits on concrete of its own, ',
      exact(clear, 'thickness'),
      ' clear all round, so that wheels never press the shaft down.',
    ],
    gives: ['More room round the shaft'],
  }),
});

export const lidOut = rule<HoleFacts>()({
  name: 'lid-out',
  title: 'A structure ends under its rim',
  stage: 'trench',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ hole, depth, node }) => {
    const { rim, ground } = node;
    if (depth === undefined || rim === undefined || ground === undefined) return NOTHING;
    const by = underOf(hole) + hole.tall - (depth + rim - ground);
    return by > NEAR ? [{ by, quantity: 'thickness' as const }] : NOTHING;
  },
  words: ({ by = 0 }, { node }) => ({
    what: [`What stands at ${node.node.name} would come out `, measured(by, 'thickness'), ' over its rim.'],
    why: ['It is taller than the depth at which it stands.'],
    gives: ['A lower structure', 'A higher rim', 'Set it deeper'],
  }),
});

export const fillOut = rule<HoleFacts>()({
  name: 'fill-out',
  title: 'What is filled round a structure ends in the ground',
  stage: 'trench',
  severity: 'watch',
  source: GEOMETRY,
  judge: ({ hole, depth }) => {
    const top = hole.around[hole.around.length - 1]?.over;
    if (depth === undefined || top === undefined) return NOTHING;
    const by = underOf(hole) + top - depth;
    return by > NEAR ? [{ by, quantity: 'thickness' as const }] : NOTHING;
  },
  words: ({ by = 0 }, { node }) => ({
    what: [
      `The fill round the structure at ${node.node.name} would stand `,
      measured(by, 'thickness'),
      ' out of the ground.',
    ],
    why: ['It is cut off there; the hole is shallower than its layers.'],
    gives: ['A lower fill'],
  }),
});

const RULES = [holeDeep, lidOut, frameBears, holeRoom, fillOut] as const;

export const HOLES = declareSubject({
  name: 'hole',
  kind: 'hole',
  rules: RULES,
  told: 'after',
  judge(id, read, profile) {
    const [result, node] = [read.of('hole', id), read.of('node', id)];
    if (!result || !node) return NOTHING;
    const main = node.leaving[0] ?? node.arriving[0];
    return judge<HoleFacts>(RULES, { ...result, node, profile }, profile, { id, node: id, line: main?.line });
  },
});
