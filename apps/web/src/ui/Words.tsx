import type { ReactNode } from 'react';
import { memo } from 'react';
import type { StyleProp, TextStyle } from 'react-native';
import { StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { FONT } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';

const VARIANTS = {
  small: 'bodySmall',
  body: 'bodyMedium',
  large: 'bodyLarge',
  title: 'titleLarge',
  figure: 'headlineSmall',
  huge: 'displayLarge',
} as const;

export type Tone = 'ink' | 'muted' | 'water' | 'onWater' | 'stop' | 'fix' | 'watch' | 'settled';

interface WordsProps {
  children: ReactNode;
  size?: keyof typeof VARIANTS;
  strong?: boolean;
  tone?: Tone;
  style?: StyleProp<TextStyle>;
  lines?: number | undefined;
  heading?: 1 | 2 | 3;
  id?: string;
}

/** All text of the product: its font, with digits of one width so that columns of figures line up. */
export const Words = memo(function Words({
  children,
  size = 'body',
  strong = false,
  tone = 'ink',
  style,
  lines,
  heading,
  id,
}: WordsProps) {
  const tones = useTones();
  return (
    <Text
      variant={VARIANTS[size]}
      {...(id === undefined ? {} : { id })}
      {...(lines === undefined ? {} : { numberOfLines: lines })}
      {...(heading === undefined ? {} : { role: 'heading', 'aria-level': heading })}
      style={[styles.text, strong && styles.strong, { color: tones[tone] }, style]}
    >
      {children}
    </Text>
  );
});

const styles = StyleSheet.create({
  text: { fontVariant: ['tabular-nums'] },
  strong: { fontFamily: FONT.strong },
});
