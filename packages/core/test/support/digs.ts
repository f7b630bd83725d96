import fc from 'fast-check';
import type { ItemOf, Service } from '@alveus/plan';
import { INCH } from '@alveus/plan';
import { ft, section } from '../builders';
import type { CrossingSpec, JobSpec, KeepingSpec, LineSpec, NodeSpec, PitSpec, RunSpec } from './jobs';
import { stone } from './jobs';

/** Random jobs whose inverts are to be worked out: lines that join, boxes that part water, utilities, pits, and what was said. */

interface RunDraw {
  readonly on: number;
  readonly branch: boolean;
  readonly length: number;
  readonly rise: number;
  readonly breaks: readonly number[];
  readonly form: NodeSpec['form'];
  readonly service: Service;
  readonly pipe: string;
  readonly fixed: number;
  readonly vehicles: boolean;
  readonly protection: ItemOf<'run'>['protection'];
  readonly cut: ItemOf<'run'>['cut'];
  readonly laid: number;
}

export const SECTIONS = [
  section(),
  section({ width: { rule: 'd2321' }, below: [{ material: stone.id, thickness: 4 * INCH }] }),
  section({
    width: { rule: 'en1610' },
    below: [{ material: stone.id, thickness: 0.1 }],
    above: [{ material: stone.id, upTo: { mark: 'crown', offset: 0.1 } }],
  }),
];

const feet = (least: number, most: number) =>
  fc.integer({ min: Math.round(least * 100), max: Math.round(most * 100) }).map((value) => value / 100);

const runDraw: fc.Arbitrary<RunDraw> = fc.record({
  on: fc.nat(1000),
  branch: fc.boolean(),
  length: feet(15, 160),
  rise: feet(-1.2, 3),
  breaks: fc.array(feet(-1, 1), { maxLength: 5 }),
  form: fc.constantFrom('manhole', 'catch-basin', 'fitting', 'cleanout', 'bend', 'inlet', 'd-box'),
  service: fc.constantFrom<Service>(
    'storm',
    'storm',
    'roof-drain',
    'yard-drain',
    'french-drain',
    'building-sewer',
    'effluent',
  ),
  pipe: fc.constantFrom('4 in SDR 35', '6 in SDR 35', '8 in SDR 35', '12 in SDR 35'),
  fixed: fc.nat(20),
  vehicles: fc.integer({ min: 0, max: 5 }).map((value) => value === 0),
  protection: fc.constantFrom(undefined, undefined, 'shielded', 'sloped', 'benched'),
  // Sides by hand now and then, upright below or unlike, and ground that falls across.
  cut: fc.constantFrom<ItemOf<'run'>['cut']>(
    undefined,
    undefined,
    undefined,
    { left: { by: 'sloped', out: 1.5, over: 0.5 } },
    { left: { by: 'sloped', out: 1.5, over: 0 }, right: { by: 'sloped', out: 2, over: 0 }, across: 0.1 },
  ),
  laid: fc.nat(SECTIONS.length - 1),
});

export interface DigDraw {
  readonly runs: readonly RunDraw[];
  readonly outlet: ItemOf<'node'>['form'];
  readonly crossings: readonly {
    on: number;
    at: number;
    deep: number;
    size: number;
    utility: NonNullable<CrossingSpec['utility']>;
  }[];
  readonly pits: readonly { on: number; at: number; soil: PitSpec['soil']; water: number; rock: number }[];
  readonly keepings: readonly { on: number; what: number; value: number }[];
  readonly frost: boolean;
}

export const digArb: fc.Arbitrary<DigDraw> = fc.record({
  runs: fc.array(runDraw, { minLength: 1, maxLength: 10 }),
  outlet: fc.constantFrom<ItemOf<'node'>['form']>('daylight', 'structure', 'pond', 'curb', 'soak-away'),
  crossings: fc.array(
    fc.record({
      on: fc.nat(1000),
      at: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      deep: feet(0.8, 4),
      size: fc.integer({ min: 1, max: 8 }),
      utility: fc.constantFrom<NonNullable<CrossingSpec['utility']>>('gas', 'water', 'electric'),
    }),
    { maxLength: 3 },
  ),
  pits: fc.array(
    fc.record({
      on: fc.nat(1000),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      soil: fc.constantFrom<PitSpec['soil']>('A', 'B', 'C'),
      water: feet(4, 9),
      rock: feet(4, 9),
    }),
    { maxLength: 1 },
  ),
  keepings: fc.array(fc.record({ on: fc.nat(1000), what: fc.nat(4), value: feet(0, 1) }), { maxLength: 2 }),
  frost: fc.boolean(),
});

/** Water gathers to node 0; a run hangs on a node before it, and goes on in its line or begins one. */
export function digJob({ runs, outlet, crossings, pits, keepings, frost }: DigDraw): JobSpec {
  const nodes: Record<string, NodeSpec> = {
    'Node 0': { form: outlet, ground: 100, ...(outlet === 'pond' ? { high: 95 } : {}) },
  };
  const lines: Record<string, LineSpec & { runs: Record<string, RunSpec> }> = {};
  const ground = [100];
  const lineAt: (string | undefined)[] = [undefined];
  const lengths: number[] = [];
  runs.forEach((draw, index) => {
    const on = draw.on % (index + 1);
    const [from, to] = [`Node ${index + 1}`, `Node ${on}`];
    const [low, high] = [ground[on] as number, (ground[on] as number) + draw.rise];
    ground.push(high);
    lengths.push(draw.length);
    nodes[from] = { form: draw.form ?? 'manhole', ground: high };
    const goesOn = draw.branch ? undefined : lineAt[on];
    const line = goesOn ?? `Line ${index}`;
    if (goesOn) lineAt[on] = undefined;
    lines[line] ??= {
      service: draw.service,
      pipe: draw.pipe,
      section: SECTIONS[draw.laid] as (typeof SECTIONS)[number],
      runs: {},
    };
    lineAt.push(line);
    lines[line].runs[`Run ${index}`] = {
      from,
      to,
      length: draw.length,
      breaks: draw.breaks.map((off, point) => {
        const share = (point + 1) / (draw.breaks.length + 1);
        return [draw.length * share, low + share * (high - low) + off] as const;
      }),
      vehicles: draw.vehicles,
      ...(draw.protection ? { protection: draw.protection } : {}),
      ...(draw.cut ? { cut: draw.cut } : {}),
      ...(draw.fixed === 0 ? { low: low - 4 } : {}),
      ...(draw.fixed === 1 ? { high: high - 3 } : {}),
      ...(draw.fixed === 2 ? { slope: 0.015 } : {}),
      ...(draw.fixed === 3 ? { drop: 0.1 } : {}),
    };
  });
  const run = (on: number): number => on % runs.length;
  const keeps = (what: number, value: number): KeepingSpec['keeps'] => {
    switch (what) {
      case 0:
        return { what: 'depth', is: 'most', value: ft(5 + 4 * value) };
      case 1:
        return { what: 'cover', is: 'least', value: ft(1 + value) };
      case 2:
        return { what: 'slope', is: 'least', value: 0.01 + value / 100 };
      case 3:
        return { what: 'invert', is: 'most', level: ft(98 + value) };
      default:
        return { what: 'crown', is: 'most', level: ft(99 + value) };
    }
  };
  return {
    nodes,
    lines,
    crossings: crossings.map(({ on, at, deep, size, utility }) => ({
      on: `Run ${run(on)}`,
      at: at * (lengths[run(on)] as number),
      deep,
      size,
      utility,
    })),
    pits: pits.map(({ on, at, soil, water, rock }) => ({
      on: `Run ${run(on)}`,
      at: at * (lengths[run(on)] as number),
      soil,
      water,
      rock,
    })),
    keepings: keepings.map(({ on, what, value }) => ({
      run: `Run ${run(on)}`,
      to: lengths[run(on)] as number,
      keeps: keeps(what, value),
    })),
    ...(frost ? { frost: 1.5 } : {}),
  };
}
