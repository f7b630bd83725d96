import type { MD3Theme } from 'react-native-paper';
import { MD3DarkTheme } from 'react-native-paper/lib/module/styles/themes/v3/DarkTheme';
import { MD3LightTheme } from 'react-native-paper/lib/module/styles/themes/v3/LightTheme';
import configureFonts from 'react-native-paper/lib/module/styles/fonts';

/**
 * The product's look: limestone, ink and water, with strong contrast for sunlight. Colours stand for materials
 * and water first; severities always come with a word and a mark as well.
 */
export interface Tones {
  readonly dark: boolean;
  /** On paper, in black and white: what has a colour elsewhere is told by its pattern. */
  readonly printed: boolean;
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
  /** The wall of a pipe, and the space in it. */
  readonly pipe: string;
  readonly bore: string;
  /** Water that stands, and the words at it. */
  readonly flood: string;
  readonly floodWords: string;
}

export const LIGHT: Tones = {
  dark: false,
  printed: false,
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
  pipe: '#23282B',
  bore: '#F4F8FA',
  flood: '#2F7FB8',
  floodWords: '#155A8A',
};

export const DARK: Tones = {
  dark: true,
  printed: false,
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
  pipe: '#D9DEE0',
  bore: '#101A20',
  flood: '#2F7FB8',
  floodWords: '#8CC8EE',
};

/** Ink on paper. */
export const PAPER: Tones = {
  dark: false,
  printed: true,
  page: '#FFFFFF',
  card: '#FFFFFF',
  raised: '#FFFFFF',
  ink: '#000000',
  muted: '#333333',
  line: '#BBBBBB',
  water: '#000000',
  onWater: '#FFFFFF',
  waterSoft: '#E6E6E6',
  stop: '#000000',
  fix: '#555555',
  watch: '#999999',
  settled: '#000000',
  sky: '#FFFFFF',
  earth: '#F2F2F2',
  earthMark: '#AAAAAA',
  pipe: '#000000',
  bore: '#FFFFFF',
  flood: '#777777',
  floodWords: '#000000',
};

export const FONT = { text: 'Barlow', strong: 'BarlowBold' } as const;

/** Least size of anything that is tapped. */
export const TARGET = 48;

/** How much larger than usual people have set the text of their browser. */
export const SCALE =
  typeof document === 'undefined'
    ? 1
    : Number.parseFloat(getComputedStyle(document.documentElement).fontSize) / 16 || 1;

/** A size of text and its line, px where the text is as large as usual. */
export const text = (size: number, line: number) => ({ fontSize: size * SCALE, lineHeight: line * SCALE });

/** Sizes of text, by the names that Paper gives them. Its own parts follow: a button's words are `labelLarge`. */
const SIZES = {
  bodySmall: { ...text(14, 18) },
  bodyMedium: { ...text(16, 22) },
  bodyLarge: { ...text(18, 24) },
  titleLarge: { ...text(22, 28) },
  headlineSmall: { ...text(25, 30) },
  labelLarge: { ...text(16, 22), fontFamily: FONT.strong },
  labelMedium: { ...text(14, 18) },
} as const;

/** Paper's theme in the product's colours and fonts. */
export function paperTheme(tones: Tones): MD3Theme {
  const base = tones.dark ? MD3DarkTheme : MD3LightTheme;
  const fonts = configureFonts({ config: { fontFamily: FONT.text, letterSpacing: 0, fontWeight: '400' } });
  for (const name of Object.keys(SIZES) as (keyof typeof SIZES)[]) fonts[name] = { ...fonts[name], ...SIZES[name] };
  return {
    ...base,
    roundness: 2,
    fonts,
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
      elevation: {
        level0: 'transparent',
        level1: tones.card,
        level2: tones.card,
        level3: tones.raised,
        level4: tones.raised,
        level5: tones.raised,
      },
    },
  };
}
