import { ONLY } from '@alveus/plan';
import { exact, measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { underOf } from '../../trench';
import { INCH } from '../../units';
import { benchLoose, benchTall, putTo, seepage, shieldLow, shieldUnsized, sidesSteep } from '../dug';
import { SOFT_GIVES, SOFT_WHY, softGround, softOf } from '../line/soft-ground';
import { meetsLayer } from '../pit';
import { COMMON, GEOMETRY, judge, limitOf, NOTHING, rule } from '../rule';
import { deepTrench, ENGINEERED, protection, SAY_HOW, TABLES_END } from '../run/trench';
import { declareSubject } from '../subject';
import type { HoleFacts } from './facts';
import { dugOfHole } from './facts';

/** Whether a structure fits its hole, and people in it are safe. */

export const holeDeep = rule<HoleFacts>()({
  name: 'hole-deep',
  title: 'Worker protection in a hole',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  local: true,
  judge: ({ depth, protection: by, soil, profile }) => {
    const from = limitOf(profile, protection).value;
    if (depth === undefined || depth < from - NEAR || by) return NOTHING;
    const rock = soil === 'rock';
    const severity = rock ? ('watch' as const) : ('stop' as const);
    return [{ by: depth - from, quantity: 'depth' as const, severity, rock }];
  },
  words: ({ rock }, { node, depth = 0, profile }) => ({
    what: [
      `The hole at ${node.node.name} is `,
      measured(depth, 'depth'),
      rock
        ? ' deep: it needs protection unless the rock is stable. The competent person inspects it first.'
        : ' deep and has no worker protection yet.',
    ],
    why: [
      'At ',
      exact(limitOf(profile, protection).value, 'depth'),
      ' or deeper a cave-in kills. A competent person decides; bad soil needs protection sooner.',
    ],
    gives: [SAY_HOW],
  }),
});

/** What holds of trenches holds of holes: beyond this depth the tables end. */
const holeTooDeep = rule<HoleFacts>()({
  name: 'deep-trench',
  title: deepTrench.title,
  stage: 'trench',
  severity: deepTrench.severity,
  source: deepTrench.source,
  number: deepTrench.number,
  local: true,
  judge: ({ depth }, most) =>
    depth !== undefined && depth > most + NEAR ? [{ by: depth - most, quantity: 'depth' as const }] : NOTHING,
  words: (_, { node, depth = 0 }, most) => ({
    what: [
      `The hole at ${node.node.name} is `,
      measured(depth, 'depth'),
      ' deep, more than ',
      exact(most, 'depth'),
      `: ${ENGINEERED}`,
    ],
    why: [TABLES_END],
    gives: ['Have it designed', 'Set it higher'],
  }),
});

const holeSoft = rule<HoleFacts>()({
  name: 'soft-ground',
  title: softGround.title,
  stage: 'trench',
  severity: softGround.severity,
  source: softGround.source,
  number: softGround.number,
  local: true,
  judge: ({ depth, protection: by, native, pits, profile }, least) => {
    const usual = limitOf(profile, protection).value;
    // From the usual depth on it is asked for in any soil.
    if (by || depth === undefined || depth >= usual - NEAR) return NOTHING;
    return softOf(native, pits, least)
      .filter(({ from }) => depth >= from - NEAR)
      .map(({ cause, from, found }) => ({ cause, by: depth - from, quantity: 'depth' as const, found }));
  },
  words: ({ found }, { node, depth = 0 }) => ({
    what: [
      `${found}, and the hole at ${node.node.name}, `,
      measured(depth, 'depth'),
      ' deep, has no worker protection yet.',
    ],
    why: [SOFT_WHY],
    gives: SOFT_GIVES,
  }),
});

const holeMeetsLayer = rule<HoleFacts>()({
  name: 'meets-layer',
  title: meetsLayer.title,
  stage: meetsLayer.stage,
  severity: meetsLayer.severity,
  source: meetsLayer.source,
  judge: ({ depth = 0, pits }) =>
    pits.flatMap(({ id, name, groundwater, limiting }) =>
      (
        [
          ['water', groundwater, 'the groundwater'],
          ['layer', limiting?.depth, limiting?.what ?? 'the limiting layer'],
        ] as const
      ).flatMap(([which, deep, into]) =>
        deep === undefined || depth <= deep + NEAR
          ? []
          : [{ cause: `${which}:${id}`, by: depth - deep, quantity: 'depth' as const, which, pit: name, into }],
      ),
    ),
  words: ({ which, by = 0, pit, into }, { node }) => ({
    what: [`The hole at ${node.node.name} goes `, measured(by, 'depth'), ` into ${into} found in ${pit}.`],
    why: [
      which === 'water'
        ? 'A wet hole caves in sooner, floats anything empty in it, and must be pumped.'
        : 'It digs slower than soil, and may need other bedding.',
    ],
    gives: which === 'water' ? ['Pump it dry', 'Weigh it down', 'Set it higher'] : ['Plan for hard digging'],
  }),
});

export const holeRoom = rule<HoleFacts>()({
  name: 'hole-room',
  title: 'Working room around a structure',
  stage: 'trench',
  severity: 'watch',
  source: 'common practice: 6 in where the local rule allows; 12 in to get the straps off',
  number: { value: 12 * INCH, quantity: 'thickness', words: 'Minimum each side' },
  judge: ({ hole }, room) =>
    hole.room < room - NEAR ? [{ by: room - hole.room, quantity: 'thickness' as const }] : NOTHING,
  words: ({ by = 0 }, { node, hole }) => ({
    what: [
      `The hole at ${node.node.name} leaves `,
      measured(hole.room, 'thickness'),
      ' each side of the structure, ',
      measured(by, 'thickness'),
      ' less than required.',
    ],
    why: ['Straps must come off, pipe must be joined, and fill worked in all around.'],
    gives: ['Dig a larger hole'],
  }),
});

export const frameBears = rule<HoleFacts>()({
  name: 'frame-bears',
  title: 'Frame too close to its shaft',
  stage: 'trench',
  severity: 'fix',
  source: COMMON,
  number: { value: INCH, quantity: 'thickness', words: 'Minimum clear of the shaft' },
  judge: ({ hole }, clear) =>
    hole.frame && hole.frame.clear < clear - NEAR
      ? [{ by: clear - hole.frame.clear, quantity: 'thickness' as const }]
      : NOTHING,
  words: ({ by = 0 }, { node }, clear) => ({
    what: [`The frame at ${node.node.name} is too close to its shaft, by `, measured(by, 'thickness'), '.'],
    why: [
      'Set on its own concrete, ',
      exact(clear, 'thickness'),
      ' clear all around, so that wheels never load the shaft.',
    ],
    gives: ['Leave more room around the shaft'],
  }),
});

export const lidOut = rule<HoleFacts>()({
  name: 'lid-out',
  title: 'Structure taller than its rim',
  stage: 'trench',
  severity: 'fix',
  source: GEOMETRY,
  judge: ({ hole, bottom, node: { rim } }) => {
    if (bottom === undefined || rim === undefined) return NOTHING;
    const by = bottom + underOf(hole) + hole.tall - rim;
    return by > NEAR ? [{ by, quantity: 'thickness' as const }] : NOTHING;
  },
  words: ({ by = 0 }, { node }) => ({
    what: [`The top of the structure at ${node.node.name} is `, measured(by, 'thickness'), ' above its rim.'],
    why: ['It is taller than the depth it is set at.'],
    gives: ['Use a shorter structure', 'Raise the rim', 'Set it deeper'],
  }),
});

export const fillOut = rule<HoleFacts>()({
  name: 'fill-out',
  title: 'Fill above the ground',
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
      `The fill around the structure at ${node.node.name} would be `,
      measured(by, 'thickness'),
      ' above the ground.',
    ],
    why: ['It is cut off at the ground: the hole is shallower than its layers.'],
    gives: ['Use less fill'],
  }),
});

/** Pipes meet a tank or a box at its ports, which stand as its maker put them. */
export const portsMeet = rule<HoleFacts>()({
  name: 'ports-meet',
  title: 'Pipe off its port',
  stage: 'trench',
  severity: 'fix',
  source: GEOMETRY,
  number: { value: INCH / 2, quantity: 'fine', words: 'Off its port by more than' },
  judge: ({ body, node }, most) => {
    if (!body) return NOTHING;
    const { top, ports } = body;
    return (
      [
        ['inlet', node.arriving, top - ports.inlet],
        ['outlet', node.leaving, top - ports.outlet],
      ] as const
    ).flatMap(([port, ends, level]) =>
      ends.flatMap(({ run, name, invert }) => {
        const by = invert === undefined ? 0 : Math.abs(invert - level);
        return by > most + NEAR
          ? [{ cause: run, run, at: 0, by, quantity: 'thickness' as const, port, name, over: (invert ?? 0) > level }]
          : [];
      }),
    );
  },
  words: ({ port, name, over, by = 0 }, { node, body }) => ({
    what: [`${name} enters ${node.node.name} `, measured(by, 'thickness'), ` ${over ? 'above' : 'below'} its ${port}.`],
    why: [
      'The structure is set by its outgoing pipe: its inlet is ',
      measured((body?.ports.outlet ?? 0) - (body?.ports.inlet ?? 0), 'thickness'),
      ' above its outlet.',
    ],
    gives: [`Bring the invert to its ${port}`, "Type the inlet and outlet from the maker's sheet"],
  }),
});

/** Rules about the hole, its sides, and the structure in it. */
const ofHole = putTo(dugOfHole);
const RULES = [
  holeDeep,
  holeTooDeep,
  holeSoft,
  ofHole(sidesSteep),
  ofHole(benchTall),
  ofHole(benchLoose),
  ofHole(shieldUnsized),
  ofHole(shieldLow),
  ofHole(seepage),
  holeMeetsLayer,
  lidOut,
  portsMeet,
  frameBears,
  holeRoom,
  fillOut,
] as const;

export const HOLES = declareSubject({
  name: 'hole',
  kind: 'hole',
  rules: RULES,
  told: 'after',
  judge(id, read, profile) {
    const [result, node] = [read.of('hole', id), read.of('node', id)];
    if (!result || !node) return NOTHING;
    const main = node.leaving[0] ?? node.arriving[0];
    const pits = [...node.leaving, ...node.arriving].flatMap(({ run }) => read.of('pitsOn', run) ?? NOTHING);
    const native = read.item('native', ONLY)?.soil;
    const facts = { ...result, node, pits, native, profile };
    return judge<HoleFacts>(RULES, facts, profile, { id, node: id, line: main?.line });
  },
});
