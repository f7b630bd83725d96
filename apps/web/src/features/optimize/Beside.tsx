import { Words } from '../../ui/measured';
import type { Column } from '../../ui/Table';
import { Table } from '../../ui/Table';

/** A figure of what is compared. */
export interface Compared<Of> {
  readonly words: string;
  readonly of: (column: Of) => string;
}

interface BesideProps<Of extends { readonly name: string }> {
  /** As it is; undefined where it is none of those that are compared. */
  now: Of | undefined;
  other: Of;
  figures: readonly Compared<Of>[];
}

/** Two plans side by side, figure by figure. */
export function Beside<Of extends { readonly name: string }>({ now, other, figures }: BesideProps<Of>) {
  const columns: readonly Column<Compared<Of>>[] = [
    { name: 'Figure', wide: 4, cell: ({ words }) => <Words>{words}</Words> },
    ...(now
      ? [{ name: `Now: ${now.name}`, wide: 3, cell: ({ of }: Compared<Of>) => <Words strong>{of(now)}</Words> }]
      : []),
    { name: other.name, wide: 3, cell: ({ of }) => <Words strong>{of(other)}</Words> },
  ];
  // Names of what is compared may go over several lines.
  const head = Math.ceil(Math.max(other.name.length, (now?.name.length ?? 0) + 5) / 13) * LINE;
  return (
    <Table
      label="Side by side"
      columns={columns}
      rows={figures}
      keyOf={({ words }) => words}
      height={ROW * figures.length + Math.max(ROW, head + 12)}
    />
  );
}

const ROW = 41;
const LINE = 20;
