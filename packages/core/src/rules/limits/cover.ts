import type { Profile, Run, Service } from '@alveus/plan';
import { rulesFor } from '@alveus/plan';
import { FOOT } from '../../units';

/** Least cover over a run of a service, m, and whose rule it is. */
export function leastCover(
  profile: Pick<Profile, 'services'>,
  service: Service,
  run: Pick<Run, 'vehicles'>,
): { readonly value: number; readonly source: string } {
  const { foot, vehicles, source } = rulesFor(profile, service).cover;
  return { value: run.vehicles ? vehicles : foot, source };
}

/** How far past the bank at an open end a pipe may still lack cover, m. */
export const PAST_BANK = FOOT;
