import { SUPPLIERS } from '@alveus/plan';
import type { Sum } from '@alveus/core/takeoff';
import { usePrint } from '../../ui/measured';
import type { PrintedTable, Whole } from '../../ui/Printed';
import { useTakeoff } from './useTakeoff';
import { amountWords, countWords, SUPPLIER_WORDS } from './words';

export interface OrderPaperProps {
  /** What tables are made with on paper comes with the paper. */
  Table: typeof PrintedTable;
  Unparted: typeof Whole;
}

/** The order list on paper, a table for each kind of supplier. */
export function OrderPaper({ Table, Unparted }: OrderPaperProps) {
  const now = useTakeoff();
  const print = usePrint();
  if (!now) return null;
  const row = (sum: Sum): string[] => {
    return [
      sum.name,
      sum.count ? countWords(sum.count.number, sum.count.of) : '',
      amountWords(sum, sum.ordered, print),
      sum.loads > 0 ? String(sum.loads) : '',
    ];
  };
  return SUPPLIERS.map((supplier) => {
    const sums = now.takeoff.sums.filter((sum) => sum.supplier === supplier);
    return sums.length === 0 ? null : (
      <Unparted key={supplier}>
        <Table
          caption={SUPPLIER_WORDS[supplier]}
          head={['Item', 'Count', 'Amount', 'Loads']}
          rows={sums.map(row)}
          named
        />
      </Unparted>
    );
  });
}
