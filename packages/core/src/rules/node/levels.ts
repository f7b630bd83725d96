import { carriesSewage, formOf, lowerOf } from '@alveus/plan';
import { risesIn } from '../../flow';
import { apart, exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import type { NodeLevels } from '../../survey/ground-shots';
import { FOOT } from '../../units';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import type { NodeFacts } from './facts';
import { invertsOf } from './facts';

/** Whether what is stated of the levels at a node can be, and agrees with what was shot there. */

export const rimLow = rule<NodeFacts>()({
  name: 'rim-low',
  title: 'Rim below a pipe',
  stage: 'grade',
  severity: 'fix',
  source: GEOMETRY,
  judge: (facts) => {
    const { node, arriving, leaving } = facts;
    // Of an end that spills another rule tells.
    if (node.rim === undefined || (leaving.length === 0 && risesIn(node))) return NOTHING;
    const highest = [...arriving, ...leaving].reduce<number | undefined>(
      (most, { invert, inside = 0 }) => (invert === undefined ? most : Math.max(most ?? -Infinity, invert + inside)),
      undefined,
    );
    const by = highest === undefined ? 0 : highest - node.rim;
    return by > NEAR ? [{ by, quantity: 'distance' as const, rim: node.rim }] : NOTHING;
  },
  words: ({ by = 0, rim }, { node }) => ({
    what: [
      `The rim of ${node.name}, `,
      exact(rim, 'elevation'),
      ', is ',
      measured(by, 'distance'),
      ' below the top of a pipe there.',
    ],
    why: ['A structure ends above its pipes: one of the two levels is mistyped.'],
    gives: ['Correct the rim', 'Correct the invert'],
  }),
});

export const dropTall = rule<NodeFacts>()({
  name: 'drop-tall',
  title: 'Tall drop at a structure',
  stage: 'grade',
  severity: 'watch',
  source: 'Recommended Standards for Wastewater Facilities, 2 ft; from memory, and check your edition',
  number: { value: 2 * FOOT, quantity: 'distance', words: 'More than' },
  local: true,
  judge: ({ node, arriving, read }, most) =>
    formOf(node.form).roomy
      ? arriving.flatMap(({ run, name, drop = 0, service }) => {
          if (drop <= most + NEAR || isStated(run, read)) return [];
          const severity = service && carriesSewage(service) ? ('fix' as const) : ('watch' as const);
          return [{ cause: run, run, at: 0, by: drop - most, quantity: 'distance' as const, severity, name, drop }];
        })
      : NOTHING,
  words: ({ name, drop }, { node }, most) => {
    const [has, usual] = apart(measured(drop, 'distance'), exact(most, 'distance'));
    return {
      what: [`${name} falls `, has, ` into ${node.name}, more than `, usual, ', and no drop is locked there.'],
      why: ['Either a level is mistyped, or it needs a drop connection: water falling that far wears out the bottom.'],
      gives: ['Correct the invert', 'Lower the run', 'Lock the drop, and order a drop connection'],
    };
  },
});

/** Whether somebody fixed how far the run drops there. */
function isStated(id: string, read: NodeFacts['read']): boolean {
  const [run, grade] = [read.item('run', id), read.item('runGrade', id)];
  return run !== undefined && grade?.[lowerOf(run) === run.a ? 'stepA' : 'stepB'] !== undefined;
}

export const shotContradicts = rule<NodeFacts>()({
  name: 'shot-contradicts',
  title: 'Shot level against stated level',
  stage: 'ground',
  severity: 'fix',
  source: COMMON,
  number: { value: 0.1 * FOOT, quantity: 'distance', words: 'Differ by more than' },
  judge: ({ id, node, arriving, leaving, read }, most) => {
    const shots = read.of('nodeLevels', id);
    if (!shots) return NOTHING;
    return (['rim', 'invert', 'water'] as const).flatMap((what) => {
      const shot = shots[what]?.elevation;
      const stated = shot === undefined ? undefined : statedLevel(what, shot, { node, arriving, leaving });
      if (shot === undefined || stated === undefined || Math.abs(shot - stated) <= most + NEAR) return [];
      const by = Math.abs(shot - stated);
      return [{ cause: what, by, quantity: 'distance' as const, what, shot, stated }];
    });
  },
  words: ({ what, shot, stated, by = 0 }, { node }) => ({
    what: [
      `The ${what} at ${node.name} was shot at `,
      measured(shot, 'elevation'),
      ', but the plan has it at ',
      measured(stated, 'elevation'),
      ', ',
      measured(by, 'distance'),
      ` ${stated > shot ? 'higher' : 'lower'}.`,
    ],
    why: ['Other grades depend on it: what is there decides, and a wrong level costs a day when the bucket finds it.'],
    gives: ['Use the shot level', 'Shoot it again'],
  }),
});

/** What the plan has for a level that was shot: of several inverts the nearest, and of water the usual or the highest. */
function statedLevel(
  what: keyof NodeLevels,
  shot: number,
  { node, arriving, leaving }: Pick<NodeFacts, 'node' | 'arriving' | 'leaving'>,
): number | undefined {
  if (what === 'rim') return node.rim;
  if (what === 'invert')
    return invertsOf([...arriving, ...leaving]).reduce<number | undefined>(
      (near, invert) => (near === undefined || Math.abs(invert - shot) < Math.abs(near - shot) ? invert : near),
      undefined,
    );
  const { normal, high = normal } = node.water ?? {};
  // Between the two it stands on most days.
  if (high === undefined) return undefined;
  return shot > high ? high : normal !== undefined && shot < normal ? normal : shot;
}

/** A box whose hole nobody set takes no digging and no bed: the order is short of both. */
export const holeUnset = rule<NodeFacts>()({
  name: 'hole-unset',
  unfinished: true,
  title: 'Structure without a hole',
  stage: 'order',
  severity: 'watch',
  source: COMMON,
  judge: ({ id, node, read }) => {
    const { hole, existing } = formOf(node.form);
    return hole && !existing && !read.item('hole', id) ? [{}] : NOTHING;
  },
  words: (_, { node }) => ({
    what: [`No hole set for ${node.name}: its digging and bedding are not counted.`],
    why: ['What is not counted is not ordered, and the safety of people in the hole is not checked.'],
    gives: ['Set its hole'],
  }),
});

/** Rules about levels at any node, and what has to be dug there. */
export const LEVEL_RULES = [rimLow, dropTall, shotContradicts, holeUnset] as const;
