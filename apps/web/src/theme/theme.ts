import type { MD3Theme } from 'react-native-paper';
import { MD3DarkTheme } from 'react-native-paper/lib/module/styles/themes/v3/DarkTheme';
import { MD3LightTheme } from 'react-native-paper/lib/module/styles/themes/v3/LightTheme';
import configureFonts from 'react-native-paper/lib/module/styles/fonts';
import { text } from './scale';
import type { Tones } from './tones';
import { DARK, LIGHT } from './tones';

export const FONT = { text: 'Barlow', strong: 'BarlowBold' } as const;

/** Least size of anything that is tapped. */
export const TARGET = 48;

/** Sizes of text, by the names that Paper gives them. Its own parts follow: a button's words are `labelLarge`. */
const SIZES = {
  bodySmall: { ...text(14, 18) },
  bodyMedium: { ...text(16, 22) },
  bodyLarge: { ...text(18, 24) },
  titleLarge: { ...text(22, 28) },
  headlineSmall: { ...text(25, 30) },
  /** Read at arm's length, in a trench. */
  displayLarge: { ...text(76, 84) },
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
