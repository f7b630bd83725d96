import '../ui/back';
import '../ui/pressed';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import type { ReactNode } from 'react';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Provider } from 'react-redux';
import { NewBuild } from '../features/jobs/NewBuild';
import { Notice } from '../features/jobs/Notice';
import { Shell } from '../features/jobs/Shell';
import { buildFound } from '../store/frame/build';
import { useFrameSelector } from '../store/frame/hooks';
import { watchBuilds } from '../sync/frame/build';
import { FrameProvider } from '../sync/frame/FrameProvider';
import { opening } from '../sync/frame/begun';
import { FONT } from '../theme/theme';
import { ThemeProvider } from '../theme/ThemeProvider';

/** The frame of the app: store, storage, look, and one place for notices. */
export default function Root() {
  // Words are shown in the device's own font until ours is there: nobody waits for letters to be prettier.
  useFonts({
    [FONT.text]:
      require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2') as number,
    [FONT.strong]:
      require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-700-normal.woff2') as number,
  });
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production') return undefined;
    return watchBuilds(() => opening.store.dispatch(buildFound()));
  }, []);
  return (
    <Provider store={opening.store}>
      <Look>
        <FrameProvider opening={opening} waiting={<Shell />}>
          <View style={styles.whole}>
            <NewBuild />
            <Slot />
            <Notice />
          </View>
        </FrameProvider>
      </Look>
    </Provider>
  );
}

function Look({ children }: { children: ReactNode }) {
  const light = useFrameSelector((state) => state.settings.theme);
  return <ThemeProvider light={light}>{children}</ThemeProvider>;
}

const styles = StyleSheet.create({ whole: { flex: 1 } });
