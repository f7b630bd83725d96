import type { Run, TestPit, UpRun } from '@alveus/plan';
import { upRun } from '../length';
import { NEAR } from '../tolerance';

/** What a test pit says of how deep people may stand in a trench unprotected. */

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
