import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { ItemOf } from '@alveus/plan';
import { applyEdits, ONLY, openPlanFile } from '@alveus/plan';
import fc from 'fast-check';
import type { Evaluation, SectionStarter } from '../src';
import { evaluate, FOOT, isWhole, sectionItems, TON, YARD3 } from '../src';
import { LIBRARY } from '../src/sections';
import type { Sum } from '../src/takeoff';
import {
  accountOf,
  bendsFor,
  booksOf,
  cleanoutsWanting,
  cutList,
  DEFAULT_BUYING,
  entriesOf,
  inUnitOf,
  keyOf,
  LEAST_PIECE,
  loadsOf,
  rollsFor,
  takeoff,
  toOrder,
} from '../src/takeoff';
import { catalogue, ft, inch, material, newId, section } from './builders';
import { job, oneRun } from './support/jobs';
import { placedIn } from './support/placed';
import { surveyedArb } from './support/surveyed';
import { takes } from './support/takes';

const MORE = Number(process.env['SOAK'] ?? 1);

/** What a whole job takes, and where. */

const opened = openPlanFile(readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8'));
if (!opened.ok) throw new Error(opened.message);
const DEMO = opened.plan;

describe('worked by hand', () => {
  const truck = { volume: 14 * YARD3, mass: 15 * TON };

  test('56 loose cubic yards at 1.35 ton go in six loads of 15 ton, not in four of 14 cubic yards', () => {
    expect(loadsOf(56 * YARD3, 56 * 1.35 * TON, truck)).toBe(6);
    expect(loadsOf(56 * YARD3, 56 * 0.5 * TON, truck)).toBe(4);
    expect(loadsOf(0, 0, truck)).toBe(0);
  });

  test('110 ft from rolls of 50 ft with laps of 2 ft: three rolls, 114 ft', () => {
    const { pieces, long, rolls } = rollsFor(ft(110), ft(6), { wide: ft(6), long: ft(50), lap: ft(2) });
    expect(pieces).toBe(3);
    expect(long / FOOT).toBeCloseTo(114, 9);
    expect(rolls).toBe(3);
  });

  test('a strip that is no wider than a third of the roll is slit from it: one roll where three were ordered', () => {
    const roll = { wide: ft(6), long: ft(50), lap: ft(2) };
    // 3 pieces, 114 ft with the laps: at 2 ft wide one roll of 50 ft gives 150 ft, at 3 ft wide 100 ft.
    expect(rollsFor(ft(110), ft(2), roll)).toMatchObject({ strips: 1, slits: 3, rolls: 1 });
    expect(rollsFor(ft(110), ft(3), roll)).toMatchObject({ strips: 1, slits: 2, rolls: 2 });
    expect(rollsFor(ft(110), ft(3.1), roll)).toMatchObject({ strips: 1, slits: 1, rolls: 3 });
  });

  test('a width that one roll does not cover is laid in strips that lap', () => {
    // 6 + 4 + 4 ft cover 14 ft with laps of 2 ft; 14.01 ft take a fourth.
    const roll = { wide: ft(6), long: ft(50), lap: ft(2) };
    expect(rollsFor(ft(40), ft(14), roll).strips).toBe(3);
    expect(rollsFor(ft(40), ft(14.01), roll).strips).toBe(4);
  });

  const laid = (key: keyof typeof LIBRARY, length: number, above?: SectionStarter['above']) => {
    const { section: laidAs, items } = sectionItems({ ...LIBRARY[key], ...(above ? { above } : {}) }, [], newId);
    const made = job({
      ...oneRun(
        { length, low: 97, slope: 0 },
        {
          service: 'lateral',
          pipe: '4 in SDR 35',
          section: laidAs,
          out: { form: 'd-box', ground: 100 },
          top: { form: 'lateral-end', ground: 100 },
        },
      ),
      more: items.filter(({ kind }) => kind === 'material'),
    });
    return evaluate(made.plan);
  };

  test('45 ft of bundles in pieces of 10 ft: 5 pieces, 4 couplings, 2 end caps (common practice)', () => {
    const { sums } = takeoff(laid('bundles', 45));
    const count = (of: string) => sums.find(({ what }) => what.of === of)?.amount;
    expect([count('pieces'), count('piece-coupling'), count('piece-cap')]).toEqual([5, 4, 2]);
    // Chambers lock into each other.
    const row = takeoff(laid('chambers', 80)).sums;
    expect(row.find(({ what }) => what.of === 'pieces')?.amount).toBe(20);
    expect(row.some(({ what }) => what.of === 'piece-coupling')).toBe(false);
  });

  test('bundles and chambers bring their own pipe; over modules it is laid', () => {
    const pipe = (key: 'bundles' | 'chambers' | 'modules'): boolean[] => {
      const evaluation = laid(key, 80);
      const [line] = evaluation.lines.values();
      return [
        // But for what goes 3 in into a box.
        takeoff(evaluation).sums.some(({ what, amount }) => what.of === 'pipe' && amount > ft(1)),
        takes(evaluation, line?.id ?? '').some(({ what, amount }) => what.of === 'pipe' && amount > ft(1)),
      ];
    };
    expect(pipe('bundles')).toEqual([false, false]);
    expect(pipe('chambers')).toEqual([false, false]);
    expect(pipe('modules')).toEqual([true, true]);
  });

  test('320 ft of trench 36 in wide with 1 ft of stone: 35.6 cu yd before the pipe', () => {
    const { outside } = catalogue('4 in SDR 35');
    const evaluation = laid('lateral', 320, [
      { material: 'stone', upTo: { mark: 'crown', offset: inch(6) - outside } },
    ]);
    const stone = takeoff(evaluation).sums.find(({ name }) => name.startsWith('Crushed stone'));
    const [run] = evaluation.runs.values();
    const pipe = run?.trench?.amounts?.pipe ?? NaN;
    expect(((stone?.amount ?? NaN) + pipe) / YARD3).toBeCloseTo(35.6, 1);
  });
});

test('under a layer that digs harder lies the trench that is deeper than it: upright, and with its sides', () => {
  // 100 ft, level, 6 ft deep; rock from 4 ft on.
  const dug = (cut?: ItemOf<'run'>['cut'], width = 3) => {
    const { plan } = job(
      oneRun(
        { low: 98, slope: 0, ...(cut ? { cut } : {}) },
        {
          section: section({ width: { rule: 'fixed', width: ft(width) } }),
          out: { ground: 104 },
          top: { ground: 104 },
        },
        { pits: [{ on: 'Main', at: 40, rock: 4 }] },
      ),
    );
    const evaluation = evaluate(plan);
    const [run] = evaluation.runs.values();
    const wall = run?.pipe?.wall ?? NaN;
    const sums = takeoff(evaluation).sums.filter(({ what }) => what.of === 'dug');
    const deep = 6 + wall / FOOT;
    const of = (stratum: string) =>
      (sums.find(({ what }) => what.of === 'dug' && what.stratum === stratum)?.amount ?? 0) / FOOT ** 3;
    const rock = sums.find(({ name }) => !/stripped|trenches/.test(name));
    return { deep, rock: (rock?.amount ?? NaN) / FOOT ** 3, rest: of('trenches') };
  };
  const upright = dug();
  expect(upright.rock).toBeCloseTo(100 * 3 * (upright.deep - 4), 6);
  expect(upright.rest).toBeCloseTo(100 * 3 * 4, 6);
  const sloped = dug({ left: { by: 'sloped', out: 1, over: 0 }, right: { by: 'sloped', out: 1, over: 0 } });
  const area = (height: number): number => 3 * height + height ** 2;
  expect(sloped.rock).toBeCloseTo(100 * area(sloped.deep - 4), 6);
  expect(sloped.rest).toBeCloseTo(100 * (area(sloped.deep) - area(sloped.deep - 4)), 6);
});

test('boards are as large as both sides, and only where it is dug: 6 ft deep over 100 ft, or half of that in daylight', () => {
  const boards = (top: number) => {
    const { plan } = job(
      oneRun(
        { low: 98, slope: 0, protection: 'shored' },
        { section: section({ width: { rule: 'fixed', width: ft(3) } }), out: { ground: 104 }, top: { ground: top } },
      ),
    );
    const evaluation = evaluate(plan);
    const [run] = evaluation.runs.values();
    const wall = (run?.pipe?.wall ?? NaN) / FOOT;
    const area = takeoff(evaluation).sums.find(({ what }) => what.of === 'shoring')?.amount ?? NaN;
    return { area: area / FOOT ** 2, wall };
  };
  const level = boards(104);
  expect(level.area).toBeCloseTo(2 * 100 * (6 + level.wall), 6);
  // The ground comes down to 6 ft under the bottom: it ends half-way, and beyond that there is nothing to hold.
  const falls = boards(92);
  const deep = 6 + falls.wall;
  expect(falls.area).toBeCloseTo(2 * ((deep * deep * 100) / (2 * 12)), 6);
});

describe('cut lists', () => {
  const pieces = fc.array(fc.double({ min: 0.1, max: 9, noNaN: true }), { minLength: 1, maxLength: 6 });

  /** Every way to put pieces into sticks. */
  function leastSticks(sizes: readonly number[], room: number): number {
    const go = (index: number, left: readonly number[]): number => {
      if (index === sizes.length) return left.length;
      const size = sizes[index] as number;
      let least = go(index + 1, [...left, room - size]);
      left.forEach((free, bin) => {
        if (free >= size - 1e-9)
          least = Math.min(
            least,
            go(
              index + 1,
              left.map((room, at) => (at === bin ? room - size : room)),
            ),
          );
      });
      return least;
    };
    return go(0, []);
  }

  test('take as few sticks as any cutting does, lay every length, and no offcut is longer than a stick', () => {
    fc.assert(
      fc.property(pieces, fc.constantFrom(2, 3.05, 6), fc.constantFrom(0, 0.1), (lengths, stick, socket) => {
        const list = cutList(
          lengths.map((length, of) => ({ of, length })),
          stick,
          socket,
        );
        const laid = new Map<number, number>();
        const add = (of: number, length: number) => laid.set(of, (laid.get(of) ?? 0) + length);
        for (const { of, sticks } of list.whole) add(of, sticks * stick);
        for (const { pieces: cut, offcut } of list.cuts) {
          for (const { of, length } of cut) add(of, length);
          expect(offcut).toBeGreaterThanOrEqual(0);
          expect(offcut).toBeLessThanOrEqual(stick);
          const used = cut.reduce((sum, { length }) => sum + length + socket, 0);
          expect(used).toBeLessThanOrEqual(stick + socket + 1e-5);
        }
        lengths.forEach((length, of) => expect(laid.get(of) ?? 0).toBeCloseTo(length, 5));
        const whole = list.whole.reduce((sum, { sticks }) => sum + sticks, 0);
        const rests = list.cuts.flatMap(({ pieces: cut }) => cut.map(({ length }) => length));
        for (const { length, of } of list.cuts.flatMap(({ pieces: cut }) => cut))
          if (length < LEAST_PIECE - 1e-9) expect(lengths[of]).toBeLessThan(stick);
        expect(list.least).toBe(true);
        expect(list.sticks).toBe(
          whole +
            leastSticks(
              rests.map((rest) => rest + socket),
              stick + socket,
            ),
        );
      }),
      { numRuns: 150 },
    );
  });

  test('a stick that is no longer than its socket lays nothing, and says so', () => {
    expect(() => cutList([{ of: 1, length: 3 }], 0.1, 0.1)).toThrow(RangeError);
  });
});

test('fabric covers its length and width with the fewest strips and pieces that do', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 120, noNaN: true }),
      fc.double({ min: 0.3, max: 12, noNaN: true }),
      fc.record({
        wide: fc.double({ min: 1, max: 5, noNaN: true }),
        long: fc.double({ min: 5, max: 100, noNaN: true }),
        lap: fc.double({ min: 0, max: 0.9, noNaN: true }),
      }),
      (length, wide, roll) => {
        const { strips, slits, pieces, long, rolls, wasted } = rollsFor(length, wide, roll);
        const covers = (count: number, each: number): number => count * each - (count - 1) * roll.lap;
        expect(covers(strips, roll.wide)).toBeGreaterThanOrEqual(wide - 1e-6);
        if (strips > 1) expect(covers(strips - 1, roll.wide)).toBeLessThan(wide);
        expect(covers(pieces, roll.long)).toBeGreaterThanOrEqual(length - 1e-6);
        if (pieces > 1) expect(covers(pieces - 1, roll.long)).toBeLessThan(length);
        expect(rolls * roll.long * slits).toBeGreaterThanOrEqual(long * strips - 1e-6);
        expect(slits === 1 || strips === 1).toBe(true);
        expect(slits * wide).toBeLessThanOrEqual(slits === 1 ? Infinity : roll.wide + 1e-6);
        expect(wasted).toBeGreaterThanOrEqual(-1e-6);
      },
    ),
  );
});

test('bends: the fewest that make a turn, and what is over is told', () => {
  expect(bendsFor(90, 0)).toEqual({ bends: [90], joints: 0, over: 0 });
  expect(bendsFor(67, 0.5)).toMatchObject({ bends: [45, 22.5], over: 0 });
  expect(bendsFor(3, 3)).toMatchObject({ bends: [], over: 0 });
  expect(bendsFor(30, 0).over).toBeGreaterThan(0);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 180, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (turn, each) => {
        const { bends, joints, over } = bendsFor(turn, each);
        const made = bends.reduce((sum, bend) => sum + bend, 0);
        expect(Math.abs(turn - made)).toBeCloseTo(joints + over, 9);
        expect(joints).toBeLessThanOrEqual(each * (bends.length + 1) + 1e-9);
      },
    ),
  );
});

describe('the demo', () => {
  const evaluation = evaluate(DEMO);
  const found = takeoff(evaluation);
  const lines = [...evaluation.lines.values()].map(({ soil }) => soil);
  const total = (of: (soil: (typeof lines)[number]) => number): number =>
    lines.reduce((sum, line) => sum + of(line), 0);

  test('sums are those of its lines, told by what is dug and laid in their runs and holes', () => {
    const sum = (some: (what: string) => boolean): number =>
      found.sums.filter(({ what }) => some(what.of)).reduce((all, { amount }) => all + amount, 0);
    expect(sum((of) => of === 'dug')).toBeCloseTo(
      total(({ excavation, swales }) => excavation + swales),
      6,
    );
    expect(sum((of) => of === 'native')).toBeCloseTo(
      total(({ nativeReturned }) => nativeReturned),
      6,
    );
    for (const { what, amount } of found.sums) {
      if (what.of !== 'material') continue;
      const placed = [...evaluation.lines.keys()].map((line) => placedIn(evaluation, line, what.material));
      expect(amount).toBeCloseTo(
        placed.reduce((all, amount) => all + amount, 0),
        6,
      );
    }
    const pipe = [...evaluation.runs.values()].reduce(
      (all, { length, grade, pipe: of }) => all + (of ? length * Math.hypot(1, grade.slope ?? 0) : 0),
      0,
    );
    const into = found.sums.flatMap((sum) =>
      sum.what.of === 'pipe' ? entriesOf(sum).filter(({ where }) => where.on === 'run' && where.from === where.to) : [],
    );
    expect(sum((of) => of === 'pipe')).toBeCloseTo(pipe + into.reduce((all, { amount }) => all + amount, 0), 6);
    expect(found.soil.left).toBeCloseTo(
      Math.max(
        0,
        total(({ spoilBank, nativeShort }) => spoilBank - nativeShort),
      ),
      6,
    );
  });

  test('every sum is that of its entries, every entry has its place, and no amount is none or no number', () => {
    for (const sum of found.sums) {
      const { amount, what, ordered, loads, mass } = sum;
      const entries = entriesOf(sum);
      if (what.of !== 'spoil') expect(entries.reduce((all, entry) => all + entry.amount, 0)).toBeCloseTo(amount, 9);
      for (const entry of entries) {
        expect(entry.amount).toBeGreaterThan(0);
        const { where } = entry;
        expect(where.on === 'run' ? evaluation.runs.has(where.run) : evaluation.nodes.has(where.node)).toBe(true);
        expect(entry.why).not.toBe('');
      }
      for (const value of [amount, ordered, loads, mass]) expect(Number.isFinite(value)).toBe(true);
    }
    expect(new Set(found.sums.map(({ key }) => key)).size).toBe(found.sums.length);
  });

  test('what follows is the same whether it was worked out anew or after an edit', () => {
    const [first] = Object.values(DEMO.section);
    if (!first) throw new Error('no section');
    const plan = applyEdits(DEMO, [{ op: 'put', item: { ...first, width: { rule: 'fixed' as const, width: 1.2 } } }]);
    const after = takeoff(evaluate(plan, evaluation));
    expect(after.sums).not.toEqual(found.sums);
    const fresh = takeoff(evaluate({ ...plan }));
    expect(after.sums.map(({ key, amount }) => [key, amount])).toEqual(
      fresh.sums.map(({ key, amount }) => [key, amount]),
    );
  });

  test('tickets count in their own unit and by what they weigh; one of another unit is told and counts for nothing', () => {
    const stone = found.sums.find(({ what, mass }) => what.of === 'material' && mass > 0);
    if (!stone) throw new Error('no stone');
    const asked = toOrder(found, 'quarry');
    expect(asked.map(({ article }) => article)).toContain(stone.key);
    const purchase: ItemOf<'purchase'> = {
      kind: 'purchase',
      id: newId(),
      supplier: 'quarry',
      day: '2030-04-02',
      lines: asked,
    };
    const ticket = (amount: number, unit: ItemOf<'delivery'>['unit']): ItemOf<'delivery'> => ({
      kind: 'delivery',
      id: newId(),
      article: stone.key,
      name: stone.name,
      amount,
      unit,
      ticket: '4711',
      day: '2030-04-03',
    });
    const tickets = [ticket(2, 'volume'), ticket(stone.mass / 4, 'mass'), ticket(7, 'area')];
    const plan = applyEdits(
      DEMO,
      [purchase, ...tickets].map((item) => ({ op: 'put', item })),
    );
    const account = accountOf(stone, booksOf(plan));
    expect(account.ordered).toBeCloseTo(stone.ordered, 9);
    // A truck holds 2 m³ loose: less than that once it is placed.
    const placed = (2 * stone.ordered) / stone.loose;
    expect(placed).toBeLessThan(1.95);
    expect(account.delivered).toBeCloseTo(placed + stone.ordered / 4, 9);
    expect(account.left).toBeCloseTo(stone.ordered * 0.75 - placed, 9);
    expect(account.unlike.map(({ unit }) => unit)).toEqual(['area']);
    expect(inUnitOf(stone, 7, 'area')).toBeUndefined();
    // All of it ordered, nothing more is asked for.
    expect(toOrder(takeoff(evaluate(plan)), 'quarry')).toEqual([]);
    // Taken back, it was never given.
    const recalled = applyEdits(plan, [{ op: 'put', item: { ...purchase, id: newId(), recalls: purchase.id } }]);
    expect(booksOf(plan).lastOrder.get('quarry')).toBe('2030-04-02');
    expect(booksOf(recalled).lastOrder.size).toBe(0);
    expect(accountOf(stone, booksOf(recalled)).ordered).toBe(0);
    const wasted = ticket(2, 'volume');
    const struck = applyEdits(plan, [
      { op: 'put', item: { ...wasted, supersedes: tickets[0]?.id ?? '', struck: true } },
    ]);
    expect(accountOf(stone, booksOf(struck)).delivered).toBeCloseTo(stone.ordered / 4, 9);
  });

  test('the fittings are those of a count by hand, box by box and head by head', () => {
    const count = (name: string) => found.sums.find((sum) => sum.name === name)?.amount ?? 0;
    // The manhole has its outlet and the trunk that comes in at 15 in, Orchard basin its outlet.
    expect(count('Gasket or boot, 15 in twin-wall')).toBe(3);
    // Lane branch at the manhole; the trunk into Orchard basin; three at Yard basin; Barn door, Lane and Cart yard basin.
    expect(count('Gasket or boot, 12 in twin-wall')).toBe(8);
    // Roof drain, out of the tank, into the D-box and three out of it; the French drain is in perforated pipe.
    expect(count('Gasket or boot, 4 in SDR 35')).toBe(6);
    expect(count('Gasket or boot, 4 in SDR 35, perforated')).toBe(1);
    expect(count('Gasket or boot, 4 in schedule 40')).toBe(1);
    expect(count('Leveler, 4 in SDR 35')).toBe(3);
    expect(count('End cap, 4 in SDR 35, perforated')).toBe(3);
    expect(count('Baffle tee, 4 in SDR 35') + count('Baffle tee, 4 in schedule 40')).toBe(2);
    expect(count('Catch basin')).toBe(5);
    expect(count('Grate')).toBe(5);
    expect(count('Manhole')).toBe(1);
    expect(count('Frame and cover')).toBe(1);
    expect(count('Animal guard, 15 in twin-wall')).toBe(1);
    // The head of the French drain is a cleanout; the downspout and the stub-out of the house each have an adapter.
    expect(count('Long sweep, 4 in SDR 35, perforated')).toBe(1);
    expect(count('Cleanout plug, 4 in SDR 35, perforated')).toBe(1);
    expect(count('Adapter, 4 in SDR 35') + count('Adapter, 4 in schedule 40')).toBe(2);
    // The laterals beside the straight one turn by 39° at their heads: 22.5 and 11.25, and the joints give most of the rest.
    expect(count('Bend, 22.5°, 4 in SDR 35, perforated')).toBe(2);
    expect(count('Bend, 11.25°, 4 in SDR 35, perforated')).toBe(2);
  });

  test('what was ordered or brought and is taken no more is told, and nothing that is not known is counted as none', () => {
    expect(found.strays).toEqual([]);
    const ticket: ItemOf<'delivery'> = {
      kind: 'delivery',
      id: newId(),
      article: 'pipe:gone',
      name: '8 in clay',
      amount: 4,
      unit: 'count',
      ticket: '12',
      day: '2030-04-02',
    };
    const plan = applyEdits(DEMO, [{ op: 'put', item: ticket }]);
    expect(takeoff(evaluate(plan)).strays).toMatchObject([{ name: '8 in clay', tickets: [{ ticket: '12' }] }]);
    // The head of the French drain without its ground: how long its riser is nobody knows.
    const head = Object.values(DEMO.node).find(({ form }) => form === 'cleanout');
    const blind = applyEdits(DEMO, [
      { op: 'remove', kind: 'nodeGround', id: head?.id ?? '' },
      ...Object.values(DEMO.material).map(({ id }) => ({ op: 'remove' as const, kind: 'material' as const, id })),
    ]);
    const { missing, sums } = takeoff(evaluate(blind));
    expect(missing.risers).toBe(1);
    // The bends at the heads of the laterals, without their places.
    expect(found.missing.bends).toBe(0);
    const unseen = applyEdits(
      DEMO,
      Object.values(DEMO.nodePlace).map(({ id }) => ({ op: 'remove' as const, kind: 'nodePlace' as const, id })),
    );
    expect(takeoff(evaluate(unseen)).missing.bends).toBe(3);
    expect(missing.length).toBeGreaterThan(0);
    expect(missing.lost).toBeGreaterThan(0);
    expect(
      sums.filter(({ what }) => what.of === 'material').every(({ name }) => name === 'Material that was removed'),
    ).toBe(true);
  });

  test('sod is sown where that was said, under straw by the bale', () => {
    const seeded = applyEdits(DEMO, [{ op: 'put', item: { ...DEFAULT_BUYING, sod: 'seed' } }]);
    const { sums } = takeoff(evaluate(seeded));
    const sod = found.sums.find(({ what }) => what.of === 'sod');
    const straw = sums.find(({ what }) => what.of === 'straw');
    expect(sums.some(({ what }) => what.of === 'sod')).toBe(false);
    expect(straw?.amount).toBeCloseTo(sod?.amount ?? NaN, 9);
    expect(straw?.count).toEqual({ of: 'bale', number: Math.ceil((straw?.amount ?? NaN) / DEFAULT_BUYING.bale) });
    expect(DEMO.buying[ONLY]).toBeUndefined();
  });

  test('lists what cannot be cleaned as it is', () => {
    for (const { count, why } of cleanoutsWanting(evaluation, DEFAULT_BUYING.cleanouts)) {
      expect(count).toBeGreaterThan(0);
      expect(why).not.toBe('');
    }
    expect(cleanoutsWanting(evaluation, 1).length).toBeGreaterThan(cleanoutsWanting(evaluation, 1000).length);
  });

  test('keys tell articles apart and stay the same', () => {
    expect(found.sums.every(({ key, what }) => key === keyOf(what))).toBe(true);
  });
});

test('a branch that comes in 2 ft over a trunk with no box there comes down by two bends and the pipe between them', () => {
  const of = (low: number) => {
    const { plan } = job({
      nodes: {
        Out: { form: 'pond', ground: 110 },
        Wye: { form: 'fitting', ground: 110 },
        Head: { form: 'inlet', ground: 110 },
        Side: { form: 'inlet', ground: 110 },
      },
      lines: {
        Trunk: {
          pipe: '8 in SDR 35',
          runs: {
            Lower: { from: 'Wye', to: 'Out', length: 50, low: 100, slope: 0.01 },
            Upper: { from: 'Head', to: 'Wye', length: 50, low: 100.5, slope: 0.01 },
          },
        },
        Branch: { pipe: '6 in SDR 35', runs: { Side: { from: 'Side', to: 'Wye', length: 40, low, slope: 0.01 } } },
      },
    });
    const { sums } = takeoff(evaluate(plan));
    const pipe = sums.find(({ name }) => name === '6 in SDR 35');
    return {
      bends: sums.find(({ name }) => name === 'Bend, 45°, 6 in SDR 35')?.amount ?? 0,
      down: (pipe ? entriesOf(pipe) : []).find(({ where }) => where.on === 'node')?.amount ?? 0,
    };
  };
  expect(of(102.5)).toEqual({ bends: 2, down: expect.closeTo(ft(2 * Math.SQRT2), 9) as number });
  expect(of(100.6)).toEqual({ bends: 0, down: 0 });
});

describe('line by line', () => {
  /** What lines come to together, of what is counted and what is measured. */
  const together = (evaluation: Evaluation, of: (sum: Sum) => number): Map<string, number> => {
    const all = new Map<string, number>();
    for (const line of evaluation.lines.keys())
      for (const sum of takes(evaluation, line)) all.set(sum.key, (all.get(sum.key) ?? 0) + of(sum));
    return all;
  };
  const laid = ({ cutList: list }: Sum): number =>
    list
      ? [...list.whole.map(({ sticks }) => sticks), ...list.cuts.map(({ pieces }) => pieces.length)].reduce(
          (sum, amount) => sum + amount,
          0,
        )
      : 0;

  test('lines come to what the job does: amounts always, whole sticks, rolls and loads where they are counted by line', () => {
    fc.assert(
      fc.property(surveyedArb, fc.constantFrom('job' as const, 'line' as const), ({ plan: first }, counted) => {
        const plan = applyEdits(first, [{ op: 'put', item: { ...DEFAULT_BUYING, counted } }]);
        const evaluation = evaluate(plan);
        const { sums } = takeoff(evaluation);
        const [amounts, loose, mass, counts, loads, sticks] = [
          together(evaluation, ({ amount }) => amount),
          together(evaluation, (sum) => sum.loose),
          together(evaluation, (sum) => sum.mass),
          together(evaluation, ({ count }) => count?.number ?? 0),
          together(evaluation, (sum) => sum.loads),
          together(evaluation, laid),
        ];
        for (const sum of sums) {
          // What stands where no line is, is the job's only; so is what is hauled away.
          if (sum.what.of === 'spoil' || sum.parts.some(({ line }) => line === undefined)) continue;
          expect(amounts.get(sum.key)).toBeCloseTo(sum.amount, 6);
          expect(loose.get(sum.key)).toBeCloseTo(sum.loose, 6);
          expect(mass.get(sum.key)).toBeCloseTo(sum.mass, 3);
          expect(sticks.get(sum.key)).toBe(laid(sum));
          if (counted === 'line') {
            expect(counts.get(sum.key)).toBe(sum.count?.number ?? 0);
            expect(loads.get(sum.key)).toBe(sum.loads);
          }
        }
      }),
      { numRuns: 40 * MORE },
    );
  });

  test('counted for the job the demo takes no more sticks, rolls or loads than counted line by line', () => {
    const of = (counted: 'job' | 'line') =>
      takeoff(evaluate(applyEdits(DEMO, [{ op: 'put', item: { ...DEFAULT_BUYING, counted } }]))).sums;
    const byLine = new Map(of('line').map((sum) => [sum.key, sum]));
    for (const { key, count, loads } of of('job')) {
      expect(count?.number ?? 0).toBeLessThanOrEqual(byLine.get(key)?.count?.number ?? 0);
      expect(loads).toBeLessThanOrEqual(byLine.get(key)?.loads ?? 0);
    }
  });
});

test('a lateral of 70 ft under a cap is five sticks of 14 ft: a cap goes over the pipe', () => {
  const { plan } = job(
    oneRun(
      { length: 70, low: 97, slope: 0 },
      {
        service: 'lateral',
        pipe: '4 in SDR 35, perforated',
        out: { form: 'fitting', ground: 100 },
        top: { form: 'lateral-end', ground: 100 },
      },
    ),
  );
  const [pipe] = takeoff(evaluate(plan)).sums.filter(({ what }) => what.of === 'pipe');
  expect((pipe?.amount ?? NaN) / FOOT).toBeCloseTo(70, 9);
  expect(pipe?.count).toEqual({ of: 'stick', number: 5 });
});

describe('as they are bought', () => {
  const evaluationOf = (
    more: Partial<ItemOf<'material'>>,
    surface = false,
    buying: Partial<ItemOf<'buying'>> = {},
  ): Evaluation => {
    const layer = material('Over', more);
    const { plan } = job({
      ...oneRun(
        { low: 95, slope: 0 },
        {
          section: section({
            width: { rule: 'fixed', width: ft(2) },
            ...(surface
              ? { surface: [{ material: layer.id, thickness: inch(3) }] }
              : { below: [{ material: layer.id, thickness: inch(3) }] }),
          }),
          out: { ground: 100 },
          top: { ground: 100 },
        },
      ),
      more: [layer, { ...DEFAULT_BUYING, ...buying }],
    });
    return evaluate(plan);
  };
  const over = (...of: Parameters<typeof evaluationOf>) => takeoff(evaluationOf(...of));
  const sumOf = (of: ReturnType<typeof over>, what: string) => of.sums.find((sum) => sum.what.of === what);

  test('straw by the bale: 100 ft by 2 ft under 80 sq ft a bale, with a tenth of waste, are three', () => {
    const straw = sumOf(over({ class: 'straw', waste: 0.1 }), 'bales');
    expect((straw?.amount ?? NaN) / FOOT ** 2).toBeCloseTo(200, 6);
    expect(straw?.count).toEqual({ of: 'bale', number: 3 });
  });

  test('a mat in rolls, slit to the trench: 100 ft by 2 ft are one roll of 6 by 50 ft', () => {
    const mat = sumOf(over({ class: 'fabric' }), 'mat');
    expect(mat?.count).toEqual({ of: 'roll', number: 1 });
    expect(mat?.rolls).toMatchObject([{ slits: 3, pieces: 3 }]);
  });

  test('sod is bought, lifted and laid back, or sown', () => {
    const of = (sod: 'bought' | 'own' | 'seed') => {
      const found = over({ class: 'sod', waste: 0.05 }, true, { sod });
      return found.sums
        .filter(({ what }) => ['sod', 'own-sod', 'seed', 'straw'].includes(what.of))
        .map(({ what, supplier, ordered }) => [what.of, supplier, Math.round(ordered / FOOT ** 2)]);
    };
    expect(of('bought')).toEqual([['sod', 'garden', 210]]);
    expect(of('own')).toEqual([['own-sod', 'work', 200]]);
    expect(of('seed')).toEqual([
      ['seed', 'garden', 200],
      ['straw', 'garden', 200],
    ]);
  });

  test('chambers of which nobody said how long one is are told, and not ordered by the cubic yard', () => {
    const found = over({ class: 'chamber' });
    expect(found.missing.unsized).toHaveLength(1);
    expect([...evaluationOf({ class: 'chamber' }).lines.values()].some(({ gaps }) => isWhole(gaps))).toBe(false);
    expect(found.sums.filter(({ supplier }) => supplier !== 'work').map(({ name }) => name)).not.toContain('Over');
    expect(over({ class: 'chamber', piece: { long: ft(4), coupled: false } }).missing.unsized).toEqual([]);
  });
});
