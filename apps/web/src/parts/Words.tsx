import type { ReactNode } from 'react';
import type { StyleProp, TextStyle } from 'react-native';
import { Text } from 'react-native';
import { FONT } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';

type Size = 'small' | 'body' | 'large' | 'title' | 'figure';

const SIZES: Record<Size, TextStyle> = {
  small: { fontSize: 14, lineHeight: 18 },
  body: { fontSize: 16, lineHeight: 22 },
  large: { fontSize: 18, lineHeight: 24 },
  title: { fontSize: 22, lineHeight: 28 },
  figure: { fontSize: 25, lineHeight: 30 },
};

interface WordsProps {
  children: ReactNode;
  size?: Size;
  strong?: boolean;
  tone?: 'ink' | 'muted' | 'water' | 'onWater' | 'stop' | 'fix' | 'watch' | 'settled';
  style?: StyleProp<TextStyle>;
  lines?: number;
  heading?: 1 | 2 | 3;
  id?: string;
}

/** All text of the product: its font, with digits of one width so that columns of figures line up. */
export function Words({ children, size = 'body', strong = false, tone = 'ink', style, lines, heading, id }: WordsProps) {
  const tones = useTones();
  return (
    <Text
      id={id}
      numberOfLines={lines}
      role={heading ? 'heading' : undefined}
      aria-level={heading}
      style={[SIZES[size], { fontFamily: strong ? FONT.strong : FONT.text, fontVariant: ['tabular-nums'], color: tones[tone] }, style]}
    >
      {children}
    </Text>
  );
}
