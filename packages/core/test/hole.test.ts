import type { Hole, Item } from '@alveus/plan';
import { Hole as HoleSchema } from '@alveus/plan';
import fc from 'fast-check';
import { evaluate, FOOT, holeAmounts, holeReach, INCH, spreadOf, wallOf } from '../src';
import { buildLine, catalogue, ft, inch, material, newId, section } from './builders';

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
  const q = evaluation.lines.get(line)?.quantities;
  expect(cubic(q?.excavation)).toBeCloseTo(252 + 97 * 3 * depth, 6);
  const bought = q?.bought.reduce((sum, { placed }) => sum + placed, 0) ?? NaN;
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
        const trenches = [{ bottom, width: 0.6, spread }];
        const pipes = [{ low: bottom + 0.1, radius: 0.15 }];
        const amounts = holeAmounts(hole, depth, trenches, pipes);
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
          return square - (height > bottom ? out(height) * wide : 0);
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
