import { FOOT, INCH } from '../measures';
import { declareService } from './declare';
import type { ServiceRule, SlopeBand } from './rules';

/** The services, each declared once. Common practice where no source is named. */

const COMMON = 'common practice';
const SEWER_TABLE = 'Recommended Standards for Wastewater Facilities, least slopes; check your edition';
const TWO_FEET_A_SECOND = '2 ft/s running full, n 0.013: what the published table comes to';
const PLUMBING_TABLE = 'International Plumbing Code, slopes of horizontal drainage; check your edition';

/** Least slopes of sanitary sewers, ft per 100 ft by size in inches; from memory. At least 2 ft/s full with n 0.013. */
export const SEWER_LEAST_SLOPES: readonly (readonly [inches: number, per100: number])[] = [
  [8, 0.4],
  [10, 0.28],
  [12, 0.22],
  [14, 0.17],
  [15, 0.15],
  [16, 0.14],
  [18, 0.12],
  [21, 0.1],
  [24, 0.08],
  [27, 0.067],
  [30, 0.058],
  [33, 0.052],
  [36, 0.046],
  [39, 0.041],
  [42, 0.037],
];

/** Sizes beyond the table, inches. */
const LARGER = [48, 54, 60, 66, 72, 78, 84, 90, 96] as const;

/** The slope at which a full pipe runs at 2 ft/s with n 0.013 (Manning), rounded up to 0.001 ft in 100 ft. */
function selfCleansing(inches: number): number {
  const slope = ((0.013 * 2 * FOOT) / ((inches * INCH) / 4) ** (2 / 3)) ** 2;
  return Math.ceil(slope * 1e5) / 1e5;
}

const band = (fromInches: number, least: number, severity: SlopeBand['severity'], source = COMMON): SlopeBand => ({
  fromNominal: fromInches * INCH,
  least,
  severity,
  source,
});
const onePercent: SlopeBand[] = [band(0, 0.01, 'watch'), band(0, 0.005, 'fix')];
const perFoot = (inches: number): number => inches / 12;
const fast = { by: 'speed', limit: 15 * FOOT, severity: 'watch', source: COMMON } as const;
const steeper = (limit: number, severity: SlopeBand['severity'] = 'watch') =>
  ({ by: 'slope', limit, severity, source: COMMON }) as const;
const cover = (foot: number, vehicles: number): ServiceRule['cover'] => ({
  foot: foot * INCH,
  vehicles: vehicles * INCH,
  source: COMMON,
});

export const SERVICE_LIST = [
  declareService({
    service: 'storm',
    word: 'Storm',
    carries: 'storm',
    letters: 'ST',
    width: 5,
    rules: {
      leastSlope: [
        ...onePercent,
        ...SEWER_LEAST_SLOPES.map(([inches, per100]) => band(inches, per100 / 100, 'watch', SEWER_TABLE)),
        ...LARGER.map((inches) => band(inches, selfCleansing(inches), 'watch', TWO_FEET_A_SECOND)),
        band(8, 0, 'fix', COMMON),
      ],
      steep: fast,
      cover: cover(12, 18),
    },
    pipe: '12 in twin-wall',
    sections: ['storm', 'metric', 'yard'],
    upper: 'catch-basin',
    lower: 'daylight',
    slope: 0.01,
  }),
  declareService({
    service: 'roof-drain',
    word: 'Roof drain',
    carries: 'roof',
    cleanouts: true,
    letters: 'RD',
    dash: '12 5',
    width: 3.5,
    rules: { leastSlope: onePercent, steep: fast, cover: cover(6, 12) },
    pipe: '4 in SDR 35',
    sections: ['yard', 'sewer', 'metric'],
    upper: 'downspout',
    lower: 'daylight',
    slope: 0.01,
  }),
  declareService({
    service: 'yard-drain',
    word: 'Yard drain',
    carries: 'yard',
    cleanouts: true,
    letters: 'YD',
    dash: '18 5',
    width: 3.5,
    rules: { leastSlope: onePercent, steep: fast, cover: cover(6, 12) },
    pipe: '4 in SDR 35',
    sections: ['yard', 'sewer', 'metric'],
    upper: 'inlet',
    lower: 'daylight',
    slope: 0.01,
  }),
  declareService({
    service: 'french-drain',
    word: 'French drain',
    carries: 'ground',
    cleanouts: true,
    letters: 'FD',
    dash: '3 5',
    width: 5,
    rules: { leastSlope: onePercent, steep: steeper(0.1), cover: cover(3, 12) },
    pipe: '4 in SDR 35, perforated',
    sections: ['french', 'frenchBedded'],
    upper: 'cleanout',
    lower: 'daylight',
    slope: 0.01,
    perforated: true,
  }),
  declareService({
    service: 'curtain-drain',
    word: 'Curtain drain',
    carries: 'ground',
    cleanouts: true,
    letters: 'CD',
    dash: '3 5 12 5',
    width: 5,
    rules: { leastSlope: onePercent, steep: steeper(0.1), cover: cover(3, 12) },
    pipe: '4 in SDR 35, perforated',
    sections: ['curtain', 'french'],
    upper: 'cleanout',
    lower: 'daylight',
    slope: 0.01,
    perforated: true,
  }),
  declareService({
    service: 'building-sewer',
    word: 'Building sewer',
    carries: 'sewage',
    cleanouts: true,
    letters: 'BS',
    width: 3,
    rules: {
      leastSlope: [
        band(0, perFoot(1 / 4), 'fix', PLUMBING_TABLE),
        band(3, perFoot(1 / 8), 'fix', PLUMBING_TABLE),
        band(8, perFoot(1 / 16), 'fix', PLUMBING_TABLE),
      ],
      steep: steeper(perFoot(1 / 2)),
      cover: cover(12, 18),
    },
    pipe: '4 in schedule 40',
    sections: ['sewer', 'metric', 'native'],
    upper: 'stub-out',
    lower: 'tank',
    leadsFrom: 'stub-out',
    slope: perFoot(1 / 4),
    frost: true,
  }),
  declareService({
    service: 'effluent',
    word: 'Effluent',
    carries: 'effluent',
    letters: 'EF',
    dash: '14 4 3 4',
    width: 3,
    rules: { leastSlope: [band(0, perFoot(1 / 8), 'fix')], steep: null, cover: cover(6, 12) },
    pipe: '4 in SDR 35',
    sections: ['native'],
    upper: 'tank',
    lower: 'd-box',
    leadsFrom: 'tank',
    slope: 0.02,
  }),
  declareService({
    service: 'leader',
    word: 'Leader',
    carries: 'effluent',
    letters: 'LD',
    dash: '8 4',
    width: 2.5,
    rules: { leastSlope: [band(0, perFoot(1 / 8), 'fix')], steep: null, cover: cover(6, 12) },
    pipe: '4 in SDR 35',
    sections: ['native'],
    upper: 'd-box',
    lower: 'bend',
    slope: perFoot(1 / 8),
    nativeOnly: true,
  }),
  declareService({
    service: 'lateral',
    word: 'Lateral',
    carries: 'effluent',
    letters: 'LT',
    dash: '2 4',
    width: 6,
    rules: { leastSlope: [band(0, 0, 'fix')], steep: steeper(perFoot(1 / 8), 'fix'), cover: cover(6, 12) },
    pipe: '4 in SDR 35, perforated',
    sections: ['lateral'],
    upper: 'bend',
    lower: 'lateral-end',
    leadsFrom: 'd-box',
    // 1/4 in in each 5 ft.
    slope: perFoot(1 / 20),
    level: true,
    field: true,
    perforated: true,
  }),
] as const;
