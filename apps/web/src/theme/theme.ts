import { configureFonts, MD3DarkTheme, MD3LightTheme } from 'react-native-paper';

/**
 * The product's look: limestone, ink and water, with strong contrast for sunlight. Colours stand for materials
 * and water first; severities always come with a word and a mark as well.
 */
export interface Tones {
  readonly dark: boolean;
  readonly page: string;
  readonly card: string;
  readonly raised: string;
  readonly ink: string;
  readonly muted: string;
  readonly line: string;
  readonly water: string;
  readonly onWater: string;
  readonly waterSoft: string;
  readonly stop: string;
  readonly fix: string;
  readonly watch: string;
  readonly settled: string;
  readonly sky: string;
  readonly earth: string;
  readonly earthMark: string;
}

export const LIGHT: Tones = {
  dark: false,
  page: '#ECE7DB',
  card: '#FBF9F3',
  raised: '#FFFFFF',
  ink: '#1D1B16',
  muted: '#5A5446',
  line: '#CBC3B1',
  water: '#0B5A70',
  onWater: '#FFFFFF',
  waterSoft: '#CFE4EA',
  stop: '#A61E14',
  fix: '#934400',
  watch: '#665500',
  settled: '#27632F',
  sky: '#E4EEF1',
  earth: '#CDB48E',
  earthMark: '#A88A5E',
};

export const DARK: Tones = {
  dark: true,
  page: '#111517',
  card: '#1B2124',
  raised: '#242C30',
  ink: '#F4EFE3',
  muted: '#B9B3A4',
  line: '#3D474C',
  water: '#7FCFE4',
  onWater: '#06222B',
  waterSoft: '#173943',
  stop: '#FF8F84',
  fix: '#FFB473',
  watch: '#EBD66E',
  settled: '#93D4A1',
  sky: '#19242A',
  earth: '#5E4C33',
  earthMark: '#83694A',
};

export const FONT = { text: 'Barlow', strong: 'BarlowBold' } as const;

/** Least size of anything that is tapped. */
export const TARGET = 48;

export function paperTheme(tones: Tones) {
  const base = tones.dark ? MD3DarkTheme : MD3LightTheme;
  return {
    ...base,
    roundness: 2,
    fonts: configureFonts({ config: { fontFamily: FONT.text, letterSpacing: 0 } }),
    colors: {
      ...base.colors,
      primary: tones.water,
      onPrimary: tones.onWater,
      primaryContainer: tones.waterSoft,
      onPrimaryContainer: tones.ink,
      secondaryContainer: tones.waterSoft,
      onSecondaryContainer: tones.ink,
      background: tones.page,
      surface: tones.card,
      surfaceVariant: tones.raised,
      onSurface: tones.ink,
      onSurfaceVariant: tones.muted,
      outline: tones.muted,
      outlineVariant: tones.line,
      error: tones.stop,
      inverseSurface: tones.ink,
      inverseOnSurface: tones.card,
      inversePrimary: tones.dark ? LIGHT.water : DARK.water,
      elevation: { level0: 'transparent', level1: tones.card, level2: tones.card, level3: tones.raised, level4: tones.raised, level5: tones.raised },
    },
  };
}
