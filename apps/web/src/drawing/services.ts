import type { Service } from '@alveus/plan';

/** How lines of a service are drawn on the sketch: by pattern and letters, so that nobody needs the colour. */
export const SERVICE_MARKS: Record<Service, { readonly letters: string; readonly dash: string | undefined; readonly width: number }> = {
  storm: { letters: 'ST', dash: undefined, width: 5 },
  'roof-drain': { letters: 'RD', dash: '12 5', width: 3.5 },
  'yard-drain': { letters: 'YD', dash: '18 5', width: 3.5 },
  'french-drain': { letters: 'FD', dash: '3 5', width: 5 },
  'curtain-drain': { letters: 'CD', dash: '3 5 12 5', width: 5 },
  'building-sewer': { letters: 'BS', dash: undefined, width: 3 },
  effluent: { letters: 'EF', dash: '14 4 3 4', width: 3 },
  leader: { letters: 'LD', dash: '8 4', width: 2.5 },
  lateral: { letters: 'LT', dash: '2 4', width: 6 },
};
