import fc from 'fast-check';
import type { Edit, Hole, Item, ItemOf } from '@alveus/plan';
import { applyEdits, FOOT } from '@alveus/plan';
import type { Finding, RuleName } from '../src';
import { evaluate, findingsOf } from '../src';
import { ft, inch, newId } from './builders';
import type { Job, JobSpec } from './support/jobs';
import { job, plain } from './support/jobs';

/** Septic systems whose tank and box stand in holes: sound ones have nothing to put right, and of one fault only that is told. */

const MORE = Number(process.env['SOAK'] ?? 1);

const SOILS = ['A', 'B', 'C', undefined] as const;
type Soil = (typeof SOILS)[number];

interface Spec {
  readonly soil: Soil;
  readonly hold: 'sloped' | 'shored' | 'shielded' | 'benched';
  readonly sewer: { readonly length: number; readonly slope: number };
  readonly effluent: { readonly length: number; readonly slope: number };
  readonly laterals: readonly { readonly leader: number; readonly length: number; readonly slope: number }[];
  /** Through the tank, and through the box, inches. */
  readonly falls: readonly [tank: number, box: number];
  /** Soil over the top of the tank, and over the stone of the laterals, ft. */
  readonly over: readonly [tank: number, field: number];
  readonly tall: number;
}

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const specArb: fc.Arbitrary<Spec> = fc.record({
  soil: fc.constantFrom(...SOILS),
  hold: fc.constantFrom('sloped', 'shored', 'shielded', 'benched'),
  sewer: fc.record({ length: between(20, 60), slope: between(0.0209, 0.03) }),
  effluent: fc.record({ length: between(10, 40), slope: between(0.0106, 0.03) }),
  laterals: fc.array(fc.record({ leader: between(6, 20), length: between(30, 80), slope: between(0, 0.004) }), {
    minLength: 1,
    maxLength: 4,
  }),
  falls: fc.tuple(between(2.01, 2.99), between(1.01, 2)),
  over: fc.tuple(between(0.35, 2), between(0.55, 1.4)),
  tall: between(4.5, 6.5),
});

/** How deep its inlet lies under the top of a tank, and of a box, ft. */
const INLET = { tank: 1.1, box: 0.5 } as const;
/** From the invert of a 4 in pipe up to the stone over its crown. */
const STONE = 0.36;

interface Septic extends Job {
  readonly spec: Spec;
  readonly tank: string;
  readonly box: string;
}

function septic(spec: Spec): Septic {
  const { soil, sewer, effluent, laterals, falls, over, tall } = spec;
  const inlet = 100;
  const outlet = inlet - falls[0] / 12;
  const boxIn = outlet - effluent.slope * effluent.length;
  const ports = boxIn - falls[1] / 12;
  const top = outlet + INLET.tank + falls[0] / 12;
  const ground = top + over[0];
  const boxTop = boxIn + INLET.box;
  const nodes: Record<string, JobSpec['nodes'][string]> = {
    House: { form: 'stub-out', ground: inlet + sewer.slope * sewer.length + 2 },
    Tank: { form: 'tank', ground },
    Box: { form: 'd-box', ground: Math.max(boxTop + 0.3, boxIn + 1) },
  };
  const lines: Record<string, JobSpec['lines'][string]> = {
    Sewer: {
      service: 'building-sewer',
      pipe: '4 in SDR 35',
      runs: { Sewer: { from: 'House', to: 'Tank', low: inlet, ...sewer, protection: 'shored' } },
    },
    Effluent: {
      service: 'effluent',
      pipe: '4 in SDR 35',
      runs: { Effluent: { from: 'Tank', to: 'Box', high: outlet, ...effluent, protection: 'shored' } },
    },
  };
  laterals.forEach(({ leader, length, slope }, index) => {
    const [bend, end] = [`Bend ${index + 1}`, `End ${index + 1}`];
    const low = ports - 0.0105 * leader;
    const far = low - slope * length;
    nodes[bend] = { form: 'bend', ground: Math.max(low + STONE + over[1], low + 0.9) };
    nodes[end] = { form: 'lateral-end', ground: far + STONE + over[1] };
    lines[`Leader ${index + 1}`] = {
      service: 'leader',
      pipe: '4 in SDR 35',
      runs: {
        [`Leader ${index + 1}`]: {
          from: 'Box',
          to: bend,
          high: ports,
          slope: 0.0105,
          length: leader,
          protection: 'shored',
        },
      },
    };
    lines[`Lateral ${index + 1}`] = {
      service: 'lateral',
      pipe: '4 in SDR 35',
      runs: { [`Lateral ${index + 1}`]: { from: bend, to: end, high: low, slope, length, protection: 'shored' } },
    };
  });
  const hold = spec.hold === 'benched' && soil !== 'A' && soil !== 'B' ? 'sloped' : spec.hold;
  const shield = hold === 'shielded' ? { shield: { outside: ft(7), tall: ft(5) } } : {};
  return {
    ...job({
      nodes,
      lines,
      ...(soil ? { soil } : {}),
      holes: [
        {
          node: 'Tank',
          long: 8,
          wide: 5,
          tall,
          ports: [INLET.tank, INLET.tank + falls[0] / 12],
          protection: hold,
          ...shield,
        },
        {
          node: 'Box',
          long: 1.5,
          wide: 1.5,
          tall: 1,
          ports: [INLET.box, INLET.box + falls[1] / 12],
          protection: 'sloped',
        },
      ],
    }),
    spec,
    tank: 'Tank',
    box: 'Box',
  };
}

const septicArb = specArb.map(septic);
const grave = (findings: readonly Finding[]): Finding[] => findings.filter(({ severity }) => severity !== 'watch');

test('a sound septic system has nothing that must be put right', () => {
  fc.assert(
    fc.property(septicArb, ({ plan }) => {
      expect(grave(findingsOf(evaluate(plan))).map(({ id, rule, by }) => `${rule} ${by?.value ?? ''} ${id}`)).toEqual(
        [],
      );
    }),
    { numRuns: 250 * MORE },
  );
});

interface Fault {
  readonly edits: readonly Edit[];
  readonly rule: RuleName;
  /** The node, run or utility at which it is to be found. */
  readonly at: string;
  /** What else follows from it. */
  readonly also?: readonly RuleName[];
}

const put = (item: Item): Edit => ({ op: 'put', item });

/** The hole of the tank cut otherwise. */
function tankHole({ plan, ids }: Septic, change: (hole: Hole) => Hole): { edits: Edit[]; at: string } {
  const id = ids['Tank'] ?? '';
  return { edits: [put(change(plan.hole[id] as Hole))], at: id };
}

const bare = ({ side: _side, protection: _protection, shield: _shield, ...hole }: Hole): Hole => hole;
const depthOf = ({ plan, ids }: Septic): number => (evaluate(plan).holes.get(ids['Tank'] ?? '')?.depth ?? 0) / FOOT;
const nodeOf = ({ plan, ids }: Septic, name: string): ItemOf<'node'> => plan.node[ids[name] ?? ''] as ItemOf<'node'>;

const FAULTS: Readonly<Record<string, (septic: Septic) => Fault | undefined>> = {
  'said to be sloped, and cut upright': (system) => ({
    ...tankHole(system, (hole) => ({ ...bare(hole), protection: 'sloped', side: { by: 'upright' } })),
    rule: 'sides-steep',
  }),
  'nobody says how people are protected': (system) => ({ ...tankHole(system, bare), rule: 'hole-deep' }),
  'a shield without a size': (system) => ({
    ...tankHole(system, (hole) => ({ ...bare(hole), protection: 'shielded' })),
    rule: 'shield-unsized',
  }),
  'upright over a low shield': (system) => ({
    ...tankHole(system, (hole) => ({
      ...bare(hole),
      protection: 'shielded',
      side: { by: 'upright' },
      shield: { outside: ft(7), tall: ft(3) },
    })),
    rule: 'shield-low',
  }),
  'benched in loose soil': (system) =>
    system.spec.soil === 'C' || system.spec.soil === undefined
      ? { ...tankHole(system, (hole) => ({ ...bare(hole), protection: 'benched' })), rule: 'bench-loose' }
      : undefined,
  'a face of 5 ft': (system) =>
    system.spec.soil === 'A' || system.spec.soil === 'B'
      ? {
          ...tankHole(system, (hole) => ({
            ...bare(hole),
            protection: 'benched',
            side: { by: 'benched', first: ft(5), rise: ft(4), tread: ft(4) },
          })),
          rule: 'bench-tall',
        }
      : undefined,
  'an inlet typed 4 in too low': (system) => ({
    ...tankHole(system, (hole) => {
      const ports = hole.ports ?? { inlet: 0, outlet: 0, wall: 0 };
      return { ...hole, ports: { ...ports, inlet: ports.inlet - inch(4) } };
    }),
    rule: 'ports-meet',
  }),
  'a tank that is out of the ground': (system) => ({
    ...tankHole(system, (hole) => {
      const ports = hole.ports ?? { inlet: 0, outlet: 0, wall: 0 };
      const by = ft(system.spec.over[0] + 0.5);
      return { ...hole, tall: hole.tall + by, ports: { ...ports, inlet: ports.inlet + by, outlet: ports.outlet + by } };
    }),
    rule: 'lid-out',
  }),
  'a tank outlet as high as its inlet': (system) => {
    const run = system.plan.run[system.ids['Effluent'] ?? ''] as ItemOf<'run'>;
    const slope =
      (evaluate(system.plan).runs.get(run.id)?.grade.slope ?? 0) +
      ft(system.spec.falls[0] / 12 - 0.01) / ft(system.spec.effluent.length);
    return {
      edits: [put({ kind: 'runGrade', id: run.id, b: ft(99.99), slope: run.flow === 'to-a' ? slope : -slope })],
      rule: 'inlet-low',
      at: system.ids['Tank'] ?? '',
      also: ['ports-meet'],
    };
  },
  'a lateral end with 4 ft more ground': (system) => {
    const id = system.ids['End 1'] ?? '';
    const ground = system.plan.nodeGround[id];
    return ground
      ? {
          edits: [put({ ...ground, elevation: ground.elevation + ft(4) })],
          rule: 'field-deep',
          at: system.ids['Lateral 1'] ?? '',
        }
      : undefined;
  },
  'a pit that met water a foot under a lateral': (system) => {
    const run = system.ids['Lateral 1'] ?? '';
    const depth = evaluate(system.plan).runs.get(run)?.trench?.deepest?.depth ?? 0;
    const pit: Item = {
      kind: 'testPit',
      id: newId(),
      name: 'Pit 1',
      place: { run, at: ft(5) },
      depth: ft(9),
      description: '',
      groundwater: depth + ft(1),
    };
    return { edits: [put(pit)], rule: 'field-water', at: run };
  },
  'a pit that met water over the bottom of a sloped hole': (system) => {
    const { soil } = system.spec;
    if (soil !== 'A' && soil !== 'B') return undefined;
    const { edits, at } = tankHole(system, (hole) => ({ ...bare(hole), protection: 'sloped' }));
    const pit: Item = {
      kind: 'testPit',
      id: newId(),
      name: 'Pit 1',
      place: { run: system.ids['Sewer'] ?? '', at: ft(5) },
      depth: ft(9),
      description: '',
      groundwater: ft(depthOf(system) - 0.5),
    };
    return { edits: [...edits, put(pit)], rule: 'seepage', at };
  },
  'a gas main through the hole of the tank': (system) => {
    const run = system.plan.run[system.ids['Sewer'] ?? ''] as ItemOf<'run'>;
    const main: Item = {
      kind: 'crossing',
      id: newId(),
      run: run.id,
      name: 'Gas main',
      utility: 'gas',
      size: inch(2),
      lies: { how: 'across', at: ft(4.5) },
      level: { by: 'elevation', of: 'centre', value: ft(97) },
      measured: true,
      markedBy: '',
      markedOn: '',
    };
    return { edits: [put(main)], rule: 'utility-in-hole', at: main.id };
  },
  'a rim under its pipes': (system) => ({
    edits: [put({ ...nodeOf(system, 'Box'), rim: ft(98) })],
    rule: 'rim-low',
    at: system.ids['Box'] ?? '',
    also: ['lid-out'],
  }),
  'a lateral without stone': (system) => {
    const run = system.plan.run[system.ids['Lateral 1'] ?? ''] as ItemOf<'run'>;
    return { edits: [put(plain), put({ ...run, section: plain.id })], rule: 'drain-stone', at: run.id };
  },
  'a hole that nobody set': (system) => ({
    edits: [{ op: 'remove', kind: 'hole', id: system.ids['Tank'] ?? '' }],
    rule: 'hole-unset',
    at: system.ids['Tank'] ?? '',
  }),
};

test.each(Object.entries(FAULTS))('of one fault only that is told: %s', (_told, faultIn) => {
  let tried = 0;
  fc.assert(
    fc.property(septicArb, (system) => {
      const fault = faultIn(system);
      if (!fault) return;
      tried += 1;
      const found = findingsOf(evaluate(applyEdits(system.plan, [...fault.edits])));
      const reported = found.filter(
        ({ rule, node, run, id }) => rule === fault.rule && [node, run].concat(id.split(':')).includes(fault.at),
      );
      expect(reported.length).toBeGreaterThan(0);
      const expected = new Set<string>([fault.rule, ...(fault.also ?? [])]);
      expect(
        grave(found)
          .filter(({ rule }) => !expected.has(rule))
          .map(({ id, rule }) => `${rule} ${id}`),
      ).toEqual([]);
    }),
    { numRuns: 60 * MORE },
  );
  expect(tried).toBeGreaterThan(0);
});
