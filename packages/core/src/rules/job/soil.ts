import type { LineResult, LineSoil } from '../../results';
import { measured } from '../../phrase';
import { NEAR } from '../../tolerance';
import { YARD3 } from '../../units';
import { COMMON, NOTHING, rule } from '../rule';

/** Whether the soil that comes out goes back. */

export interface SoilFacts {
  readonly lines: readonly LineResult[];
}

export const nativeShort = rule<SoilFacts>()({
  name: 'native-short',
  title: 'Enough native soil to backfill',
  stage: 'order',
  severity: 'watch',
  source: COMMON,
  number: { value: 5 * YARD3, quantity: 'volume', words: 'More than' },
  judge: ({ lines }, more) => {
    const sum = (of: (soil: LineSoil) => number): number => lines.reduce((all, { soil }) => all + of(soil), 0);
    const short = sum(({ nativeBank }) => nativeBank) - sum(({ excavation }) => excavation);
    return short > more + NEAR ? [{ by: short, quantity: 'volume' as const }] : NOTHING;
  },
  words: ({ by = 0 }) => ({
    what: ['Backfilling the job takes ', measured(by, 'volume'), ' more native soil than its trenches yield.'],
    why: ['Soil shrinks when compacted, and stone takes up less room than the shrinkage costs.'],
    gives: ['Bring in fill', 'Buy fill for one layer instead'],
  }),
});

export const SOIL_RULES = [nativeShort] as const;
