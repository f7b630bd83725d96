import { same } from '@alveus/plan';
import { crossingResult } from '../../rules';
import { eachPass } from '../pass';

/** A utility, at each run that it lies at. */
export const crossing = eachPass<'crossing'>({
  name: 'crossing',
  kind: 'crossing',
  work: (id, read) =>
    (read.of('pieces', id) ?? []).flatMap((piece) => {
      const run = read.of('run', piece.run);
      return run ? [crossingResult(piece, run)] : [];
    }),
  same,
});
