import type { MD3Theme } from 'react-native-paper';
import configureFonts from 'react-native-paper/lib/module/styles/fonts';
import { MD3LightTheme } from 'react-native-paper/lib/module/styles/themes/v3/LightTheme';

/** The product's look as it was when this was frozen. */
export const theme: MD3Theme = {
  ...MD3LightTheme,
  roundness: 2,
  fonts: configureFonts({ config: { fontFamily: 'Barlow', letterSpacing: 0, fontWeight: '400' } }),
  colors: {
    ...MD3LightTheme.colors,
    primary: '#0B5A70',
    onPrimary: '#FFFFFF',
    background: '#ECE7DB',
    surface: '#FBF9F3',
    onSurface: '#1D1B16',
    outline: '#5A5446',
  },
};
