import type { ReactNode } from 'react';
import type { StyleProp, ViewStyle } from 'react-native';
import { Pressable, StyleSheet, View } from 'react-native';
import { TARGET } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import type { IconName } from './Icon';
import { Icon } from './Icon';
import { Words } from './Words';

interface TapProps {
  children: ReactNode;
  onPress: () => void;
  label?: string;
  style?: StyleProp<ViewStyle>;
  disabled?: boolean;
  selected?: boolean;
  role?: 'button' | 'tab' | 'radio' | 'checkbox' | 'link' | 'menuitem';
  checked?: boolean;
}

/** Anything that is tapped: at least the size of a gloved finger, with a mark when the keyboard is on it. */
export function Tap({ children, onPress, label, style, disabled = false, selected, checked, role = 'button' }: TapProps) {
  const tones = useTones();
  return (
    <Pressable
      role={role}
      aria-label={label}
      aria-selected={selected}
      aria-checked={checked}
      aria-disabled={disabled || undefined}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed, focused }: { pressed: boolean; focused?: boolean }) => [
        styles.tap,
        style,
        pressed && { backgroundColor: tones.waterSoft },
        focused && { outlineWidth: 3, outlineStyle: 'solid', outlineColor: tones.water, outlineOffset: -3 },
        disabled && styles.disabled,
      ]}
    >
      {children}
    </Pressable>
  );
}

interface IconTapProps {
  name: IconName;
  label: string;
  onPress: () => void;
  disabled?: boolean;
  color?: string;
}

export function IconTap({ name, label, onPress, disabled = false, color }: IconTapProps) {
  const tones = useTones();
  return (
    <Tap onPress={onPress} label={label} disabled={disabled} style={styles.icon}>
      <Icon name={name} color={color ?? tones.ink} />
    </Tap>
  );
}

interface ButtonProps {
  children: string;
  onPress: () => void;
  kind?: 'main' | 'plain' | 'danger';
  icon?: IconName;
  disabled?: boolean;
  style?: StyleProp<ViewStyle>;
}

export function Button({ children, onPress, kind = 'plain', icon, disabled = false, style }: ButtonProps) {
  const tones = useTones();
  const main = kind === 'main';
  const color = main ? tones.onWater : kind === 'danger' ? tones.stop : tones.water;
  return (
    <Tap
      onPress={onPress}
      disabled={disabled}
      style={[styles.button, { borderColor: color, backgroundColor: main ? tones.water : 'transparent' }, main && { borderColor: tones.water }, style]}
    >
      {icon ? <Icon name={icon} color={color} size={20} /> : null}
      <Words strong style={{ color }}>
        {children}
      </Words>
    </Tap>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  options: readonly { readonly value: T; readonly label: string }[];
  value: T | undefined;
  onChange: (value: T) => void;
}

/** One of a few, all of them in sight. */
export function Choice<T extends string>({ label, options, value, onChange }: ChoiceProps<T>) {
  const tones = useTones();
  return (
    <View role="radiogroup" aria-label={label} style={styles.group}>
      <Words size="small" tone="muted">
        {label}
      </Words>
      <View style={styles.chips}>
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Tap
            key={option.value}
            role="radio"
            checked={chosen}
            onPress={() => onChange(option.value)}
            style={[styles.chip, { borderColor: chosen ? tones.water : tones.line, backgroundColor: chosen ? tones.water : tones.raised }]}
          >
            <Words strong={chosen} style={{ color: chosen ? tones.onWater : tones.ink }}>
              {option.label}
            </Words>
          </Tap>
        );
      })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  tap: { minHeight: TARGET, minWidth: TARGET, justifyContent: 'center', borderRadius: 6 },
  disabled: { opacity: 0.4 },
  icon: { alignItems: 'center' },
  button: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: 8, paddingHorizontal: 16, borderWidth: 2, borderRadius: 6 },
  group: { gap: 4 },
  chips: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  chip: { paddingHorizontal: 12, borderWidth: 2, alignItems: 'center' },
});
