import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Benchmark, Hole, Item, Shot, Target } from '@alveus/plan';
import { applyEdits, Digging, EMPTY_PLAN, openPlanFile } from '@alveus/plan';
import fc from 'fast-check';
import { evaluate, FOOT, INCH, parse, print, resolution, say, SYSTEMS } from '../src';
import type { Instrument, Levels } from '../src/setout';
import {
  checkOf,
  cutsFrom,
  DEFAULT_DIGGING,
  dialled,
  diggingOrder,
  elevationOf,
  levelsAt,
  MARKS,
  missed,
  near,
  nearestPlace,
  PROBE,
  readingOf,
  sheetPlaces,
  stakeOf,
  stickMarks,
  stripsOf,
  trustOf,
  unseenBy,
} from '../src/setout';
import { buildLine, catalogue, ft, inch, material, newId, section } from './builders';

/** What to read on the rod. */

const opened = openPlanFile(readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8'));
if (!opened.ok) throw new Error(opened.message);
const DEMO = evaluate(opened.plan);
const runs = [...DEMO.runs.values()];

const stone = material('Stone');
const wide = { ...catalogue('12 in SDR 35'), nominal: inch(24), outside: inch(24 + 2.8), wall: inch(1.4) };
const bedded = section({
  below: [{ material: stone.id, thickness: inch(6) }],
  above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(12) } }],
});

/** A level book of two setups. */
const SETUPS = [1, 2].map((order): Item => ({ kind: 'setup', id: newId(), name: `Setup ${order}`, order }));
const TURNING = { on: 'turning', name: 'TP1' } as const;
let shots = 0;

const benchmark = (name: string, elevation: number): Benchmark => ({
  kind: 'benchmark',
  id: newId(),
  name,
  elevation: ft(elevation),
  assumed: false,
  description: '',
});

const on = ({ id }: Benchmark): Target => ({ on: 'benchmark', benchmark: id });

const shot = (setup: 1 | 2, sight: Shot['sight'], target: Target, value: number): Shot => ({
  kind: 'shot',
  id: newId(),
  setup: SETUPS[setup - 1]?.id ?? '',
  order: (shots += 1),
  sight,
  target,
  reading: { by: 'rod', value: ft(value) },
  note: '',
});

const worked = (items: readonly Item[]) =>
  evaluate(
    applyEdits(
      EMPTY_PLAN,
      [...SETUPS, ...items].map((item) => ({ op: 'put', item })),
    ),
  );

function trustIn(setup: 1 | 2, items: readonly Item[]) {
  const { book, plan } = worked(items);
  return trustOf(book, plan, SETUPS[setup - 1]?.id ?? '', DEFAULT_DIGGING.trust);
}

describe('worked by hand', () => {
  const built = buildLine(
    {
      pipe: wide,
      section: bedded,
      ground: ft(106),
      runs: [{ length: ft(100), low: ft(100), slope: 0.01, ground: ft(108) }],
    },
    [stone],
  );
  const [run] = evaluate(built.plan).runs.values();
  if (!run) throw new Error('no run');

  test('beam 6 in over the invert, wall 1.4 in, bedding 6 in: marks at 6.0, 7.4 and 13.4 in, the bottom topmost', () => {
    const marks = stickMarks(levelsAt(run, ft(30)), { by: 'beam', over: inch(6) });
    expect(marks.map(({ mark }) => mark)).toEqual(['bottom', 'bedding', 'flow']);
    [13.4, 7.4, 6.0].forEach((inches, index) => expect((marks[index]?.height ?? NaN) / INCH).toBeCloseTo(inches, 9));
    // Held on the bottom, bedding comes up 6 in and the flow line 7.4 in: 24 in pipe with its 1.4 in wall.
    const held = stickMarks(levelsAt(run, ft(30)), { by: 'foot' });
    expect(held.find(({ mark }) => mark === 'bedding')?.height).toBeCloseTo(inch(6), 9);
    expect(held.find(({ mark }) => mark === 'flow')?.height).toBeCloseTo(inch(7.4), 9);
    expect(PROBE.map((height) => height / INCH)).toEqual([8, 12]);
  });

  test('a grade sheet in the form of textbooks: height of instrument 110.50, 1 % up from 100.00 (worked by hand)', () => {
    // Station, flow line, rod on it, rod on the bottom 7.4 in lower, cut from the ground to the bottom.
    const sheet = [
      [0, 100.0, 10.5, 11.1167, 6.6167],
      [25, 100.25, 10.25, 10.8667, 6.8667],
      [50, 100.5, 10.0, 10.6167, 7.1167],
      [75, 100.75, 9.75, 10.3667, 7.3667],
      [100, 101.0, 9.5, 10.1167, 7.6167],
    ] as const;
    const level: Instrument = { by: 'level', height: ft(110.5) };
    const places = sheetPlaces({ id: built.line, ...lineOf(built.plan) }, evaluate(built.plan).runs, {
      by: 'station',
      step: ft(25),
    });
    expect(places.map(({ along }) => Math.round((along / FOOT) * 1e6) / 1e6)).toEqual([0, 25, 50, 75, 100]);
    sheet.forEach(([at, flow, rodFlow, rodBottom, cut]) => {
      const levels = levelsAt(run, ft(at));
      const read = (elevation = NaN): number => readingOf(level, elevation, ft(at)) / FOOT;
      expect((levels.flow ?? NaN) / FOOT).toBeCloseTo(flow, 9);
      expect(read(levels.flow)).toBeCloseTo(rodFlow, 9);
      expect(read(levels.bottom)).toBeCloseTo(rodBottom, 4);
      expect((cutsFrom(levels.ground ?? NaN, levels).bottom ?? NaN) / FOOT).toBeCloseTo(cut, 4);
    });
    // From the head of a stake at 109.00, offset beside the trench: 9.6167 ft down to the bottom at the low end.
    expect((cutsFrom(ft(109), levelsAt(run, 0)).bottom ?? NaN) / FOOT).toBeCloseTo(9.6167, 4);
  });

  const lineOf = (plan: typeof built.plan) => {
    const line = evaluate(plan).lines.get(built.line);
    if (!line) throw new Error('no line');
    return { line: line.line, order: line.order };
  };

  test('100.00 + 4.36 − 6.12 + 3.05 = 101.29; the benchmark then reads 1.32, which gives 99.97: not trusted at 0.02', () => {
    const start = benchmark('BM', 100);
    const worked = (last: number) =>
      trustIn(2, [
        start,
        shot(1, 'back', on(start), 4.36),
        shot(1, 'fore', TURNING, 6.12),
        shot(2, 'back', TURNING, 3.05),
        ...(Number.isNaN(last) ? [] : [shot(2, 'fore', on(start), last)]),
      ]);
    const unchecked = worked(NaN);
    expect(unchecked.is).toBe('unchecked');
    expect(('height' in unchecked ? unchecked.height : NaN) / FOOT).toBeCloseTo(101.29, 9);
    const doubted = worked(1.32);
    expect(doubted.is).toBe('doubted');
    if (!('check' in doubted)) throw new Error('no check');
    expect(doubted.check.found / FOOT).toBeCloseTo(99.97, 9);
    expect(doubted.check.by / FOOT).toBeCloseTo(-0.03, 9);
    // 1.27 and 1.31 meet it to 0.02; what is just so near is near enough.
    expect([worked(1.27).is, worked(1.31).is, worked(1.311).is]).toEqual(['trusted', 'trusted', 'doubted']);
    expect(near(checkOf(ft(101.29), ft(1.31), ft(100)), ft(0.02))).toBe(true);
    // What misses by a hair more than is allowed does not read as what is allowed.
    expect(say([missed({ by: ft(0.0207) }, ft(0.02))], 'feet')).toBe('just over 0.02 ft');
    expect(trustIn(2, [])).toMatchObject({ is: 'unset' });
  });

  test('a check is held against the height that it was shot from, whatever a loop that closes puts right', () => {
    const [first, second] = [benchmark('One', 100), benchmark('Two', 102)];
    // The first setup closes on Two 0.01 ft off and is put right; the second hangs on a point shot from it.
    const items = [
      first,
      second,
      shot(1, 'back', on(first), 5),
      shot(1, 'fore', on(second), 2.99),
      shot(1, 'fore', TURNING, 4),
      shot(2, 'back', TURNING, 3),
      shot(2, 'fore', on(first), 3.97),
    ];
    expect(worked(items).book.circuits[0]?.adjusted).toBe(true);
    // 105.00 put right by 0.01 is 104.99; less 4 and plus 3 is 103.99; less 3.97 is 100.02, and not 100.03.
    const trust = trustIn(2, items);
    expect(trust.is).toBe('trusted');
    if ('check' in trust) expect(trust.check.by / FOOT).toBeCloseTo(0.02, 9);
  });

  test('a setup that was put right by one check is held against that by the next: what a sheet tells before is what holds after', () => {
    const [first, second] = [benchmark('One', 100), benchmark('Two', 102)];
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.integer({ min: -40, max: 40 })), { minLength: 1 }), (checks) => {
        let items: Item[] = [
          first,
          second,
          shot(1, 'back', on(first), 5),
          shot(1, 'fore', TURNING, 4),
          shot(2, 'back', TURNING, 3),
        ];
        for (const [other, off] of checks) {
          const known = other ? second : first;
          const reading = (other ? 2 : 4) + off / 1000;
          const height = worked(items).book.setups[1]?.height ?? NaN;
          const check = checkOf(height, ft(reading), known.elevation);
          items = [...items, shot(2, 'fore', on(known), reading)];
          const trust = trustIn(2, items);
          if (!('check' in trust)) throw new Error('no check');
          expect(trust.check.by).toBeCloseTo(check.by, 9);
          expect(trust.is).toBe(near(check, DEFAULT_DIGGING.trust) ? 'trusted' : 'doubted');
        }
      }),
    );
  });

  test('the laser is set up from the low structure and down from the high one; what it cannot show is said', () => {
    const { dial } = DEFAULT_DIGGING;
    const up = dialled(0.0026, 'low', dial);
    expect(up.slope).toBeCloseTo(0.0026, 12);
    expect(up.within).toBe(true);
    expect(dialled(0.0026, 'high', dial).slope).toBeCloseTo(-0.0026, 12);
    expect(dialled(0.45, 'low', dial).within).toBe(false);
    expect(dialled(0.2, 'high', dial).within).toBe(false);
    // 1 in 300 on a dial of hundredths of a per cent is 0.33 %, and off by a third of a hundredth.
    const coarse = dialled(1 / 300, 'low', { ...dial, step: 0.0001 });
    expect(coarse.slope).toBeCloseTo(0.0033, 12);
    expect(coarse.off).toBeCloseTo(-1 / 30_000, 12);
  });

  test('a rod of 16 ft does not reach 16.5 ft under the line of sight, and nothing is read over it', () => {
    const level: Instrument = { by: 'level', height: ft(110) };
    const unseen = (elevation: number) => unseenBy(level, readingOf(level, ft(elevation), 0), ft(16));
    expect([unseen(94), unseen(93.5), unseen(110), unseen(110.1)]).toEqual([undefined, 'short', undefined, 'over']);
    expect(unseenBy({ by: 'direct' }, ft(93.5), ft(16))).toBeUndefined();
  });
});

const instrumentArb: fc.Arbitrary<Instrument> = fc.oneof(
  fc.record({ by: fc.constant('level' as const), height: fc.double({ min: -50, max: 400, noNaN: true }) }),
  fc.constant({ by: 'direct' as const }),
  fc.record({
    by: fc.constant('laser' as const),
    low: fc.double({ min: -50, max: 400, noNaN: true }),
    slope: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  }),
);

test('for every station and unit the reading gives back the elevation, printed and typed in as well', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...runs),
      fc.double({ min: 0, max: 1, noNaN: true }),
      instrumentArb,
      fc.constantFrom(...SYSTEMS),
      fc.constantFrom(8 as const, 16 as const),
      (run, share, instrument, system, fraction) => {
        const at = run.length * share;
        const levels = levelsAt(run, at);
        for (const mark of MARKS) {
          const level = levels[mark];
          if (level === undefined) continue;
          const reading = readingOf(instrument, level, at);
          expect(elevationOf(instrument, reading, at)).toBeCloseTo(level, 9);
          if (instrument.by === 'direct') expect(reading).toBe(level);
          const typed = parse(print(reading, 'elevation', system, { fraction }), 'elevation', system);
          if (!typed.ok) throw new Error(typed.given);
          expect(Math.abs(elevationOf(instrument, typed.value, at) - level)).toBeLessThanOrEqual(
            resolution('elevation', system, fraction) / 2 + 1e-9,
          );
        }
      },
    ),
  );
});

test('what is set lower reads more: bottom, bedding, flow line, top and overlay in turn; cuts are readings from a stake', () => {
  for (const run of runs)
    for (const share of [0, 0.3, 1]) {
      const levels = levelsAt(run, run.length * share);
      const rising = (['bottom', 'foundation', 'bedding', 'flow', 'top'] as const).flatMap(
        (mark) => levels[mark] ?? [],
      );
      expect([...rising].sort((a, b) => a - b)).toEqual(rising);
      if (levels.overlay !== undefined && levels.ground !== undefined)
        expect(levels.overlay).toBeLessThanOrEqual(levels.ground);
      const cuts = cutsFrom(200, levels);
      for (const mark of MARKS) {
        const level = levels[mark];
        expect(cuts[mark]).toBe(level === undefined ? undefined : readingOf({ by: 'level', height: 200 }, level, 0));
      }
    }
});

test('the marks of a stick agree with readings: its foot on each thing, the beam meets the mark of that', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...runs),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 2, noNaN: true }),
      (run, share, over) => {
        const { low, slope } = run.grade;
        if (low === undefined || slope === undefined) return;
        const at = run.length * share;
        const levels: Levels = levelsAt(run, at);
        const beam: Instrument = { by: 'laser', low: low + over, slope };
        const marks = stickMarks(levels, { by: 'beam', over });
        for (const { mark, height } of marks) {
          expect(height).toBeCloseTo(readingOf(beam, levels[mark] ?? NaN, at), 9);
          // Along the whole run it is one stick.
          expect(
            stickMarks(levelsAt(run, 0), { by: 'beam', over }).find((stickMark) => stickMark.mark === mark)?.height,
          ).toBeCloseTo(height, 9);
        }
        const heights = marks.map(({ height }) => height);
        expect([...heights].sort((a, b) => b - a)).toEqual(heights);
        if (marks.length > 1) expect(marks[0]?.mark).toBe('bottom');
        for (const { height } of stickMarks(levels, { by: 'foot' })) expect(height).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});

test('strips of a printed stick cover it from the foot up, each with its lap over the next', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.001, max: 6, noNaN: true }),
      fc.double({ min: 0.1, max: 0.3, noNaN: true }),
      (tall, sheet) => {
        const lap = 0.01;
        const strips = stripsOf(tall, sheet, lap);
        expect(strips[0]?.from).toBe(0);
        expect(strips.at(-1)?.to).toBeCloseTo(Math.max(tall, lap), 9);
        strips.forEach(({ from, to }, index) => {
          expect(to - from).toBeLessThanOrEqual(sheet + 1e-12);
          expect(to).toBeGreaterThan(from);
          if (index > 0) expect((strips[index - 1]?.to ?? NaN) - from).toBeCloseTo(lap, 9);
        });
      },
    ),
  );
});

test('places go up the line in order, at each node and no further apart than asked; the nearest to any is found', () => {
  const spacing = fc.oneof(
    fc.record({ by: fc.constant('station' as const), step: fc.double({ min: 1e-4, max: 60, noNaN: true }) }),
    fc.constant({ by: 'stick' as const }),
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...DEMO.lines.values()),
      spacing,
      fc.double({ min: -1, max: 300, noNaN: true }),
      (line, by, along) => {
        const places = sheetPlaces(line, DEMO.runs, by);
        expect(places.length).toBeLessThan(20_100);
        const wrong = places.filter((place, index) => {
          const before = places[index - 1];
          const gap = place.along - (before?.along ?? 0);
          const beyond = place.at > (DEMO.runs.get(place.run)?.length ?? NaN) + 1e-9;
          return gap < 0 || beyond || (by.by === 'station' && by.step > 0.1 && gap > by.step + 1e-6);
        });
        expect(wrong).toEqual([]);
        for (const { a, b } of line.order.runs)
          for (const node of [a, b]) expect(places.some((place) => place.node === node)).toBe(true);
        const found = places[nearestPlace(places, along) ?? -1];
        const least = Math.min(...places.map((place) => Math.abs(place.along - along)));
        expect(Math.abs((found?.along ?? NaN) - along)).toBeCloseTo(least, 9);
      },
    ),
    { numRuns: 40 },
  );
});

test('the stake of a manhole: bottom of its hole, top of its stone, flow lines with their hours, risers (worked by hand)', () => {
  const {
    plan,
    nodes,
    runs: ids,
  } = buildLine(
    {
      pipe: catalogue('12 in SDR 35'),
      section: bedded,
      ground: ft(106),
      runs: [
        { length: ft(100), low: ft(100), slope: 0.01, ground: ft(108) },
        { length: ft(50), low: ft(101.5), slope: 0.01, ground: ft(109) },
      ],
    },
    [stone],
  );
  const middle = nodes[1] ?? '';
  const hole: Hole = {
    kind: 'hole',
    id: middle,
    plan: { by: 'round', across: ft(4) },
    floor: inch(6),
    tall: ft(5),
    room: ft(1),
    below: [{ material: stone.id, thickness: inch(6) }],
    around: [],
    riser: ft(2),
  };
  const place = (id: string | undefined, east: number, north: number): Item => ({
    kind: 'nodePlace',
    id: id ?? '',
    east,
    north,
  });
  // Out to the south, in from the east.
  const items = [hole, place(nodes[0], 0, -30), place(middle, 0, 0), place(nodes[2], 15, 0)];
  const stake = stakeOf(
    evaluate(
      applyEdits(
        plan,
        items.map((item) => ({ op: 'put', item })),
      ),
    ),
    middle,
  );
  const feet = (value: number | undefined): number => (value ?? NaN) / FOOT;
  // Its lowest invert is 101.00: floor and stone of 6 in each under that.
  expect(feet(stake?.bottom)).toBeCloseTo(100, 9);
  expect(feet(stake?.base)).toBeCloseTo(100.5, 9);
  expect(feet(stake?.risers)).toBeCloseTo(108 - 100.5 - 5, 9);
  expect(stake?.knockouts.map(({ run, way, clock }) => [run, way, clock])).toEqual([
    [ids[0], 'out', 6],
    [ids[1], 'in', 3],
  ]);
  expect(stake?.knockouts.map(({ invert }) => Math.round(feet(invert) * 100) / 100)).toEqual([101, 101.5]);
});

test('it is dug from each outlet up, water said where a pit met it, and what the way in crosses last', () => {
  const steps = diggingOrder(DEMO);
  expect(new Set(steps.map(({ run }) => run)).size).toBe(DEMO.runs.size);
  const place = new Map(steps.map(({ run }, index) => [run, index]));
  // Every run after the ones that its water goes on through.
  for (const { id, run } of runs) {
    const low = run.flow === 'to-a' ? run.a : run.b;
    for (const below of DEMO.topology.leaving.get(low) ?? [])
      expect(place.get(below)).toBeLessThan(place.get(id) ?? -1);
  }
  const [first] = steps;
  const crossed = opened.plan.run[first?.run ?? ''];
  if (!crossed) throw new Error('no run');
  const warned = evaluate(applyEdits(opened.plan, [{ op: 'put', item: { ...crossed, access: 'crossed' } }]));
  expect(diggingOrder(warned).at(-1)).toMatchObject({
    run: crossed.id,
    why: expect.arrayContaining(['way-in']) as unknown,
  });
});

test('what cannot be is refused: a rod of no length, a laser without a step, a trust of nothing', () => {
  const good = DEFAULT_DIGGING;
  expect(Digging.safeParse(good).success).toBe(true);
  for (const wrong of [
    { rod: 0 },
    { rod: NaN },
    { trust: 0 },
    { beam: -1 },
    { dial: { ...good.dial, step: 0 } },
    { dial: { ...good.dial, step: 0.5 } },
  ])
    expect(Digging.safeParse({ ...good, ...wrong }).success).toBe(false);
});
