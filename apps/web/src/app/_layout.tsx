import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import Head from 'expo-router/head';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Provider } from 'react-redux';
import { Notice } from '../parts/Notice';
import { makeStore } from '../store/store';
import { SyncProvider } from '../sync/SyncProvider';
import { FONT } from '../theme/theme';
import { ThemeProvider } from '../theme/ThemeProvider';

/** The frame of the app: store, storage, look, and one place for notices. */
export default function Root() {
  const [store] = useState(makeStore);
  const [fonts, fontError] = useFonts({
    [FONT.text]: require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2') as number,
    [FONT.strong]: require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-700-normal.woff2') as number,
  });
  useEffect(() => {
    if (process.env.NODE_ENV === 'production' && 'serviceWorker' in navigator) {
      // Without it the app needs the server to open; everything else works the same.
      navigator.serviceWorker.register('/sw.js').catch(() => undefined);
    }
  }, []);
  if (!fonts && !fontError) return null;
  return (
    <Provider store={store}>
      <ThemeProvider>
        <SyncProvider>
          <Head>
            <title>Alveus</title>
          </Head>
          <View style={{ flex: 1 }}>
            <Slot />
            <Notice />
          </View>
        </SyncProvider>
      </ThemeProvider>
    </Provider>
  );
}
