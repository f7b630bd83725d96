import type { LineResult } from '@alveus/core';
import { PrintedTable, Whole } from '../../ui/Printed';
import { useFacts } from './useFacts';

/** Structures, utilities, findings and rod readings of a line, a table each. */
export function PaperFacts({ line }: { line: LineResult }) {
  const factsOf = useFacts();
  return factsOf(line).map(({ caption, head, rows }) =>
    rows.length > MOST_WHOLE ? (
      <PrintedTable key={caption} caption={caption} head={head} rows={rows} />
    ) : (
      <Whole key={caption}>
        <PrintedTable caption={caption} head={head} rows={rows} />
      </Whole>
    ),
  );
}

/** So many rows are kept on one page. */
const MOST_WHOLE = 20;
