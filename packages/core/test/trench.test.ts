import fc from 'fast-check';
import type { Item, Section } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import {
  areaBelow,
  d2321Width,
  en1610Width,
  evaluate,
  FOOT,
  INCH,
  isWhole,
  stationsOf,
  TON,
  trenchWidth,
  YARD3,
} from '../src';
import type { Evaluation } from '../src';
import type { LineSpec } from './builders';
import { buildLine, catalogue, ft, inch, material, newId, section } from './builders';
import { DEFAULT_BUYING } from '../src/takeoff';
import { materialIn, takes } from './support/takes';

/** Stations of a run, at every ground point. */
function stationsOn({ runs }: Evaluation, id: string | undefined) {
  const run = runs.get(id ?? '');
  return run ? stationsOf(run.grade, run.ground, run.envelope) : [];
}

describe('trench width', () => {
  const pipe = (nominalMm: number, outsideMm: number) => ({ nominal: nominalMm / 1000, outside: outsideMm / 1000 });

  test('ASTM D2321: the greater of OD + 16 in and 1.25 OD + 12 in', () => {
    expect(d2321Width(inch(8.4))).toBeCloseTo(inch(24.4), 9);
    expect(d2321Width(inch(16))).toBeCloseTo(inch(32), 9);
    expect(d2321Width(inch(27.6))).toBeCloseTo(inch(46.5), 9);
  });

  test.each([
    [pipe(225, 250), 0.9, 0.65],
    [pipe(300, 335), 0.9, 0.835],
    [pipe(350, 390), 0.5, 0.89],
    [pipe(600, 670), 0.5, 1.37],
    [pipe(1200, 1400), 0.5, 2.25],
    [pipe(1500, 1700), 0.5, 2.7],
    [pipe(110, 110), 0.99, 0.51],
    [pipe(110, 110), 1.0, 0.8],
    [pipe(110, 110), 1.75, 0.8],
    [pipe(110, 110), 1.76, 0.9],
    [pipe(110, 110), 4.0, 0.9],
    [pipe(110, 110), 4.01, 1.0],
  ])('EN 1610: %p at depth %p m is %p m wide (from memory)', (size, depth, width) => {
    expect(en1610Width(size, depth)).toBeCloseTo(width, 9);
  });

  test('10 in each side of a 54 in concrete pipe: 74 in by its name, 85 in by its true outside (common practice)', () => {
    const concrete = catalogue('54 in concrete, wall B');
    expect(trenchWidth({ rule: 'room', each: inch(10), beside: 'nominal' }, concrete, 0)).toBeCloseTo(inch(74), 9);
    expect(trenchWidth({ rule: 'room', each: inch(10), beside: 'outside' }, concrete, 0)).toBeCloseTo(inch(85), 9);
  });
});

describe('amounts', () => {
  test('2,500 ft of trench 6.2 ft wide and 11 ft deep: 6,315 cu yd; 5.5 ft of stone with 5 % waste and next to no pipe: 3,315 cu yd, 4,840 ton', () => {
    const stone = material('Stone', { density: (1.46 * TON) / YARD3, waste: 0.05 });
    // The figure of the trade leaves the pipe out; a pipe of a hair's breadth does so here.
    const hair = { ...catalogue('4 in SDR 35'), outside: 1e-6, wall: 1e-7 };
    const { plan, line } = buildLine(
      {
        pipe: hair,
        section: section({
          width: { rule: 'fixed', width: ft(6.2) },
          below: [{ material: stone.id, thickness: ft(5.5) }],
        }),
        ground: ft(100 + 5.5) - 1e-7,
        runs: [{ length: ft(2500), low: ft(100), slope: 0, ground: ft(100 + 5.5) - 1e-7 }],
      },
      [stone],
    );
    const evaluation = evaluate(plan);
    const bought = materialIn(evaluation, line, stone.id);
    expect((evaluation.lines.get(line)?.soil.excavation ?? 0) / YARD3).toBeCloseTo(6314.8, 1);
    expect((bought?.ordered ?? 0) / YARD3).toBeCloseTo(3315.3, 1);
    expect(Math.abs((bought?.mass ?? 0) / TON - 4840)).toBeLessThan(1);
  });

  test('spoil: what goes back shrinks as it is placed, what leaves swells', () => {
    const { plan, line } = buildLine({ ground: ft(4), runs: [{ length: ft(100), low: 0, slope: 0, ground: ft(4) }] }, [
      { kind: 'native', id: '00000000-0000-4000-8000-000000000000', name: 'Clay', swell: 0.3, shrink: 0.2 },
    ]);
    const q = evaluate(plan).lines.get(line)?.soil;
    if (!q) throw new Error('no line');
    expect(q.nativeReturned).toBeCloseTo(q.excavation - q.pipeDisplaced, 9);
    // 0.8 of the trench's native volume is all that comes of it once compacted, so more is wanted than was dug.
    expect(q.nativeBank).toBeCloseTo(q.nativeReturned / 0.8, 9);
    expect(q.spoilBank).toBeCloseTo(Math.max(0, q.excavation - q.nativeBank), 9);
    expect(q.nativeShort).toBeCloseTo(Math.max(0, q.nativeBank - q.excavation), 9);
    expect(q.spoilLoose).toBeCloseTo(q.spoilBank * 1.3, 9);
  });

  test('sod is bought by what it covers: the trench’s width along the line, and the waste', () => {
    const sod = material('Sod', { class: 'sod', waste: 0.05 });
    const stone = material('Stone', { waste: 0.1 });
    const { plan, line } = buildLine(
      {
        section: section({
          width: { rule: 'fixed', width: ft(1.5) },
          above: [{ material: stone.id, upTo: { mark: 'ground', offset: inch(-2.5) } }],
          surface: [{ material: sod.id, thickness: inch(2.5) }],
        }),
        pipe: catalogue('4 in SDR 35'),
        ground: 10,
        runs: [
          { length: ft(40), low: 9, slope: 0, ground: 10 },
          { length: ft(60), slope: 0, ground: 10 },
        ],
      },
      [sod, stone],
    );
    const taken = takes(evaluate(plan), line).find(({ what }) => what.of === 'sod');
    expect((taken?.ordered ?? 0) / FOOT ** 2).toBeCloseTo(100 * 1.5 * 1.05, 9);
    expect(taken?.unit).toBe('area');
  });

  test('sticks are rounded up once for the line, along the slope', () => {
    const { plan, line } = buildLine({
      ground: 10,
      runs: [
        { length: ft(20), low: 0, slope: 0, ground: 10 },
        { length: ft(20), slope: 0, ground: 10 },
      ],
    });
    const by = (counted: 'job' | 'line') =>
      takes(evaluate(applyEdits(plan, [{ op: 'put', item: { ...DEFAULT_BUYING, counted } }])), line).find(
        ({ what }) => what.of === 'pipe',
      );
    const pipe = by('line');
    expect(pipe?.count?.number).toBe(3); // 41 ft in 14 ft sticks, not 2 + 2.
    // With 3 in into the walls at the ends of both runs.
    expect(pipe?.amount).toBeCloseTo(ft(41), 9);
    // There is no other line that its sticks could be cut for.
    expect(by('job')?.count).toEqual(pipe?.count);
  });

  test('unknown ground makes the amounts incomplete by the length that is missing', () => {
    const { plan, line } = buildLine({
      ground: 5,
      runs: [{ length: 30, low: 3, slope: 0.01, breaks: [{ at: 12, elevation: 5 }] }],
    });
    const gaps = evaluate(plan).lines.get(line)?.gaps;
    expect(gaps?.length).toBeCloseTo(18, 9);
    expect(gaps && isWhole(gaps)).toBe(false);
    const narrow = buildLine({
      section: section({ width: { rule: 'fixed', width: 0.1 } }),
      ground: 5,
      runs: [{ length: 30, low: 3, slope: 0, ground: 5 }],
    });
    expect(evaluate(narrow.plan).lines.get(narrow.line)).toMatchObject({
      gaps: { length: 30 },
      soil: { excavation: 0 },
    });
  });
});

test('a 6 in layer under a 24 in pipe with a 1.4 in wall puts the trench bottom 7.4 in below the flow line (fact of the trade)', () => {
  const sand = material('Stabilized sand');
  const pipe = { ...catalogue('24 in twin-wall'), outside: inch(26.8), wall: inch(1.4) };
  const { plan, runs } = buildLine(
    {
      pipe,
      section: section({ width: { rule: 'd2321' }, below: [{ material: sand.id, thickness: inch(6) }] }),
      ground: ft(6),
      runs: [{ length: ft(100), low: 0, slope: 0, ground: ft(6) }],
    },
    [sand],
  );
  expect(stationsOn(evaluate(plan), runs[0])[0]?.bottom).toBeCloseTo(inch(-7.4), 9);
});

test('0.26 % in 100 ft is 3 1/8 in; a lateral falling 1/4 in each 5 ft drops 3.5 in in 70 ft (facts of the trade)', () => {
  const storm = buildLine({ runs: [{ length: ft(100), low: 0, slope: 0.0026 }] });
  const high = evaluate(storm.plan).runs.get(storm.runs[0] ?? '')?.grade.high ?? 0;
  expect(Math.round((high / INCH) * 8) / 8).toBe(3.125);
  const lateral = buildLine({ runs: [{ length: ft(70), low: 0, slope: inch(0.25) / ft(5) }] });
  expect(evaluate(lateral.plan).runs.get(lateral.runs[0] ?? '')?.grade.high).toBeCloseTo(inch(3.5), 9);
});

test('a French drain started 10 in deep on level ground at 1 % is 22 in deep 100 ft on (fact of the trade)', () => {
  const pipe = catalogue('4 in SDR 35');
  const { plan, runs } = buildLine({
    service: 'french-drain',
    pipe,
    ground: 0,
    runs: [{ length: ft(100), high: inch(-10) + pipe.wall, slope: 0.01, ground: 0 }],
  });
  const stations = stationsOn(evaluate(plan), runs[0]);
  expect(stations[1]?.depth).toBeCloseTo(inch(10), 9);
  expect(stations[0]?.depth).toBeCloseTo(inch(22), 9);
});

/* Volumes against an independent two-dimensional quadrature. */

/** Ten-point Gauss-Legendre abscissae and weights on [-1, 1] (Abramowitz and Stegun, table 25.4). */
const GAUSS: readonly (readonly [x: number, weight: number])[] = [
  [0.1488743389816312, 0.2955242247147529],
  [0.4333953941292472, 0.2692667193099963],
  [0.6794095682990244, 0.219086362515982],
  [0.8650633666889845, 0.1494513491505806],
  [0.9739065285171717, 0.0666713443086881],
];

function gauss(f: (x: number) => number, a: number, b: number): number {
  const half = (b - a) / 2;
  const middle = (a + b) / 2;
  return half * GAUSS.reduce((sum, [x, weight]) => sum + weight * (f(middle - half * x) + f(middle + half * x)), 0);
}

/** Bisects until whole and halves agree. It is told where corners may lie: one just beside a cut would escape it. */
function integrate(f: (x: number) => number, a: number, b: number, tolerance: number): number {
  const go = (from: number, to: number, whole: number, eps: number, left: number): number => {
    const middle = (from + to) / 2;
    const lower = gauss(f, from, middle);
    const upper = gauss(f, middle, to);
    if (left === 0 || Math.abs(lower + upper - whole) <= eps) return lower + upper;
    return go(from, middle, lower, eps * 0.7, left - 1) + go(middle, to, upper, eps * 0.7, left - 1);
  };
  return go(a, b, gauss(f, a, b), tolerance, 34);
}

/** Width of trench at a height that is not pipe, straight from the definition: no shared code with the product. */
function openWidth(y: number, underside: number, radius: number, width: number): number {
  const offset = y - (underside + radius);
  return width - (Math.abs(offset) < radius ? 2 * Math.sqrt(radius * radius - offset * offset) : 0);
}

/** Area between two heights of the cross-section, by quadrature over the height, with x = sin t round the circle to tame its ends. */
function strip(from: number, to: number, underside: number, radius: number, width: number): number {
  if (to <= from) return 0;
  const low = underside;
  const high = underside + 2 * radius;
  const outside = width * (Math.max(0, Math.min(to, low) - from) + Math.max(0, to - Math.max(from, high)));
  const a = Math.max(from, low);
  const b = Math.min(to, high);
  if (b <= a) return outside;
  const angle = (y: number): number => Math.asin(Math.min(1, Math.max(-1, (y - low - radius) / radius)));
  // Smooth in t, so the halves are done by one rule each.
  const f = (t: number): number =>
    openWidth(low + radius + radius * Math.sin(t), low, radius, width) * radius * Math.cos(t);
  const half = (angle(a) + angle(b)) / 2;
  const inCircle = gauss(f, angle(a), half) + gauss(f, half, angle(b));
  return outside + inCircle;
}

const layerArb = fc.record({ thickness: fc.double({ min: 0.02, max: 0.4, noNaN: true }) });

const trenchArb = fc.record({
  nominal: fc.constantFrom('4 in SDR 35', '12 in SDR 35', '24 in concrete, wall B'),
  below: fc.array(layerArb, { maxLength: 2 }),
  haunch: fc.option(fc.constantFrom('invert' as const, 'springline' as const), { nil: undefined }),
  overlay: fc.double({ min: -0.05, max: 0.5, noNaN: true }),
  fill: fc.option(fc.double({ min: -0.4, max: -0.05, noNaN: true }), { nil: undefined }),
  surface: fc.array(layerArb, { maxLength: 2 }),
  room: fc.double({ min: 0.01, max: 0.6, noNaN: true }),
  length: fc.double({ min: 2, max: 80, noNaN: true }),
  slope: fc.double({ min: -0.02, max: 0.2, noNaN: true }),
  // Depths of ground over the invert: from bare pipe and daylight ends to a deep trench, flat ones among them.
  depths: fc.array(fc.oneof(fc.double({ min: -0.6, max: 3, noNaN: true }), fc.constantFrom(0, 0.3, 1)), {
    minLength: 2,
    maxLength: 5,
  }),
});

test('every volume agrees with two-dimensional quadrature to 1e-9 of the excavation, daylight ends included', () => {
  fc.assert(
    fc.property(trenchArb, (spec) => {
      const stone = material('Stone');
      const pipe = catalogue(spec.nominal);
      const template: Section = section({
        width: { rule: 'fixed', width: pipe.outside + spec.room },
        below: spec.below.map((layer) => ({ material: stone.id, ...layer })),
        above: [
          ...(spec.haunch ? [{ material: stone.id, upTo: { mark: spec.haunch, offset: 0 } }] : []),
          { material: 'native' as const, upTo: { mark: 'crown' as const, offset: spec.overlay } },
          ...(spec.fill === undefined
            ? []
            : [{ material: stone.id, upTo: { mark: 'ground' as const, offset: spec.fill } }]),
        ],
        surface: spec.surface.map((layer) => ({ material: stone.id, ...layer })),
      });
      const step = spec.length / (spec.depths.length - 1);
      const invert = (at: number): number => 50 + spec.slope * at;
      const grounds = spec.depths.map((depth, index) => ({
        at: index * step,
        elevation: invert(index * step) + depth,
      }));
      const { plan, runs } = buildLine(
        {
          pipe,
          section: template,
          ground: grounds[0]?.elevation,
          runs: [
            {
              length: spec.length,
              low: 50,
              slope: spec.slope,
              ground: grounds[grounds.length - 1]?.elevation,
              breaks: grounds.slice(1, -1),
            },
          ],
        } as LineSpec,
        [stone],
      );
      const result = evaluate(plan).runs.get(runs[0] ?? '');
      const amounts = result?.trench?.amounts;
      if (!amounts || !result.envelope) throw new Error('no amounts');

      const width = pipe.outside + spec.room;
      const under = spec.below.reduce((sum, layer) => sum + layer.thickness, 0);
      const surface = spec.surface.reduce((sum, layer) => sum + layer.thickness, 0);
      const radius = pipe.outside / 2;

      /** Tops at a depth, straight from the words: stacked from the bottom, cut by what hangs from the ground. */
      const tops = (depth: number): number[] => {
        const ground = Math.max(0, depth);
        const roof = Math.max(0, depth - surface);
        const list: number[] = [];
        const stack = (asked: number): number =>
          list[list.push(Math.min(roof, Math.max(asked, list[list.length - 1] ?? 0))) - 1] ?? 0;
        let height = 0;
        for (const layer of spec.below) stack((height += layer.thickness));
        if (spec.haunch) stack(under + (spec.haunch === 'invert' ? pipe.wall : radius));
        stack(under + pipe.outside + spec.overlay);
        if (spec.fill !== undefined) stack(depth + spec.fill);
        list.push(roof);
        let hung = surface;
        for (const layer of [...spec.surface].reverse()) {
          hung -= layer.thickness;
          list.push(Math.max(0, depth - Math.max(0, hung), list[list.length - 1] ?? 0));
        }
        list[list.length - 1] = ground;
        return list;
      };

      const heights = [
        0,
        under,
        under + pipe.outside,
        under + (spec.haunch === 'invert' ? pipe.wall : radius),
        under + pipe.outside + spec.overlay,
      ];
      spec.below.reduce((sum, layer) => (heights.push(sum + layer.thickness), sum + layer.thickness), 0);
      const offsets = [0, -surface, spec.fill ?? 0];
      spec.surface.reduce((sum, layer) => (offsets.push(sum - layer.thickness), sum - layer.thickness), 0);

      let excavation = 0;
      const layers = amounts.layers.map(() => 0);
      for (let index = 1; index < grounds.length; index += 1) {
        const a = spec.depths[index - 1] as number;
        const b = spec.depths[index] as number;
        const depthAt = (at: number): number => a + ((b - a) * at) / step + pipe.wall + under;
        // Ground over the bottom, by hand: a trapezoid, or the triangle of it that is above nothing.
        const [from, to] = [depthAt(0), depthAt(step)];
        const [low, high] = [Math.min(from, to), Math.max(from, to)];
        excavation +=
          low >= 0
            ? (width * step * (low + high)) / 2
            : high > 0
              ? (width * step * high * high) / (2 * (high - low))
              : 0;
        const corners = heights.flatMap((height) =>
          offsets.map((offset) => ((height - offset - depthAt(0)) * step) / (b - a)),
        );
        const cuts = [0, ...corners.filter((at) => at > 0 && at < step).sort((x, y) => x - y), step];
        for (let layer = 0; layer < layers.length; layer += 1) {
          const area = (at: number): number => {
            const list = tops(depthAt(at));
            return strip(layer === 0 ? 0 : (list[layer - 1] as number), list[layer] as number, under, radius, width);
          };
          layers[layer] =
            (layers[layer] as number) +
            cuts.slice(1).reduce((sum, cut, at) => sum + integrate(area, cuts[at] as number, cut, 1e-12), 0);
        }
      }
      const within = 1e-9 * Math.max(excavation, 1e-3) + 1e-10;
      expect(Math.abs(amounts.excavation - excavation)).toBeLessThan(within);
      layers.forEach((volume, layer) =>
        expect(Math.abs((amounts.layers[layer] as number) - volume)).toBeLessThan(within),
      );
      const all = amounts.layers.reduce((sum, volume) => sum + volume, amounts.pipe);
      expect(Math.abs(all - amounts.excavation)).toBeLessThan(1e-12 * Math.max(1, excavation));
    }),
    { numRuns: 60 },
  );
});

test('a daylight end: the pipe displaces only what is in the ground', () => {
  const pipe = catalogue('12 in SDR 35');
  // The ground runs from the pipe's underside to its crown: half of the cylinder by symmetry.
  const bottom = -pipe.wall;
  const { plan, runs } = buildLine({
    pipe,
    ground: bottom,
    runs: [{ length: 10, low: 0, slope: 0, ground: bottom + pipe.outside }],
  });
  const amounts = evaluate(plan).runs.get(runs[0] ?? '')?.trench?.amounts;
  expect(amounts?.pipe).toBeCloseTo((areaBelow(1, pipe.outside / 2) * 10) / 2, 9);
});

test('an edit gives what a fresh evaluation gives, and works out only its dependents', () => {
  const spec: LineSpec = {
    ground: 5,
    runs: [
      { length: 20, low: 3, slope: 0.01, ground: 5.5 },
      { length: 20, slope: 0.01, ground: 6 },
      { length: 20, slope: 0.02, ground: 6.5 },
    ],
  };
  const built = buildLine(spec);
  const before = evaluate(built.plan);
  const edits: [Item, number][] = [
    [{ kind: 'nodeGround', id: built.nodes[1] ?? '', elevation: 7 }, 2],
    [{ kind: 'runGround', id: built.runs[2] ?? '', breaks: [{ at: 7, elevation: 6 }] }, 1],
    [{ kind: 'runGrade', id: built.runs[1] ?? '', slope: 0.03 }, 2],
    [{ kind: 'runGrade', id: built.runs[0] ?? '', a: 2.9, slope: 0.01 }, 3],
    [{ ...(built.plan.node[built.nodes[0] ?? ''] as Item & { kind: 'node' }), water: { high: 4 } }, 0],
  ];
  for (const [item, dependents] of edits) {
    const plan = applyEdits(built.plan, [{ op: 'put', item }]);
    const after = evaluate(plan, before);
    const fresh = evaluate(plan);
    expect([...after.runs.values()]).toEqual([...fresh.runs.values()]);
    expect([...after.lines.values()]).toEqual([...fresh.lines.values()]);
    expect(after.recomputed.size).toBe(dependents);
  }
  const gone = applyEdits(built.plan, [{ op: 'remove', kind: 'run', id: built.runs[2] ?? newId() }]);
  expect([...evaluate(gone, before).runs.keys()]).toEqual([...evaluate(gone).runs.keys()]);
});
