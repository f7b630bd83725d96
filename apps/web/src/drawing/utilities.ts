import type { Utility } from '@alveus/plan';
import type { Tones } from '../theme/tones';

const [LIGHT, DARK] = ['#FFFFFF', '#000000'];

/**
 * The uniform locating colours, always with a letter: colour alone tells nobody who cannot see it. The ink is the one of
 * the two that is read on the colour, at 4.5 to 1 and more.
 */
export const UTILITY_MARKS: Record<
  Utility,
  { readonly letter: string; readonly colour: string; readonly ink: string; readonly word: string }
> = {
  electric: { letter: 'E', colour: '#C8102E', ink: LIGHT, word: 'Electric' },
  gas: { letter: 'G', colour: '#E0B000', ink: DARK, word: 'Gas or oil' },
  communication: { letter: 'C', colour: '#E56A00', ink: DARK, word: 'Communication' },
  water: { letter: 'W', colour: '#1F6FD0', ink: LIGHT, word: 'Drinking water' },
  sewer: { letter: 'S', colour: '#2E8B3D', ink: DARK, word: 'Sewer or drain' },
  reclaimed: { letter: 'R', colour: '#7A3FA0', ink: LIGHT, word: 'Reclaimed, irrigation' },
  other: { letter: '?', colour: '#6B6B6B', ink: LIGHT, word: 'Other' },
};

/** The colour of a utility; on paper its letter says alone what it is. */
export const utilityColour = (utility: Utility, tones: Tones): string =>
  tones.printed ? tones.ink : UTILITY_MARKS[utility].colour;

/** What its letter is written in on that colour. */
export const utilityInk = (utility: Utility, tones: Tones): string =>
  tones.printed ? tones.card : UTILITY_MARKS[utility].ink;

/** What a utility is called as long as nobody gave it a name. */
export const UTILITY_NAMES: Record<Utility, string> = {
  electric: 'Power cable',
  gas: 'Gas main',
  communication: 'Communication cable',
  water: 'Water main',
  sewer: 'Sewer',
  reclaimed: 'Irrigation line',
  other: 'Utility',
};
