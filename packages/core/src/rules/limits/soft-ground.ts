import type { Run, SoilClass, TestPit, UpRun, Uuid } from '@alveus/plan';
import { ONLY, SOILS } from '@alveus/plan';
import { upRun } from '../../length';
import type { Reader } from '../../results';
import { NEAR } from '../../tolerance';

/** What is known of the soil, and how deep people may stand in it unprotected. */

/** Depth from which its soil needs protection; undefined where the pit says nothing against it. */
export function unsafeFrom({ soil, groundwater }: TestPit, least: number): number | undefined {
  if (soil === 'C') return least;
  return groundwater === undefined ? undefined : Math.max(least, groundwater + NEAR);
}

/** Where a pit lies along a run; undefined where it lies beyond it. */
export function pitAt(
  { place }: TestPit,
  { run, length }: { readonly run: Run; readonly length: number },
): UpRun | undefined {
  const at = place && upRun(run, length, place.at);
  return at !== undefined && at >= -NEAR && at <= length + NEAR ? at : undefined;
}

/**
 * The class of some soil: the loosest of what somebody said, so that one pit that found loose soil makes the whole run
 * loose; undefined where nobody competent has looked.
 */
export function loosestOf(native: SoilClass | undefined, pits: readonly TestPit[]): SoilClass | undefined {
  return pits.reduce(
    (most, { soil }) =>
      soil !== undefined && (most === undefined || SOILS.indexOf(soil) > SOILS.indexOf(most)) ? soil : most,
    native,
  );
}

/** The class of the soil at some runs. */
export const soilAt = (runs: readonly Uuid[], read: Pick<Reader, 'item' | 'of'>): SoilClass | undefined =>
  loosestOf(
    read.item('native', ONLY)?.soil,
    runs.flatMap((run) => read.of('pitsOn', run) ?? []),
  );
