import type { Edit, Item, Plan, Run, Uuid } from '@alveus/plan';
import { applyEdits, EMPTY_PLAN, upperOf } from '@alveus/plan';
import * as fc from 'fast-check';
import { evaluate, fixFact, lineRoute, say } from '../src';
import type { SheetRow } from '../src/grow';
import { extendLine, readSheet, sheetEdits, startLine } from '../src/grow';
import { structureRows } from '../src/compare/structures';
import { ft } from './builders';

/** Plan sheets, and the table of structures that a plan gives. */

const ids = (): (() => Uuid) => {
  let last = 0;
  return () => `00000000-0000-4000-8000-${String((last += 1)).padStart(12, '0')}`;
};

const said = (rows: readonly SheetRow[]): string[] =>
  readSheet(rows).said.map(({ row, field, words }) => `${row} ${field}: ${say(words, 'feet')}`);

const end = (rim: number | undefined, low: number | undefined): SheetRow => ({
  name: 'Outfall',
  form: 'daylight',
  rim: rim === undefined ? undefined : ft(rim),
  in: low === undefined ? undefined : ft(low),
});
type Figures = { rim?: number; in?: number; out?: number; length?: number; percent?: number };
const basin = (name: string, { rim, in: low, out, length, percent }: Figures): SheetRow => {
  const feet = (value: number | undefined) => (value === undefined ? undefined : ft(value));
  return {
    name,
    form: 'catch-basin',
    rim: feet(rim),
    in: feet(low),
    out: feet(out),
    length: feet(length),
    slope: percent === undefined ? undefined : percent / 100,
  };
};

test('a sheet saying 101.20 to 100.72 in 182.5 ft agrees with 0.26 %, which gives 100.7255', () => {
  expect(said([end(103, 100.72), basin('B', { rim: 104, out: 101.2, length: 182.5, percent: 0.26 })])).toEqual([]);
  expect(101.2 - 0.0026 * 182.5).toBeCloseTo(100.7255, 9);
});

test('saying 0.30 % it is 0.07 ft off, and its inverts are kept', () => {
  const rows = [end(103, 100.72), basin('B', { rim: 104, out: 101.2, length: 182.5, percent: 0.3 })];
  expect(said(rows)).toEqual([
    '1 slope: By this slope the outgoing invert would be 101.27 ft: the sheet is off by 0.07 ft. Its inverts are used; they fall 0.26 %.',
  ]);
  expect(readSheet(rows).pipes).toEqual([{ length: ft(182.5), low: ft(100.72), high: ft(101.2), slope: undefined }]);
});

test('what disagrees in a structure is said: water that would stand, pipe over a rim, pipe that rises', () => {
  expect(
    said([
      end(100, 98),
      basin('A', { rim: 101, in: 98.5, out: 98.8, length: 80 }),
      basin('B', { rim: 99, out: 98.2, length: 60 }),
      basin('C', { rim: 97, in: 98, out: 99, length: 60 }),
    ]),
  ).toEqual([
    '2 out: It is 0.30 ft below the other end: the pipe would rise.',
    '1 out: It is 0.30 ft above the incoming invert: water would stand here.',
    '3 in: It is 1 ft above the rim.',
    '3 out: It is 2 ft above the rim.',
    '3 out: It is 1 ft above the incoming invert: water would stand here.',
  ]);
});

test('a column that is missing is told of once, at its first field; a figure that is missing at its own', () => {
  const rows = [end(103, 100), basin('A', { rim: 104, out: 100.5 }), basin('B', { rim: 104, out: 101 })];
  expect(said(rows)).toEqual(['1 length: Lengths are missing: type the length of each pipe.']);
  expect(readSheet(rows).pipes).toBeUndefined();
  expect(said([end(103, 100), basin('A', { length: 50 }), basin('B', { length: 50 })])).toEqual([
    '1 out: Outgoing inverts and slopes are both missing: type one of them for each pipe.',
  ]);
  expect(
    said([end(103, 100), basin('A', { out: 100.48, percent: 0.26 }), basin('B', { length: 50, out: 101 })]),
  ).toEqual(['1 length: The length of the outgoing pipe is missing: by its inverts and slope about 184.62 ft.']);
  expect(said([end(103, undefined), basin('A', { length: 50, percent: 1 })])).toEqual([
    '0 in: Type the invert where the line ends.',
  ]);
  expect(said([end(103, 100)])).toEqual([]);
  expect(readSheet([end(103, 100)]).pipes).toBeUndefined();
  expect(sheetEdits(EMPTY_PLAN, { name: 'Sheet', service: 'storm' }, rows, ids())).toBeUndefined();
});

test('inverts that a sheet leaves out follow: from the slope, or level through the structure', () => {
  const { edits, line } = sheetEdits(
    EMPTY_PLAN,
    { name: 'Sheet', service: 'storm' },
    [
      end(undefined, 100),
      basin('A', { length: 100, percent: 1 }),
      basin('B', { out: 101.6, length: 50 }),
      basin('C', { out: 102.6, length: 50, percent: 1 }),
    ],
    ids(),
  ) ?? { edits: [], line: '' };
  const evaluation = evaluate(applyEdits(EMPTY_PLAN, edits));
  const shape = evaluation.lines.get(line);
  const rows = shape ? structureRows(evaluation, lineRoute(shape)) : [];
  const levels = rows.map((row) =>
    [row.name, row.in?.invert, row.out?.invert].map((v) => (typeof v === 'number' ? +(v / ft(1)).toFixed(6) : v)),
  );
  expect(levels).toEqual([
    ['Outfall', 100, undefined],
    ['A', 101, 101],
    ['B', 102.1, 101.6],
    ['C', undefined, 102.6],
  ]);
  expect((rows[2]?.drop ?? NaN) / ft(1)).toBeCloseTo(0.5, 9);
});

/** A plan with its ids told by what they are called and in the order they came, so that two of them can be compared. */
function named(plan: Plan): Item[] {
  const order = new Map<string, string>();
  const text = JSON.stringify(
    Object.values(plan).flatMap((table) => Object.values(table as Readonly<Record<Uuid, Item>>)),
    (_key, value: unknown) => value,
  );
  const whole = text.replace(/[0-9a-f]{8}-0000-4000-8000-[0-9a-f]{12}/g, (id) => {
    const known = order.get(id) ?? `id ${order.size}`;
    order.set(id, known);
    return known;
  });
  return JSON.parse(whole) as Item[];
}

const hundredths = (from: number, to: number) => fc.integer({ min: from * 100, max: to * 100 }).map((n) => n / 100);

test('a typed sheet and the same line typed run by run are one plan', () => {
  const pipe = fc.record({
    length: hundredths(5, 300),
    drop: hundredths(0, 1),
    fall: hundredths(0.05, 3),
    over: hundredths(1, 9),
  });
  fc.assert(
    fc.property(fc.array(pipe, { minLength: 1, maxLength: 6 }), (pipes) => {
      let level = 100;
      const rows: SheetRow[] = [];
      let low = level;
      rows.push(end(level + 3, low));
      pipes.forEach(({ length, drop, fall, over }, index) => {
        const out = low + fall;
        low = out + drop;
        level = out;
        rows.push(basin(`CB ${index + 1}`, { rim: out + over, in: low, out, length }));
      });
      const sheet = sheetEdits(EMPTY_PLAN, { name: 'Sheet', service: 'storm' }, rows, ids());
      const typed = applyEdits(EMPTY_PLAN, sheet?.edits ?? []);

      // Run by run: each is added with its high invert, and its low one is typed after that.
      const newId = ids();
      const at = (row: number): SheetRow => rows[row] as SheetRow;
      let plan = EMPTY_PLAN;
      const take = (edits: readonly Edit[]): void => void (plan = applyEdits(plan, edits));
      const begun = startLine(
        plan,
        { name: 'Sheet', service: 'storm', outlet: { name: 'Outfall', form: 'daylight', ground: at(0).rim } },
        newId,
      );
      take(begun.edits);
      pipes.forEach((_, index) => {
        const { name, form, rim, out, length } = at(index + 1);
        const made = extendLine(
          plan,
          begun.line,
          { name: `Run ${index + 1}`, length: length ?? NaN, high: out, upper: { name, form, ground: rim } },
          newId,
          begun.outlet,
        );
        take(made.edits);
        const run = plan.run[made.run] as Run;
        take([{ op: 'put', item: fixFact(run, plan.runGrade[run.id], 'low', at(index).in ?? NaN) }]);
      });
      expect(named(typed)).toEqual(named(plan));

      const evaluation = evaluate(typed);
      for (const { run, grade } of evaluation.runs.values()) {
        const index = rows.findIndex(({ name }) => name === typed.node[upperOf(run)]?.name);
        expect(grade.high).toBeCloseTo(rows[index]?.out ?? NaN, 9);
        expect(grade.low).toBeCloseTo(rows[index - 1]?.in ?? NaN, 9);
      }
    }),
    { numRuns: 60 },
  );
});

test('a sheet of any figures is read without a figure that is none', () => {
  const figure = fc.option(fc.double({ min: -50, max: 400, noNaN: true }), { nil: undefined });
  const row = fc.record({
    rim: figure,
    in: figure,
    out: figure,
    length: fc.option(fc.double({ min: 0.01, max: 500, noNaN: true }), { nil: undefined }),
    slope: figure,
  });
  fc.assert(
    fc.property(fc.array(row, { maxLength: 5 }), (figures) => {
      const rows = figures.map((some, index): SheetRow => ({ name: `S ${index}`, form: 'manhole', ...some }));
      const read = readSheet(rows);
      for (const { words } of read.said) expect(say(words, 'feet')).not.toMatch(/NaN|Infinity|undefined/);
      // Either it can be laid, or it says what is missing.
      expect(read.pipes !== undefined).toBe(rows.length > 1 && !read.said.some(({ missing }) => missing));
    }),
    // A slope that is all but none would tell a length beyond all numbers.
    {
      examples: [
        [
          [
            { in: 1, rim: undefined, out: undefined, length: undefined, slope: undefined },
            { out: 0, slope: -5e-324, rim: undefined, in: undefined, length: undefined },
          ],
        ],
      ],
    },
  );
});
