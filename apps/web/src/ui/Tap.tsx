import type { ReactNode, Ref } from 'react';
import type { Role, StyleProp, ViewStyle } from 'react-native';
import type { View } from 'react-native';
import { StyleSheet } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { TARGET } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';

export interface KeyPress {
  readonly key: string;
  preventDefault(): void;
}

interface TapProps {
  children: ReactNode;
  onPress: () => void;
  label?: string;
  /** Where it leads: it can be opened beside, or copied, as any link. */
  href?: string;
  style?: StyleProp<ViewStyle>;
  disabled?: boolean;
  role?: Role;
  selected?: boolean;
  checked?: boolean;
  expanded?: boolean;
  /** What opens: a list to choose from, say. */
  popup?: 'listbox' | 'dialog';
  /** The id of what is open. */
  controls?: string | undefined;
  /** −1 for what the arrows reach and Tab passes over. */
  tabIndex?: 0 | -1;
  onKey?: (event: KeyPress) => void;
  target?: Ref<View>;
}

/** A row, a figure or another piece of a screen that is tapped: at least the size of a gloved finger. */
export function Tap({
  children,
  onPress,
  label,
  href,
  style,
  disabled = false,
  role = 'button',
  selected,
  checked,
  expanded,
  popup,
  controls,
  tabIndex,
  onKey,
  target,
}: TapProps) {
  const tones = useTones();
  return (
    <TouchableRipple
      {...(target ? { ref: target } : {})}
      role={role}
      aria-label={label}
      aria-selected={selected}
      aria-checked={checked}
      aria-expanded={expanded}
      {...({ 'aria-haspopup': popup, 'aria-controls': controls, onKeyDown: onKey } as object)}
      {...(tabIndex === undefined ? {} : { tabIndex })}
      {...(href === undefined ? {} : ({ href } as object))}
      disabled={disabled}
      onPress={href === undefined ? onPress : (event) => follow(event, onPress)}
      style={({ pressed }) => [
        styles.tap,
        style,
        pressed && { backgroundColor: tones.waterSoft },
        disabled && styles.disabled,
      ]}
    >
      {/* Paper takes one child only. */}
      <>{children}</>
    </TouchableRipple>
  );
}

interface LinkPress {
  readonly ctrlKey?: boolean;
  readonly metaKey?: boolean;
  readonly shiftKey?: boolean;
  preventDefault(): void;
}

/** A plain press goes there within the app; one with a key held is the browser's. */
function follow(event: LinkPress, onPress: () => void): void {
  if (event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  onPress();
}

const styles = StyleSheet.create({
  tap: { minHeight: TARGET, minWidth: TARGET, justifyContent: 'center', borderRadius: 6 },
  disabled: { opacity: 0.4 },
});
