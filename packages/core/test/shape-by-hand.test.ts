import type { Cut, Item, ItemOf, Section, Side } from '@alveus/plan';
import { applyEdits, Cut as CutSchema, turnedCut } from '@alveus/plan';
import { evaluate, FOOT } from '../src';
import { LIBRARY } from '../src/sections';
import { buildLine, catalogue, ft, inch, material, newId, section } from './builders';

/** Trenches that are not upright and level across: figures worked by hand, of the trade and of published tables. */

const stone = material('Stone');

test('bottom 3 ft wide, 6 ft deep in the middle, sides 1½:1, ground falling 10 % across: 73.7 sq ft, and not 72 (worked by hand)', () => {
  const dug = (across: number): number => {
    const sides = { left: { by: 'sloped', out: 1.5, over: 0 }, right: { by: 'sloped', out: 1.5, over: 0 } } as const;
    const { plan, runs } = buildLine({
      section: section({ width: { rule: 'fixed', width: ft(3) } }),
      pipe: catalogue('4 in SDR 35'),
      ground: ft(6) - catalogue('4 in SDR 35').wall,
      runs: [
        { length: ft(1), low: 0, slope: 0, ground: ft(6) - catalogue('4 in SDR 35').wall, cut: { ...sides, across } },
      ],
    });
    return (evaluate(plan).runs.get(runs[0] ?? '')?.trench?.amounts?.excavation ?? NaN) / FOOT ** 3;
  };
  expect(dug(0)).toBeCloseTo(72, 9);
  // Each half: from the middle out to where the side meets the ground, less what is under the side.
  const half = (rises: number): number => {
    const over = 6 + rises * 1.5;
    const out = over / (1 / 1.5 - rises);
    return ((6 + over) / 2) * 1.5 + (over * out) / 2;
  };
  expect(dug(0.1)).toBeCloseTo(half(0.1) + half(-0.1), 9);
  expect(dug(0.1).toFixed(1)).toBe('73.7');
});

describe('sides follow from how people are protected and from the class of the soil (US 29 CFR 1926 Subpart P, table B-1)', () => {
  const area = (
    protection: ItemOf<'run'>['protection'],
    soil: ItemOf<'native'>['soil'],
    cut?: Cut,
    depth = 8,
  ): number => {
    const pipe = catalogue('4 in SDR 35');
    const native: ItemOf<'native'> = {
      kind: 'native',
      id: '00000000-0000-4000-8000-000000000000',
      name: 'Soil',
      swell: 0.25,
      shrink: 0.1,
      ...(soil ? { soil } : {}),
    };
    const run = {
      length: ft(1),
      low: 0,
      slope: 0,
      ground: ft(depth) - pipe.wall,
      ...(protection ? { protection } : {}),
      ...(cut ? { cut } : {}),
    };
    const { plan, runs } = buildLine(
      {
        pipe,
        section: section({ width: { rule: 'fixed', width: ft(3) } }),
        ground: ft(depth) - pipe.wall,
        runs: [run],
      },
      [native],
    );
    return (evaluate(plan).runs.get(runs[0] ?? '')?.trench?.amounts?.excavation ?? NaN) / FOOT ** 3;
  };

  test('sloped: ¾:1, 1:1 and 1½:1; soil that nobody classed is taken for the loosest; rock stands', () => {
    // 3 ft × 8 ft, and on both sides 8 ft × 8 ft × the slope ÷ 2.
    expect(area('sloped', 'A')).toBeCloseTo(24 + 48, 9);
    expect(area('sloped', 'B')).toBeCloseTo(24 + 64, 9);
    expect(area('sloped', 'C')).toBeCloseTo(24 + 96, 9);
    expect(area('sloped', undefined)).toBeCloseTo(24 + 96, 9);
    expect(area('sloped', 'rock')).toBeCloseTo(24, 9);
    for (const protection of ['shored', 'not-entered', undefined] as const)
      expect(area(protection, 'C')).toBeCloseTo(24, 9);
  });

  test('benched in class B: 4 ft upright, a tread of 4 ft each side, 4 ft upright', () => {
    expect(area('benched', 'B')).toBeCloseTo(24 + 2 * 4 * 4, 9);
    expect(area('benched', 'A')).toBeCloseTo(24 + 2 * 3 * 4, 9);
  });

  test('stepped: upright below, sloped above, each side by itself', () => {
    const cut: Cut = { left: { by: 'sloped', out: 1, over: ft(3) }, right: { by: 'upright' } };
    expect(area('sloped', 'A', cut)).toBeCloseTo(24 + 25 / 2, 9);
  });

  test('shielded: as wide as the shield and 2 in each side; sloped from 18 in under its top where it does not reach the ground', () => {
    const shield = { outside: ft(4), tall: ft(6) };
    const wide = 4 + 4 / 12;
    expect(area('shielded', 'B', { shield })).toBeCloseTo(8 * wide + 3.5 * 3.5, 9);
    expect(area('shielded', 'B', { shield }, 6)).toBeCloseTo(6 * wide, 9);
    expect(area('shielded', 'B', { shield: { ...shield, outside: inch(20) } }, 6)).toBeCloseTo(6 * 3, 9);
  });
});

test('sides that the ground would never meet are no sides', () => {
  const side: Side = { by: 'sloped', out: 4, over: 0 };
  expect(CutSchema.safeParse({ right: side, across: 0.3 }).error?.issues[0]?.path).toEqual(['right']);
  expect(CutSchema.safeParse({ right: side, across: -0.3 }).success).toBe(true);
  expect(turnedCut(turnedCut({ right: side, across: -0.2 }))).toEqual({ right: side, across: -0.2 });
});

test('a gravel bed of two laterals, 3 ft beyond its pipes and their ends: 70 ft of bed is 76 ft by its width (fact of the trade)', () => {
  const pipe = catalogue('4 in SDR 35');
  const bed = section({
    width: { rule: 'room', each: ft(3), beside: 'outside' },
    beyond: ft(3),
    below: [{ material: stone.id, thickness: inch(6) }],
    above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(2) } }],
  });
  const deep = ft(3);
  const laid = (name: string) =>
    buildLine(
      {
        pipe,
        section: bed,
        ground: deep,
        runs: [{ length: ft(70), low: 0, slope: 0, ground: deep }],
      },
      [stone, { ...material(name) }],
    );
  const [first, second] = [laid('one'), laid('two')];
  const [lead = '', other = ''] = [first.runs[0], second.runs[0]];
  // Both ends of the pipes are ends in the ground.
  const ends = [...first.nodes, ...second.nodes].map((id): Item => ({
    kind: 'node',
    id,
    name: 'End',
    form: 'lateral-end',
  }));
  /** The second lies in the trench of the first from so far on. */
  const shared = (from: number) =>
    evaluate(
      applyEdits(
        first.plan,
        [
          ...second.items.filter(({ kind }) => kind !== 'pipe' && kind !== 'section'),
          ...ends,
          {
            kind: 'sharing' as const,
            id: newId(),
            run: other,
            from,
            to: ft(70),
            lead: { run: lead, from, to: ft(70) },
            lies: 'right' as const,
            place: 1,
            clear: ft(6) - pipe.outside,
          },
        ].map((item) => ({ op: 'put', item })),
      ),
    );
  const amounts = shared(0).runs.get(lead)?.trench?.amounts;
  const wide = 3 + 3 + 6 + pipe.outside / FOOT;
  const high = (6 + 2) / 12 + pipe.outside / FOOT;
  const circle = (Math.PI * (pipe.outside / FOOT) ** 2) / 4;
  const stones = (amounts?.layers[0] ?? NaN) + (amounts?.layers[1] ?? NaN);
  expect(stones / FOOT ** 3).toBeCloseTo(76 * wide * high - 2 * 70 * circle, 6);
  // 12 to 15 in of stone in all.
  expect(high * 12).toBeGreaterThan(12);
  expect(high * 12).toBeLessThan(15);
  // Where only its upper half lies there, 35 ft are dug for it, and 3 ft past its low end: past the other the first's trench goes on.
  const alone = 35 * 6 + 3 * 6 + (38 * pipe.outside) / FOOT;
  const dug = shared(ft(35)).runs.get(other)?.trench?.amounts?.excavation ?? NaN;
  const depth = 3 + pipe.wall / FOOT + 6 / 12;
  expect(dug / FOOT ** 3).toBeCloseTo(alone * depth, 6);
  expect(shared(0).runs.get(other)?.trench?.amounts?.excavation).toBe(0);
});

test('teeth an inch out of a 24 in bucket dig 26 in; 6 in more each side over 2 ft at joints 14 ft apart are 1.7 in of width on average', () => {
  const pipe = catalogue('12 in SDR 35');
  const width = (fields: Partial<Section>): number => {
    const { plan, runs } = buildLine({
      pipe,
      section: section(fields),
      ground: 2,
      runs: [{ length: 10, low: 0, slope: 0, ground: 2 }],
    });
    return (evaluate(plan).runs.get(runs[0] ?? '')?.trench?.width ?? NaN) / inch(1);
  };
  expect(width({ width: { rule: 'fixed', width: inch(24), teeth: inch(1) } })).toBeCloseTo(26, 9);
  const joints = { each: inch(6), along: ft(2) };
  expect(width({ width: { rule: 'fixed', width: inch(24) }, joints })).toBeCloseTo(
    24 + (12 * 24) / (pipe.stick / inch(1)),
    9,
  );
});

test('a bundle of 10 in lies in a trench 11 in wide and 16 in deep with its sod (fact of the trade)', () => {
  const { below, above, surface, width } = LIBRARY.bundles;
  const pipe = catalogue('4 in SDR 35');
  const tall = (below[0]?.thickness ?? NaN) + pipe.outside + (above[0]?.upTo.offset ?? NaN);
  expect(tall / inch(1)).toBeCloseTo(10, 6);
  expect(width).toEqual({ rule: 'fixed', width: inch(11) });
  expect((tall + (surface[0]?.thickness ?? NaN)) / inch(1)).toBeLessThan(16);
});
