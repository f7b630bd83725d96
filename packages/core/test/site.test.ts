import type { Crossing, Item } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import type { Finding } from '../src';
import { evaluate, findingsOf } from '../src';
import { inTheWay, inTheWayFrom, sheetPlaces } from '../src/setout';
import type { LineSpec } from './builders';
import { buildLine, catalogue, ft, inch, newId, section } from './builders';

/** Utilities, soil, water and frost at one run: 12 in pipe at 100.00 ft, 1 %, under ground at 106 ft. */

const pipe = catalogue('12 in SDR 35');
const crown = (at: number): number => ft(100) + 0.01 * at - pipe.wall + pipe.outside;

function judge(more: (run: string) => Item[], fields: Partial<LineSpec> = {}): Finding[] {
  const spec: LineSpec = {
    pipe,
    ground: ft(106),
    runs: [{ length: ft(100), low: ft(100), slope: 0.01, ground: ft(106), protection: 'shored' }],
    ...fields,
  };
  const built = buildLine(spec);
  return findingsOf(evaluate({ ...built.plan, ...tables(built.plan, more(built.runs[0] ?? '')) }));
}

/** The plan's tables with more items in them. */
function tables(plan: ReturnType<typeof buildLine>['plan'], items: readonly Item[]): object {
  return items.reduce<Record<string, object>>(
    (all, item) => ({ ...all, [item.kind]: { ...(all[item.kind] ?? plan[item.kind]), [item.id]: item } }),
    {},
  );
}

const crossing = (run: string, fields: Partial<Crossing>): Crossing => ({
  kind: 'crossing',
  id: newId(),
  run,
  name: 'Gas main',
  utility: 'gas',
  size: inch(4),
  lies: { how: 'across', at: ft(50) },
  level: { by: 'elevation', of: 'centre', value: ft(103) },
  measured: true,
  markedBy: 'Locator',
  markedOn: '2026-11-20',
  ...fields,
});
const rules = (findings: readonly Finding[]): string[] => findings.map(({ rule }) => rule);

describe('clearance from the outside of a pipe that crosses', () => {
  /** So much room between our crown and the underside of a 4 in main over it. */
  const over = (room: number, fields: Partial<Crossing> = {}) =>
    judge((run) => [
      crossing(run, { level: { by: 'elevation', of: 'centre', value: crown(ft(50)) + room + inch(2) }, ...fields }),
    ]);

  test('exactly a foot passes, a hair less does not; common practice says so', () => {
    expect(rules(over(ft(1)))).not.toContain('clearance');
    const found = over(inch(11)).find(({ rule }) => rule === 'clearance');
    expect(found).toMatchObject({ severity: 'fix', at: ft(50), local: true, source: 'common practice' });
    expect(found?.by?.value).toBeCloseTo(inch(1), 9);
  });

  test('told by its top or its centre, by elevation or by depth under the ground, it lies at one place', () => {
    const centre = crown(ft(50)) + inch(8) + inch(2);
    const topAt = (level: Crossing['level']): number | undefined =>
      judge((run) => [crossing(run, { level })]).find(({ rule }) => rule === 'clearance')?.by?.value;
    for (const level of [
      { by: 'elevation', of: 'centre', value: centre },
      { by: 'elevation', of: 'top', value: centre + inch(2) },
      { by: 'depth', of: 'centre', value: ft(106) - centre },
      { by: 'depth', of: 'top', value: ft(106) - centre - inch(2) },
    ] as const)
      expect(topAt(level)).toBeCloseTo(inch(4), 9);
  });

  test('one that lies where the pipe has to go stops', () => {
    const found = judge((run) => [crossing(run, { level: { by: 'elevation', of: 'centre', value: ft(100.9) } })]);
    expect(found[0]).toMatchObject({ rule: 'clash', severity: 'stop' });
  });

  test('sewage passes 18 in under drinking water, and keeps 10 ft beside it (recommended standards for waterworks, from memory)', () => {
    const water = (fields: Partial<Crossing>) =>
      judge((run) => [crossing(run, { name: 'Water', utility: 'water', ...fields })], { service: 'building-sewer' });
    const at = (room: number): Crossing['level'] => ({
      by: 'elevation',
      of: 'centre',
      value: crown(ft(50)) + room + inch(2),
    });
    expect(rules(water({ level: at(inch(18)) }))).not.toContain('clearance');
    expect(water({ level: at(inch(17)) }).find(({ rule }) => rule === 'clearance')?.source).toMatch(/Water Works/);
    const beside = (off: number) =>
      water({ lies: { how: 'beside', from: ft(10), to: ft(60), off }, level: at(inch(6)) });
    const edge = ft(10) + (pipe.outside + inch(4)) / 2;
    expect(rules(beside(edge))).not.toContain('clearance');
    expect(beside(edge - inch(6)).find(({ rule }) => rule === 'clearance')?.by?.value).toBeCloseTo(inch(6), 9);
  });

  test('a rule of the place goes before the usual one', () => {
    const own = judge((run) => [
      crossing(run, { level: { by: 'elevation', of: 'centre', value: crown(ft(50)) + ft(1.5) + inch(2) } }),
      {
        ...evaluate(buildLine({ runs: [{ length: 1 }] }).plan).profile,
        clearances: { gas: { above: ft(2), below: ft(2), beside: ft(3), source: 'gas company' } },
      },
    ]);
    expect(own.find(({ rule }) => rule === 'clearance')?.source).toBe('gas company');
  });

  test('an assumed level is dug to by hand, 24 in each side; a depth without ground is not known', () => {
    const found = over(ft(2), { measured: false }).find(({ rule }) => rule === 'hand-dig');
    expect(found?.stretches).toMatchObject([{ from: ft(50) - inch(24), to: ft(50) + inch(24) }]);
    expect(
      rules(
        judge((run) => [crossing(run, { level: { by: 'depth', of: 'top', value: 1 } })], {
          ground: undefined,
          runs: [{ length: ft(100), low: ft(100), slope: 0.01 }],
        }),
      ),
    ).toContain('crossing-level');
  });

  test('far under the trench there is nothing to say', () => {
    const found = rules(judge((run) => [crossing(run, { level: { by: 'elevation', of: 'top', value: ft(90) } })]));
    for (const rule of ['clearance', 'clash', 'hand-dig']) expect(found).not.toContain(rule);
  });
});

test('a test pit: the trench goes into the clay pan and into the water, by how much', () => {
  // Trench bottom at 40 ft: 100.4 less the wall; 5.63 ft deep.
  const found = judge((run) => [
    {
      kind: 'testPit',
      id: newId(),
      name: 'Pit 1',
      place: { run, at: ft(40) },
      depth: ft(8),
      description: '',
      soil: 'C',
      limiting: { depth: ft(5), what: 'clay pan' },
      groundwater: ft(5.5),
    },
  ]);
  const depth = ft(106) - (ft(100.4) - pipe.wall);
  expect(found.filter(({ rule }) => rule === 'meets-layer').map(({ by }) => by?.value)).toEqual([
    expect.closeTo(depth - ft(5.5), 9),
    expect.closeTo(depth - ft(5), 9),
  ]);
});

test('a building sewer above the frost is said, a storm line is not', () => {
  const frost: Item = { kind: 'site', id: ONLY, frost: ft(6) };
  expect(rules(judge(() => [frost], { service: 'building-sewer' }))).toContain('frost');
  expect(rules(judge(() => [frost]))).not.toContain('frost');
});

test('stone round a leader is refused with its reason (fact of the trade)', () => {
  const stone = {
    kind: 'material' as const,
    id: newId(),
    name: 'Stone',
    class: 'stone' as const,
    density: 1600,
    waste: 0,
    loose: 1,
  };
  const stoned = section({ below: [{ material: stone.id, thickness: 0.1 }] });
  expect(rules(judge(() => [stone], { service: 'leader', section: stoned }))).toContain('stone-at-leader');
  expect(rules(judge(() => [], { service: 'leader' }))).not.toContain('stone-at-leader');
});

describe('in the way of the digging', () => {
  /** Trench bottoms near 100 ft, some 6 ft under the ground. */
  const found = (fields: Partial<Crossing>, more: Partial<LineSpec> = {}) => {
    const built = buildLine({
      pipe,
      ground: ft(106),
      runs: [{ length: ft(100), low: ft(100), slope: 0.01, ground: ft(106), protection: 'shored' }],
      ...more,
    });
    const run = built.runs[0] ?? '';
    const evaluation = evaluate({ ...built.plan, ...tables(built.plan, [crossing(run, fields)]) });
    const line = evaluation.lines.get(built.line);
    if (!line) throw new Error('no line');
    const places = sheetPlaces(line, evaluation.runs, { by: 'station', step: ft(5) });
    return { all: inTheWay(evaluation, built.line), places };
  };
  const across: Crossing['lies'] = { how: 'across', at: ft(58) };
  const deep = (value: number): Pick<Crossing, 'level'> => ({ level: { by: 'depth', of: 'top', value: ft(value) } });

  test('a gas main at 0+58, 3 ft down: by hand from 0+56 to 0+60, and between rows of the sheet it is on the row before', () => {
    const { all, places } = found({ lies: across, ...deep(3) });
    expect(all).toHaveLength(1);
    expect([all[0]?.from, all[0]?.to, all[0]?.depth].map((value) => (value ?? NaN) / 0.3048)).toEqual([
      expect.closeTo(56, 9),
      expect.closeTo(60, 9),
      expect.closeTo(3, 9),
    ]);
    expect(all[0]?.blocks).toBe(false);
    const marked = places.filter((place, index) => inTheWayFrom(all, place, places[index + 1]).length > 0);
    expect(marked.map(({ along }) => Math.round(along / 0.3048))).toEqual([55, 60]);
  });

  test('what lies 2 ft and more under the trench is not met; an inch higher it is', () => {
    // The trench bottom at 58 ft: the invert at 100.58 ft, less the wall; the section has no bedding.
    const bottom = ft(100.58) - pipe.wall;
    const at = (under: number) =>
      found({ lies: across, level: { by: 'elevation', of: 'top', value: bottom - ft(2) + under } }).all;
    expect(at(inch(-1))).toEqual([]);
    expect(at(inch(1))).toHaveLength(1);
  });

  test('one whose depth nobody knows is in the way, without a depth; one where the pipe has to go blocks it', () => {
    const { all } = found(
      { lies: across, ...deep(3) },
      { ground: undefined, runs: [{ length: ft(100), low: ft(100), slope: 0.01 }] },
    );
    expect(all).toMatchObject([{ depth: undefined }]);
    expect(
      found({ lies: across, level: { by: 'elevation', of: 'centre', value: crown(ft(58)) - inch(6) } }).all,
    ).toMatchObject([{ blocks: true }]);
  });

  test('one beside the trench is in the way along its stretch, where it lies near; across past the end it is not', () => {
    const beside = (off: number) =>
      found({ lies: { how: 'beside', from: ft(20), to: ft(40), off: ft(off) }, ...deep(4) }).all;
    expect(beside(2.5)).toMatchObject([{ from: expect.closeTo(ft(18), 9), to: expect.closeTo(ft(42), 9) }]);
    expect(beside(12)).toEqual([]);
    expect(found({ lies: { how: 'across', at: ft(120) }, ...deep(3) }).all).toEqual([]);
  });
});
