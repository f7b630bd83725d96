import type { Clearance, Profile, Service, Utility } from '@alveus/plan';
import { carriesSewage, FOOT, INCH } from '@alveus/plan';

/** What is kept clear between our pipe and a utility, from outside to outside. */

const COMMON = 'common practice';
/** From memory of the recommended standards for waterworks: sewers pass 18 in under drinking water, and 10 ft beside it. */
const WATERWORKS = 'Recommended Standards for Water Works; check your edition';

const common: Clearance = { above: FOOT, below: FOOT, beside: FOOT, source: COMMON };

export const DEFAULT_CLEARANCES: Readonly<Record<Utility, Clearance>> = {
  electric: common,
  gas: common,
  communication: common,
  water: common,
  sewer: common,
  reclaimed: common,
  other: common,
};
/** What carries sewage keeps further from drinking water. */
export const SEWER_TO_WATER: Clearance = { above: 18 * INCH, below: 18 * INCH, beside: 10 * FOOT, source: WATERWORKS };

/** The clearance in force between a line of a service and a utility. */
export function clearanceFor(profile: Pick<Profile, 'clearances'>, service: Service, utility: Utility): Clearance {
  const stated = profile.clearances?.[utility];
  if (stated) return stated;
  return utility === 'water' && carriesSewage(service) ? SEWER_TO_WATER : DEFAULT_CLEARANCES[utility];
}
