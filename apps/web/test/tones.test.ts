import type { Tones } from '../src/theme/tones';
import { DARK, LIGHT, PAPER } from '../src/theme/tones';

/** What is written is read in full sun: WCAG 2.2, 1.4.6, contrast (enhanced). */

/** Relative luminance by WCAG 2.2. */
function luminance(colour: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5]
    .map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(first: string, other: string): number {
  const [light = 0, dark = 0] = [luminance(first), luminance(other)].sort((a, b) => b - a);
  return (light + 0.05) / (dark + 0.05);
}

test('contrast is as WCAG has it: black on white 21, and its own example of #777777 on white', () => {
  expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 5);
  expect(contrast('#777777', '#FFFFFF')).toBeCloseTo(4.48, 2);
});

const WORDS = ['ink', 'muted', 'water', 'stop', 'fix', 'watch', 'settled', 'floodWords'] as const;
const SURFACES = ['page', 'card', 'raised', 'waterSoft', 'sky'] as const;

test.each<[string, Tones]>([
  ['light', LIGHT],
  ['dark', DARK],
])('%s: every colour of words has 7:1 on every surface', (_name, tones) => {
  const low = WORDS.flatMap((words) =>
    SURFACES.map((surface) => ({ words, surface, ratio: contrast(tones[words], tones[surface]) })),
  ).filter(({ ratio }) => ratio < 7);
  expect(low).toEqual([]);
  expect(contrast(tones.onWater, tones.water)).toBeGreaterThanOrEqual(7);
});

test('paper has no colours', () => {
  for (const [name, tone] of Object.entries(PAPER))
    if (typeof tone === 'string') expect([name, tone]).toEqual([name, expect.stringMatching(/^#(..)\1\1$/)]);
});
