import { createContext, useContext, useMemo } from 'react';
import type { ReactNode } from 'react';
import { useColorScheme } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { Icon } from '../parts/Icon';
import type { IconName } from '../parts/Icon';
import { useAppSelector } from '../store/hooks';
import type { Tones } from './theme';
import { DARK, LIGHT, paperTheme } from './theme';

const TonesContext = createContext<Tones>(LIGHT);

export function useTones(): Tones {
  return useContext(TonesContext);
}

const settings = {
  icon: ({ name, color, size }: { name: unknown; color?: string; size: number }) => <Icon name={name as IconName} color={color} size={size} />,
};

export function ThemeProvider({ children }: { children: ReactNode }) {
  const chosen = useAppSelector((state) => state.settings.theme);
  const system = useColorScheme();
  const tones = (chosen === 'system' ? system : chosen) === 'dark' ? DARK : LIGHT;
  const theme = useMemo(() => paperTheme(tones), [tones]);
  return (
    <TonesContext.Provider value={tones}>
      <PaperProvider theme={theme} settings={settings}>
        {children}
      </PaperProvider>
    </TonesContext.Provider>
  );
}
