import { configureStore, createSlice } from '@reduxjs/toolkit';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import { theme } from '../theme';

const count = createSlice({ name: 'count', initialState: 0, reducers: { added: (state) => state + 1 } });
const store = configureStore({ reducer: { count: count.reducer } });

export default function Root() {
  useFonts({
    Barlow: require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2') as number,
    BarlowBold:
      require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-700-normal.woff2') as number,
  });
  return (
    <Provider store={store}>
      <PaperProvider theme={theme}>
        <Slot />
      </PaperProvider>
    </Provider>
  );
}
