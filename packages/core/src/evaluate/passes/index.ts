import type { Pass } from '../pass';
import { crossing } from './crossing';
import { findings } from './findings';
import { hole } from './hole';
import { line } from './line';
import { node } from './node';
import { rest } from './rest';
import { run } from './run';
import { shared } from './shared';
import { book, lineage, shots, site, solution, topology } from './tables';

export { DEFAULT_NATIVE } from './line';

/** The passes in their order: each reads only what those before it gave. */
export const PASSES: readonly Pass[] = [
  topology,
  solution,
  lineage,
  book,
  shots,
  site,
  shared,
  run,
  node,
  rest,
  hole,
  crossing,
  line,
  ...findings,
];
