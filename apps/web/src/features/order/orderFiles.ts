import type { Evaluation, Quantity, System } from '@alveus/core';
import { print, unitName, unitSize } from '@alveus/core';
import type { Sum, Takeoff } from '@alveus/core/takeoff';
import { accountOf, looseFactor, movedIn, takeoff } from '@alveus/core/takeoff';
import type { BookSheet } from '@alveus/exchange/xlsx';
import type { RootState } from '../../store';
import { selectCommitted } from '../../store/results';
import { saveBlob, saveText } from '../../sync/files';
import { today } from './today';
import { placeName } from './where';
import { COUNT_WORDS, quantityOf, SUPPLIER_WORDS } from './words';

/** The order list and its places, as tables for other programs: as they are ordered, in the units of the reader. */

type Cell = string | number;

const HEAD = [
  'Supplier',
  'Item',
  'Count',
  'Counted by',
  'To order',
  'Unit',
  'Weight',
  'Weight in',
  'Loads',
  'Ordered so far',
  'Delivered so far',
  'Placed in the ground',
  'Moved here',
];

/** A figure as it is ordered; what is next to nothing is a cell of text. */
function cellOf(value: number, quantity: Quantity, system: System): Cell {
  const text = print(value, quantity, system, { bare: true });
  const number = Number(text.replace('\u2212', '-'));
  return Number.isNaN(number) ? text : number;
}

function unitWords(sum: Sum, system: System): string {
  if (sum.unit === 'count') return 'pieces';
  return `${unitName(quantityOf(sum), system)}${looseFactor(sum) === 1 ? '' : ' loose'}`;
}

export function orderRows({ sums, books }: Takeoff, system: System): Cell[][] {
  const rows = sums.map((sum): Cell[] => {
    const quantity = quantityOf(sum);
    const { ordered, delivered } = accountOf(sum, books);
    const loose = looseFactor(sum);
    const cell = (value: number): Cell => cellOf(value, quantity, system);
    return [
      SUPPLIER_WORDS[sum.supplier],
      sum.name,
      sum.count?.number ?? '',
      sum.count ? COUNT_WORDS[sum.count.of][1] : '',
      cell(sum.ordered * loose),
      unitWords(sum, system),
      sum.mass > 0 && sum.unit !== 'mass' ? cellOf(sum.mass, 'mass', system) : '',
      sum.mass > 0 && sum.unit !== 'mass' ? unitName('mass', system) : '',
      sum.loads > 0 ? sum.loads : '',
      cell(ordered * loose),
      cell(delivered * loose),
      cell(sum.amount),
      cell(movedIn(sum.moved)),
    ];
  });
  return [HEAD, ...rows];
}

/** Whose order it is, and of which day: what is as old as that. */
const titleRows = (job: string): Cell[][] => [['Job', job], ['Date', today()], []];

function placeRows({ sums }: Takeoff, evaluation: Evaluation, system: System): Cell[][] {
  const rows = sums.flatMap((sum) => {
    const quantity = quantityOf(sum);
    const unit = sum.unit === 'count' ? 'pieces' : unitName(quantity, system);
    return sum.parts.flatMap(({ line, entries }) =>
      entries.map((entry): Cell[] => [
        sum.name,
        evaluation.lines.get(line ?? '')?.line.name ?? '',
        placeName(entry, evaluation),
        // Finer than it is ordered, and a number in any case: they add up to what the list says.
        Math.round((entry.amount / unitSize(quantity, system)) * 100) / 100,
        unit,
        entry.why,
      ]),
    );
  });
  return [['Item', 'Line', 'Place', 'Amount', 'Unit', 'Why'], ...rows];
}

const asText = (rows: readonly (readonly Cell[])[]): string[][] => rows.map((row) => row.map(String));

export function saveOrderTable(state: RootState): void {
  const evaluation = selectCommitted(state);
  const rows = [...titleRows(state.job.name), ...orderRows(takeoff(evaluation), state.settings.system)];
  void import('@alveus/exchange').then(({ csvText }) =>
    saveText(`${state.job.name} order list.csv`, 'text/csv', csvText(asText(rows))),
  );
}

export function orderBook(job: string, evaluation: Evaluation, system: System): BookSheet[] {
  const of = takeoff(evaluation);
  return [
    {
      name: 'Order list',
      rows: [...titleRows(job), ...orderRows(of, system)],
      widths: [24, 36, 8, 10, 12, 14, 10, 10, 8, 14, 16, 20, 12],
    },
    { name: 'Places', rows: placeRows(of, evaluation, system), widths: [36, 24, 24, 12, 10, 40] },
  ];
}

export function saveOrderBook(state: RootState): void {
  const sheets = orderBook(state.job.name, selectCommitted(state), state.settings.system);
  void import('@alveus/exchange/xlsx')
    .then(({ xlsxBook }) => xlsxBook(sheets))
    .then((blob) => saveBlob(`${state.job.name} order list.xlsx`, blob));
}
