import { createContext, useContext, useEffect, useMemo, useState } from 'react';
import type { ReactNode } from 'react';
import { AccessibilityInfo, useColorScheme } from 'react-native';
import { PaperProvider, ThemeProvider as PaperTheme } from 'react-native-paper';
import type { Tones } from './tones';
import { paperTheme } from './theme';
import { DARK, LIGHT } from './tones';

const TonesContext = createContext<Tones>(LIGHT);

/** Tones of their own for what is in it, such as a page to print. */
export const TonesProvider = TonesContext.Provider;

export function useTones(): Tones {
  return useContext(TonesContext);
}

/** Whether the device asks for less to move. */
function useStill(): boolean {
  const [still, setStill] = useState(false);
  useEffect(() => {
    void AccessibilityInfo.isReduceMotionEnabled().then(setStill);
    const watch = AccessibilityInfo.addEventListener('reduceMotionChanged', setStill);
    // A browser that cannot tell has nothing to be watched.
    return () => (watch as { remove(): void } | undefined)?.remove();
  }, []);
  return still;
}

/** @param light what the person chose; `system` follows the device */
export function ThemeProvider({ light, children }: { light: 'system' | 'light' | 'dark'; children: ReactNode }) {
  const system = useColorScheme();
  const still = useStill();
  const tones = (light === 'system' ? system : light) === 'dark' ? DARK : LIGHT;
  const theme = useMemo(() => {
    const made = paperTheme(tones);
    return { ...made, animation: { ...made.animation, scale: still ? 0 : 1 } };
  }, [tones, still]);
  useEffect(() => {
    document.documentElement.style.setProperty('--focus', tones.water);
    document.documentElement.style.backgroundColor = tones.page;
  }, [tones]);
  return (
    <TonesContext.Provider value={tones}>
      <PaperProvider theme={theme} settings={SETTINGS}>
        {/* Paper's own provider sets the scale of motion back to one. */}
        <PaperTheme theme={theme}>{children}</PaperTheme>
      </PaperProvider>
    </TonesContext.Provider>
  );
}

/** What is pressed is answered by its colour; a ripple is a layout and a paint in a frame that has other work. */
const SETTINGS = { rippleEffectEnabled: false };
