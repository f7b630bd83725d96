import type { Profile, Service, ServiceRule, SlopeBand } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { FOOT, INCH } from '../units';

/** The rule profile of a plan that has none of its own. Common practice where no source is named. */

const COMMON = 'common practice';
const SEWER_TABLE = 'Recommended Standards for Wastewater Facilities, least slopes (from memory)';
const PLUMBING_TABLE = 'International Plumbing Code, slopes of horizontal drainage (from memory)';

/** Least slopes of sanitary sewers, ft per 100 ft by size in inches; from memory. At least 2 ft/s full with n 0.013. */
export const SEWER_LEAST_SLOPES: readonly (readonly [inches: number, per100: number])[] = [
  [8, 0.4],
  [10, 0.28],
  [12, 0.22],
  [15, 0.15],
  [18, 0.12],
  [24, 0.08],
  [30, 0.058],
  [36, 0.046],
];

const band = (fromInches: number, least: number, severity: SlopeBand['severity'], source = COMMON): SlopeBand => ({
  fromNominal: fromInches * INCH,
  least,
  severity,
  source,
});

const onePercent: SlopeBand[] = [band(0, 0.01, 'watch'), band(0, 0.005, 'fix')];
const fast = { by: 'speed', limit: 15 * FOOT, severity: 'watch', source: COMMON } as const;
const cover = (foot: number, vehicles: number): ServiceRule['cover'] => ({ foot: foot * INCH, vehicles: vehicles * INCH, source: COMMON });
const perFoot = (inches: number): number => inches / 12;

const RULES: Record<Service, ServiceRule> = {
  storm: {
    leastSlope: [
      ...onePercent,
      ...SEWER_LEAST_SLOPES.map(([inches, per100]) => band(inches, per100 / 100, 'watch', SEWER_TABLE)),
      band(8, 0, 'fix', COMMON),
    ],
    steep: fast,
    cover: cover(12, 18),
  },
  'roof-drain': { leastSlope: onePercent, steep: fast, cover: cover(6, 12) },
  'yard-drain': { leastSlope: onePercent, steep: fast, cover: cover(6, 12) },
  'french-drain': { leastSlope: onePercent, steep: { by: 'slope', limit: 0.1, severity: 'watch', source: COMMON }, cover: cover(3, 12) },
  'curtain-drain': { leastSlope: onePercent, steep: { by: 'slope', limit: 0.1, severity: 'watch', source: COMMON }, cover: cover(3, 12) },
  'building-sewer': {
    leastSlope: [
      band(0, perFoot(1 / 4), 'fix', PLUMBING_TABLE),
      band(3, perFoot(1 / 8), 'fix', PLUMBING_TABLE),
      band(8, perFoot(1 / 16), 'fix', PLUMBING_TABLE),
    ],
    steep: { by: 'slope', limit: perFoot(1 / 2), severity: 'watch', source: COMMON },
    cover: cover(12, 18),
  },
  effluent: { leastSlope: [band(0, perFoot(1 / 8), 'fix')], steep: null, cover: cover(6, 12) },
  leader: { leastSlope: [band(0, perFoot(1 / 8), 'fix')], steep: null, cover: cover(6, 12) },
  lateral: {
    leastSlope: [band(0, 0, 'fix')],
    steep: { by: 'slope', limit: perFoot(1 / 8), severity: 'fix', source: COMMON },
    cover: cover(6, 12),
  },
};

export const DEFAULT_PROFILE: Profile = {
  kind: 'profile',
  id: ONLY,
  name: 'Common practice',
  protectionDepth: { depth: 5 * FOOT, source: 'US 29 CFR 1926 Subpart P (from memory)' },
  services: RULES,
};

/** The least slopes in force for a size: of each severity, the band that starts nearest below it. */
export function slopesInForce(rule: ServiceRule, nominal: number): SlopeBand[] {
  const inForce: SlopeBand[] = [];
  for (const severity of GRAVEST_FIRST) {
    let nearest: SlopeBand | undefined;
    for (const one of rule.leastSlope) {
      if (one.severity === severity && one.fromNominal <= nominal + 1e-6 && (!nearest || one.fromNominal > nearest.fromNominal)) nearest = one;
    }
    if (nearest) inForce.push(nearest);
  }
  return inForce;
}

const GRAVEST_FIRST = ['stop', 'fix', 'watch'] as const;
