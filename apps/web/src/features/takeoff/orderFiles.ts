import type { Evaluation, System } from '@alveus/core';
import { unitName, unitSize } from '@alveus/core';
import type { Sum, Takeoff } from '@alveus/core/takeoff';
import { accountOf, lineOf, movedIn } from '@alveus/core/takeoff';
import type { BookSheet } from '@alveus/exchange/xlsx';
import type { RootState } from '../../store';
import { selectCommitted } from '../../store/results';
import { saveBlob, saveText } from '../../sync/files';
import { workedOut } from './useTakeoff';
import { placeName } from './where';
import { COUNT_WORDS, quantityOf, SUPPLIER_WORDS } from './words';

/** The order list and its places, as tables for other programs: numbers in the units of the reader, named in the head. */

type Cell = string | number;

const HEAD = [
  'Supplier',
  'Item',
  'Unit',
  'Placed',
  'Moved here',
  'To order',
  'Count',
  'Counted by',
  'Loads',
  'Ordered',
  'Delivered',
];

const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;

function unitFor(sum: Sum, system: System): { readonly name: string; readonly size: number } {
  if (sum.unit === 'count') return { name: 'pieces', size: 1 };
  const quantity = quantityOf(sum);
  return { name: unitName(quantity, system), size: unitSize(quantity, system) };
}

export function orderRows({ sums }: Takeoff, { plan }: Evaluation, system: System): Cell[][] {
  const rows = sums.map((sum): Cell[] => {
    const { name, size } = unitFor(sum, system);
    const { ordered, delivered } = accountOf(sum, plan);
    return [
      SUPPLIER_WORDS[sum.supplier],
      sum.name,
      name,
      rounded(sum.amount / size),
      rounded(movedIn(sum.moved) / size),
      rounded(sum.ordered / size),
      sum.count?.number ?? '',
      sum.count ? COUNT_WORDS[sum.count.of][1] : '',
      sum.loads > 0 ? sum.loads : '',
      rounded(ordered / size),
      rounded(delivered / size),
    ];
  });
  return [HEAD, ...rows];
}

function placeRows({ sums }: Takeoff, evaluation: Evaluation, system: System): Cell[][] {
  const rows = sums.flatMap((sum) => {
    const { name, size } = unitFor(sum, system);
    return sum.entries.map((entry): Cell[] => [
      sum.name,
      evaluation.lines.get(lineOf(entry, evaluation) ?? '')?.line.name ?? '',
      placeName(entry, evaluation),
      rounded(entry.amount / size),
      name,
      entry.why,
    ]);
  });
  return [['Item', 'Line', 'Place', 'Amount', 'Unit', 'Why'], ...rows];
}

const asText = (rows: readonly (readonly Cell[])[]): string[][] => rows.map((row) => row.map(String));

export function saveOrderTable(state: RootState): void {
  const evaluation = selectCommitted(state);
  const rows = orderRows(workedOut(evaluation), evaluation, state.settings.system);
  void import('@alveus/exchange').then(({ csvText }) =>
    saveText(`${state.job.name} order list.csv`, 'text/csv', csvText(asText(rows))),
  );
}

export function orderBook(evaluation: Evaluation, system: System): BookSheet[] {
  const of = workedOut(evaluation);
  return [
    { name: 'Order list', rows: orderRows(of, evaluation, system), widths: [24, 36, 10, 12, 12, 12, 8, 10, 8, 12, 12] },
    { name: 'Places', rows: placeRows(of, evaluation, system), widths: [36, 24, 24, 12, 10, 40] },
  ];
}

export function saveOrderBook(state: RootState): void {
  const sheets = orderBook(selectCommitted(state), state.settings.system);
  void import('@alveus/exchange/xlsx')
    .then(({ xlsxBook }) => xlsxBook(sheets))
    .then((blob) => saveBlob(`${state.job.name} order list.xlsx`, blob));
}
