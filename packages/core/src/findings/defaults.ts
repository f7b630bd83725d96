import type { Profile, ServiceRule, SlopeBand } from '@alveus/plan';
import { FOOT, ONLY } from '@alveus/plan';

/** The rule profile of a plan that has none of its own. Common practice where no source is named. */

/** The rules of the services stand with the services; a profile that does not name one is judged by those. */
export const DEFAULT_PROFILE: Profile = {
  kind: 'profile',
  id: ONLY,
  name: 'Common practice',
  protectionDepth: { depth: 5 * FOOT, source: 'US 29 CFR 1926 Subpart P (from memory)' },
  services: {},
};

/** The least slopes in force for a size: of each severity, the band that starts nearest below it. */
export function slopesInForce(rule: ServiceRule, nominal: number): SlopeBand[] {
  const inForce: SlopeBand[] = [];
  for (const severity of GRAVEST_FIRST) {
    let nearest: SlopeBand | undefined;
    for (const one of rule.leastSlope) {
      if (
        one.severity === severity &&
        one.fromNominal <= nominal + 1e-6 &&
        (!nearest || one.fromNominal > nearest.fromNominal)
      )
        nearest = one;
    }
    if (nearest) inForce.push(nearest);
  }
  return inForce;
}

const GRAVEST_FIRST = ['stop', 'fix', 'watch'] as const;
