import type { Hole, Item } from '@alveus/plan';
import { applyEdits, Hole as HoleSchema } from '@alveus/plan';
import fc from 'fast-check';
import type { HoleSide } from '../src';
import { evaluate, FOOT, holeAmounts, holeReach, INCH, spreadOf, wallOf } from '../src';
import { job } from './support/jobs';
import { buildLine, catalogue, ft, inch, material, newId, section } from './builders';
import { takes } from './support/takes';

/** Holes of structures: by hand, and each amount against slices. */

const stone = material('Stone');
const concrete = material('Concrete');

const manhole = (id: string, fields: Partial<Hole> = {}): Hole => ({
  kind: 'hole',
  id,
  plan: { by: 'round', across: ft(4) },
  floor: inch(6),
  tall: ft(5),
  room: ft(1),
  below: [{ material: stone.id, thickness: inch(6) }],
  around: [{ material: stone.id, over: ft(2) }],
  ...fields,
});

/** A line of 100 ft, level at 6 ft deep to the invert, with a hole at its low end. */
function withHole(hole: (node: string) => Hole, more: Item[] = []) {
  const pipe = catalogue('12 in SDR 35');
  const built = buildLine(
    {
      pipe,
      section: section({ width: { rule: 'fixed', width: ft(3) } }),
      ground: ft(106),
      runs: [{ length: ft(100), low: ft(100), slope: 0, ground: ft(106) }],
    },
    [stone, concrete, ...more],
  );
  const put = hole(built.nodes[0] ?? '');
  const plan = { ...built.plan, hole: { [put.id]: put } };
  return { pipe, plan, line: built.line, run: built.runs[0] ?? '', node: put.id };
}

test('a 4 ft manhole in a hole of 6 ft square and 7 ft: 252 cu ft, and its trench begins 3 ft from the node (worked by hand)', () => {
  const { plan, line, run, node, pipe } = withHole((id) => manhole(id));
  const evaluation = evaluate(plan);
  const result = evaluation.holes.get(node);
  // 6 ft to the invert, 6 in of floor, 6 in of stone.
  expect((result?.depth ?? 0) / FOOT).toBeCloseTo(7, 9);
  const cubic = (value = NaN): number => value / FOOT ** 3;
  const { amounts } = result ?? {};
  expect(cubic(amounts?.excavation)).toBeCloseTo(6 * 6 * 7, 6);
  expect(cubic(amounts?.structure)).toBeCloseTo(Math.PI * 4 * 5, 6);
  // The pipe goes through a foot of room.
  expect(cubic(amounts?.pipes)).toBeCloseTo((Math.PI * (pipe.outside / FOOT) ** 2) / 4, 6);
  expect(cubic(amounts?.layers[0]?.volume)).toBeCloseTo(36 * 0.5, 6);
  const trench = evaluation.runs.get(run)?.trench?.amounts;
  const depth = 6 + pipe.wall / FOOT;
  expect(cubic(trench?.excavation)).toBeCloseTo(97 * 3 * depth, 6);
  const q = evaluation.lines.get(line)?.soil;
  expect(cubic(q?.excavation)).toBeCloseTo(252 + 97 * 3 * depth, 6);
  const bought = takes(evaluation, line).reduce(
    (sum, { what, amount }) => (what.of === 'material' ? sum + amount : sum),
    0,
  );
  expect(cubic((q?.pipeDisplaced ?? 0) + (q?.structures ?? 0) + bought + (q?.nativeReturned ?? 0))).toBeCloseTo(
    252 + 97 * 3 * depth,
    6,
  );
});

test('sloped sides: what they open within the width of a trench is that trench’s, and dug once (worked by hand)', () => {
  const { plan, node, pipe } = withHole((id) => manhole(id, { side: { by: 'sloped', out: 1, over: 0 } }));
  const cubic = (evaluate(plan).holes.get(node)?.amounts?.excavation ?? NaN) / FOOT ** 3;
  // The frustum of a square that goes out 1 in 1: from 6 ft to 20 ft on each side over 7 ft.
  const frustum = (7 / 3) * (36 + 400 + Math.sqrt(36 * 400));
  // The trench is 3 ft wide; its bottom is 1 ft less a wall over that of the hole.
  const low = 1 - pipe.wall / FOOT;
  expect(cubic).toBeCloseTo(frustum - (3 * (49 - low * low)) / 2, 6);
});

test('a frame on its own concrete, 25 mm clear of the shaft, leaves a ring open', () => {
  const frame = { material: concrete.id, across: ft(3), thick: inch(8), clear: 0.025 };
  const { plan, node } = withHole((id) => manhole(id, { riser: ft(2), frame }));
  const amounts = evaluate(plan).holes.get(node)?.amounts;
  const ring = (outer: number, inner: number): number => (Math.PI / 4) * (outer ** 2 - inner ** 2) * inch(8);
  expect(amounts?.layers.find(({ name }) => name === 'frame')?.volume).toBeCloseTo(ring(ft(3), ft(2) + 0.05), 9);
  expect(amounts?.void).toBeCloseTo(ring(ft(2) + 0.05, ft(2)), 9);
});

test('the plane of a trench that leaves a box aslant is where its centre line leaves the hole', () => {
  const box = manhole('x', { plan: { by: 'box', along: ft(8), across: ft(5) } });
  expect(holeReach(box, undefined) / FOOT).toBeCloseTo(5, 9);
  expect(holeReach(box, 0) / FOOT).toBeCloseTo(5, 9);
  expect(holeReach(box, Math.PI / 2) / FOOT).toBeCloseTo(3.5, 9);
  expect(holeReach(box, Math.PI / 4) / FOOT).toBeCloseTo(3.5 * Math.SQRT2, 9);
});

const sideArb = fc.constantFrom<Hole['side']>(
  undefined,
  { by: 'sloped', out: 1, over: 0 },
  { by: 'sloped', out: 0.75, over: 0.7 },
  { by: 'benched', first: 0.8, rise: 0.6, tread: 0.5 },
);

test('layers, pipes, structure and what is left open are all of the hole, and each is what slices make of it', () => {
  const spread = spreadOf(wallOf({ by: 'sloped', out: 0.5, over: 0.3 }), wallOf({ by: 'upright' }));
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 1.8, noNaN: true }),
      fc.double({ min: 0.3, max: 1.4, noNaN: true }),
      fc.double({ min: 0, max: 0.6, noNaN: true }),
      fc.double({ min: -0.2, max: 3.5, noNaN: true }),
      fc.double({ min: 0.1, max: 1.2, noNaN: true }),
      sideArb,
      fc.boolean(),
      (across, tall, room, depth, bottom, side, framed) => {
        const hole = manhole('x', {
          plan: { by: 'box', along: across * 1.5, across },
          tall,
          room,
          below: [{ material: stone.id, thickness: 0.1 }],
          around: [{ material: stone.id, over: 0.25 }],
          ...(side ? { side } : {}),
          riser: 0.6,
          ...(framed ? { frame: { material: concrete.id, across: 0.95, thick: 0.2, clear: 0.03 } } : {}),
        });
        const trenches = [{ bottom, width: 0.6, spread, through: 'ahead' as const }];
        const pipes = [{ low: bottom + 0.1, radius: 0.15 }];
        const amounts = holeAmounts(hole, side ?? { by: 'upright' }, depth, trenches, pipes);
        const whole =
          amounts.layers.reduce((sum, { volume }) => sum + volume, 0) +
          amounts.structure +
          amounts.void +
          amounts.pipes;
        expect(Math.abs(whole - amounts.excavation)).toBeLessThan(1e-9 * Math.max(1, amounts.excavation));
        // Slices, straight from the words.
        const out = (height: number): number => {
          if (!side) return 0;
          if (side.by === 'sloped') return Math.max(0, height - side.over) * side.out;
          if (side.by === 'upright' || height < side.first) return 0;
          return (Math.floor((height - side.first) / side.rise) + 1) * side.tread;
        };
        const slice = (height: number): number => {
          const square = (across * 1.5 + 2 * room + 2 * out(height)) * (across + 2 * room + 2 * out(height));
          const wide = 0.6 + 0.5 * Math.max(0, height - bottom - 0.3);
          return square - (height > bottom ? out(height) * Math.min(wide, across + 2 * room + 2 * out(height)) : 0);
        };
        const steps = 40_000;
        const step = Math.max(0, depth) / steps;
        let dug = 0;
        let solid = 0;
        for (let index = 0; index < steps; index += 1) {
          const height = (index + 0.5) * step;
          dug += slice(height) * step;
          if (height >= 0.1) solid += (height < 0.1 + tall ? across * 1.5 * across : Math.PI * 0.09) * step;
        }
        // Slices miss a jump by no more than half a slice: one at the bottom of the trench, and one at each bench.
        expect(Math.abs(amounts.excavation - dug)).toBeLessThan(1e-6 + (side?.by === 'benched' ? 60 : 2) * step);
        expect(Math.abs(amounts.structure - solid)).toBeLessThan(1e-7 + 4 * step);
        expect(amounts.layers.every(({ volume }) => volume > -1e-9 || room < 0.15)).toBe(true);
      },
    ),
    { numRuns: 60 },
  );
});

test('what cannot stand in its hole is refused at its field', () => {
  const at = (fields: Partial<Hole>) =>
    HoleSchema.safeParse({ ...manhole(newId()), ...fields }).error?.issues[0]?.path.join('.');
  expect(at({})).toBeUndefined();
  expect(at({ room: -0.1 })).toBe('room');
  expect(at({ tall: 0 })).toBe('tall');
  expect(at({ riser: ft(5) })).toBe('riser');
  const ports = { inlet: 1, outlet: 1.1, wall: 0.1 };
  expect(at({ ports })).toBeUndefined();
  expect(at({ ports: { ...ports, inlet: 1.2 } })).toBe('ports.inlet');
  expect(at({ ports: { ...ports, outlet: 1.45 } })).toBe('ports.outlet');
  expect(at({ ports: { ...ports, wall: 0.7 } })).toBe('ports.wall');
  expect(at({ riser: ft(2), frame: { material: concrete.id, across: 24 * INCH, thick: 0.2, clear: 0.025 } })).toBe(
    'frame.across',
  );
  expect(
    at({
      around: [
        { material: stone.id, over: 1 },
        { material: stone.id, over: 0.5 },
      ],
    }),
  ).toBe('around.1.over');
});

test('a tank 7.5 by 4.75 by 5.25 ft, its inlet 1.10 ft under its top, on 6 in of stone (worked by hand)', () => {
  const { plan, ids } = job({
    nodes: { House: { form: 'stub-out', ground: 98.5 }, Tank: { form: 'tank', ground: 96.9 } },
    lines: {
      Sewer: {
        service: 'building-sewer',
        pipe: '4 in SDR 35',
        // Its trench begins at the side of the hole: no trench is dug within it.
        section: section({ width: { rule: 'fixed', width: ft(2) } }),
        runs: { Sewer: { from: 'House', to: 'Tank', length: 40, low: 94.36, slope: 0.021 } },
      },
    },
    soil: 'C',
    holes: [{ node: 'Tank', long: 7.5, wide: 4.75, tall: 5.25, ports: [1.1, 1.35] }],
  });
  const id = ids.Tank ?? '';
  const result = evaluate(plan).holes.get(id);
  const feet = (value = NaN): number => value / FOOT;
  expect(feet((result?.body?.top ?? NaN) - (result?.hole.tall ?? NaN))).toBeCloseTo(90.21, 9);
  expect(feet(result?.depth)).toBeCloseTo(7.19, 9);
  // 5.25 ft less a floor of 4 in, less 1.35 ft from its top down to its outlet.
  expect(feet(result?.body?.liquid)).toBeCloseTo(5.25 - 4 / 12 - 1.35, 9);
  expect(((96.9 * FOOT - (result?.body?.top ?? NaN)) / INCH).toFixed(1)).toBe('17.3');
  const cubicYards = (volume: number): number => volume / FOOT ** 3 / 27;
  expect(cubicYards(result?.amounts?.excavation ?? NaN).toFixed(1)).toBe('17.1');
  // Dug alone, sloped on all sides: a frustum from 9.5 by 6.75 ft.
  const alone = holeAmounts(result?.hole as Hole, { by: 'sloped', out: 1.5, over: 0 }, result?.depth ?? NaN, [], []);
  expect(cubicYards(alone.excavation).toFixed(1)).toBe('105.0');
  // Said to be sloped, it is: in class C by 1 1/2 out for one up.
  const said = applyEdits(plan, [{ op: 'put', item: { ...(result?.hole as Hole), protection: 'sloped' } }]);
  const after = evaluate(said).holes.get(id);
  expect(after?.side).toEqual({ by: 'sloped', out: 1.5, over: 0 });
  expect(after?.amounts?.excavation).toBeGreaterThan(4 * (result?.amounts?.excavation ?? NaN));
});

test('a tank by the level that its sewer comes in at, on a job levelled from that very invert', () => {
  const { plan, ids } = job({
    nodes: { House: { form: 'stub-out', ground: 4 }, Tank: { form: 'tank', ground: 2.54 } },
    lines: {
      Sewer: {
        service: 'building-sewer',
        pipe: '4 in SDR 35',
        runs: { Sewer: { from: 'House', to: 'Tank', length: 40, low: 0, slope: 0.021 } },
      },
    },
    holes: [{ node: 'Tank', long: 7.5, wide: 4.75, tall: 5.25, ports: [1.1, 1.35] }],
  });
  const result = evaluate(plan).holes.get(ids.Tank ?? '');
  expect((result?.body?.top ?? NaN) / FOOT).toBeCloseTo(1.1, 9);
  expect((result?.depth ?? NaN) / FOOT).toBeCloseTo(7.19, 9);
});

test('trenches through any side, wider than the hole or not: what is dug is the union of polygons, by counting squares', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          through: fc.constantFrom<HoleSide>('ahead', 'behind', 'left', 'right'),
          width: fc.double({ min: 0.3, max: 4, noNaN: true }),
          out: fc.constantFrom(0, 0.75, 1.5),
          bottom: fc.double({ min: -0.2, max: 1, noNaN: true }),
        }),
        { maxLength: 4 },
      ),
      fc.constantFrom(0.5, 1, 1.5),
      fc.double({ min: 0.5, max: 2.5, noNaN: true }),
      (specs, out, depth) => {
        const hole = manhole('x', { plan: { by: 'box', along: 2, across: 1.2 }, room: 0.3, below: [], around: [] });
        const [long, wide] = [2.6, 1.8];
        const trenches = specs.map(({ through, width, bottom, out: spreads }) => {
          const wall = wallOf(spreads === 0 ? { by: 'upright' } : { by: 'sloped', out: spreads, over: 0 });
          return { through, width, bottom, spread: spreadOf(wall, wall) };
        });
        const { excavation } = holeAmounts(hole, { by: 'sloped', out, over: 0 }, depth, trenches, []);
        // Cells of one slice that lie in the hole and in no trench, over many slices.
        const slices = 40;
        let volume = 0;
        for (let slice = 0; slice < slices; slice += 1) {
          const height = ((slice + 0.5) / slices) * depth;
          const [x, y] = [long / 2 + out * height, wide / 2 + out * height];
          const inTrench = (east: number, north: number): boolean =>
            specs.some(({ through, width, bottom, out: spreads }) => {
              if (height <= bottom) return false;
              const half = width / 2 + spreads * (height - bottom);
              const [beyond, rejected] =
                through === 'ahead'
                  ? [east - long / 2, north]
                  : through === 'behind'
                    ? [-east - long / 2, north]
                    : through === 'left'
                      ? [north - wide / 2, east]
                      : [-north - wide / 2, east];
              return beyond > 0 && Math.abs(rejected) < half;
            });
          const cells = 60;
          let count = 0;
          for (let column = 0; column < cells; column += 1)
            for (let row = 0; row < cells; row += 1)
              if (!inTrench(((column + 0.5) / cells - 0.5) * 2 * x, ((row + 0.5) / cells - 0.5) * 2 * y)) count += 1;
          volume += ((count / cells ** 2) * 4 * x * y * depth) / slices;
        }
        expect(Math.abs(excavation - volume) / Math.max(1, excavation)).toBeLessThan(0.03);
      },
    ),
    { numRuns: 60 },
  );
});
