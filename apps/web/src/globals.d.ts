declare module '*.woff2';

// By path, since taking them from the package's root takes the whole package along.
declare module 'react-native-paper/lib/module/styles/themes/v3/LightTheme' {
  export { MD3LightTheme } from 'react-native-paper';
}
declare module 'react-native-paper/lib/module/styles/themes/v3/DarkTheme' {
  export { MD3DarkTheme } from 'react-native-paper';
}
declare module 'react-native-paper/lib/module/styles/fonts' {
  export { configureFonts as default } from 'react-native-paper';
}
