import type { Utility } from '@alveus/plan';
import type { Tones } from '../theme/tones';

/** The uniform locating colours, always with a letter: colour alone tells nobody who cannot see it. */
export const UTILITY_MARKS: Record<
  Utility,
  { readonly letter: string; readonly colour: string; readonly word: string }
> = {
  electric: { letter: 'E', colour: '#C8102E', word: 'Electric' },
  gas: { letter: 'G', colour: '#E0B000', word: 'Gas or oil' },
  communication: { letter: 'C', colour: '#E56A00', word: 'Communication' },
  water: { letter: 'W', colour: '#1F6FD0', word: 'Drinking water' },
  sewer: { letter: 'S', colour: '#2E8B3D', word: 'Sewer or drain' },
  reclaimed: { letter: 'R', colour: '#7A3FA0', word: 'Reclaimed, irrigation' },
  other: { letter: '?', colour: '#6B6B6B', word: 'Other' },
};

/** The colour of a utility; on paper its letter says alone what it is. */
export const utilityColour = (utility: Utility, tones: Tones): string =>
  tones.printed ? tones.ink : UTILITY_MARKS[utility].colour;

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
