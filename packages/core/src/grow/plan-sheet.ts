import type { Edit, NodeForm, Plan, Service, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import { NEAR } from '../tolerance';
import { FOOT } from '../units';
import { extendLine, startLine } from './extend';

/** A line as a plan sheet tells it: a row for each structure, and in it the pipe that leaves it. */

export const SHEET_FIELDS = ['rim', 'in', 'out', 'length', 'slope'] as const;
export type SheetField = (typeof SHEET_FIELDS)[number];

/** What the sheet says of one structure; what it leaves out is undefined. Elevations and the length in m. */
export type SheetRow = {
  readonly name: string;
  readonly form: NodeForm;
} & { readonly [field in SheetField]?: number | undefined };

/** Something to be said of a figure of the sheet, at its field. */
export interface SheetSaid {
  /** The structure, from the outlet up. */
  readonly row: number;
  readonly field: SheetField;
  /** Whether the line cannot be laid out without it; else the sheet only disagrees with itself. */
  readonly missing: boolean;
  readonly words: Phrase;
}

/** A pipe as it is laid by what the sheet says: what follows from the rest is left open. */
interface SheetPipe {
  readonly length: number;
  readonly low?: number | undefined;
  readonly slope?: number | undefined;
  readonly high?: number | undefined;
}

export interface SheetRead {
  readonly said: readonly SheetSaid[];
  /** Each pipe from the outlet up; undefined as long as something is missing. */
  readonly pipes: readonly SheetPipe[] | undefined;
}

/** Elevations stand on a sheet to 0.01 ft and slopes to 0.01 %: so far each may be off by being rounded. */
const ROUNDED = { elevation: 0.005 * FOOT, slope: 0.00005 };

/**
 * Reads a plan sheet, row by row from the outlet up; the first row is where the line ends, and has no pipe out.
 *
 * A pipe is laid by its two inverts, and its slope is checked against them. Where one invert is left out, it is laid by
 * the other and its slope; an invert in that nothing tells is level with what goes out there. Nothing is taken from a
 * sheet that disagrees with itself without its being said: slopes that the inverts do not give, water that would
 * stand in a structure, pipe that rises or lies over a rim.
 */
export function readSheet(rows: readonly SheetRow[]): SheetRead {
  const said: SheetSaid[] = [];
  const say = (row: number, field: SheetField, missing: boolean, words: Phrase): void =>
    void said.push({ row, field, missing, words });
  const pipes: SheetPipe[] = [];
  const upper = rows.slice(1);
  // A column that is not there is said once, and not of every row.
  const none = new Set(
    upper.length > 1 ? SHEET_FIELDS.filter((field) => upper.every((row) => row[field] === undefined)) : [],
  );
  upper.forEach((row, above) => {
    const index = above + 1;
    const below = rows[above] as SheetRow;
    const { in: low } = below;
    const { out: high, length, slope } = row;
    const first = above === 0;
    if (length === undefined) {
      if (none.has('length')) {
        if (first) say(1, 'length', true, ['Lengths are missing: type the length of each pipe.']);
      } else {
        // A slope that would be rounded to nothing tells no length.
        const stated = slope !== undefined && Math.abs(slope) >= ROUNDED.slope;
        const guess = low !== undefined && high !== undefined && stated ? (high - low) / slope : undefined;
        say(index, 'length', true, [
          'The length of the outgoing pipe is missing',
          ...(guess !== undefined && guess > 0
            ? ([': by its inverts and slope about ', measured(guess, 'distance')] as const)
            : []),
          '.',
        ]);
      }
    } else if (high === undefined && slope === undefined) {
      if (!(none.has('out') && none.has('slope')) || first)
        say(index, 'out', true, [
          none.has('out') && none.has('slope')
            ? 'Outgoing inverts and slopes are both missing: type one of them for each pipe.'
            : 'Type the outgoing invert, or the slope of the outgoing pipe.',
        ]);
    } else if (first && low === undefined && (high === undefined || slope === undefined)) {
      say(0, 'in', true, ['Type the invert where the line ends.']);
    } else {
      const laid = low !== undefined && high !== undefined;
      // Two inverts say it all; the slope beside them is only checked.
      pipes.push({ length, low, high, slope: laid ? undefined : slope });
      if (laid) disagreement(index, { low, high, length, slope }, say);
    }
  });
  rows.forEach((row, index) => {
    for (const field of ['in', 'out'] as const) {
      const invert = row[field];
      if (invert !== undefined && row.rim !== undefined && invert > row.rim + NEAR)
        say(index, field, false, ['It is ', measured(invert - row.rim, 'distance'), ' above the rim.']);
    }
    if (row.in !== undefined && row.out !== undefined && row.out > row.in + NEAR)
      say(index, 'out', false, [
        'It is ',
        measured(row.out - row.in, 'distance'),
        ' above the incoming invert: water would stand here.',
      ]);
  });
  const whole = rows.length > 1 && pipes.length === rows.length - 1;
  return { said, pipes: whole ? pipes : undefined };
}

function disagreement(
  row: number,
  {
    low,
    high,
    length,
    slope,
  }: Required<Omit<SheetPipe, 'slope'>> & { low: number; high: number; slope: number | undefined },
  say: (row: number, field: SheetField, missing: boolean, words: Phrase) => void,
): void {
  if (high < low - NEAR)
    say(row, 'out', false, ['It is ', measured(low - high, 'distance'), ' below the other end: the pipe would rise.']);
  if (slope === undefined) return;
  const there = low + slope * length;
  const off = Math.abs(high - there);
  if (off <= 2 * ROUNDED.elevation + ROUNDED.slope * length + NEAR) return;
  say(row, 'slope', false, [
    'By this slope the outgoing invert would be ',
    measured(there, 'elevation'),
    ': the sheet is off by ',
    measured(off, 'distance'),
    '. Its inverts are used; they fall ',
    measured((high - low) / length, 'slope'),
    '.',
  ]);
}

export interface SheetStart {
  readonly name: string;
  readonly service: Service;
  readonly pipe?: string | undefined;
  /** A node that is there, in place of the first row's. */
  readonly at?: Uuid | undefined;
}

/** The line of a sheet, as it would be typed run by run; nothing as long as the sheet is not whole. */
export function sheetEdits(
  plan: Plan,
  start: SheetStart,
  rows: readonly SheetRow[],
  newId: () => Uuid,
): { readonly edits: readonly Edit[]; readonly line: Uuid } | undefined {
  const { pipes } = readSheet(rows);
  const [end] = rows;
  if (!pipes || !end) return undefined;
  const { at, ...line } = start;
  const begun = startLine(
    plan,
    at === undefined ? { ...line, outlet: { name: end.name, form: end.form, ground: end.rim } } : { ...line, at },
    newId,
  );
  const edits = [...begun.edits];
  let grown = applyEdits(plan, begun.edits);
  pipes.forEach((pipe, index) => {
    const { name, form, rim } = rows[index + 1] as SheetRow;
    const run = { ...pipe, name: `Run ${index + 1}`, upper: { name, form, ground: rim } };
    const more = extendLine(grown, begun.line, run, newId, begun.outlet).edits;
    edits.push(...more);
    grown = applyEdits(grown, more);
  });
  return { edits, line: begun.line };
}
