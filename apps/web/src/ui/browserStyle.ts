import type { ViewStyle } from 'react-native';

/** A style with what only browsers know, such as their cursors; React Native for the web hands it on as it is. */
export const browserStyle = (style: object): ViewStyle => style;
