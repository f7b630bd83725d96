import { memo } from 'react';
import type { StyleProp, ViewStyle } from 'react-native';
import { StyleSheet } from 'react-native';
import { Button as PaperButton, IconButton as PaperIconButton } from 'react-native-paper';
import { TARGET } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import type { IconName } from './Icon';
import { useSteady } from './useSteady';

interface ButtonProps {
  children: string;
  onPress: () => void;
  kind?: 'main' | 'plain' | 'danger';
  icon?: IconName;
  disabled?: boolean;
  style?: StyleProp<ViewStyle>;
  /** What is said in place of the words, where they alone do not say what the button is of. */
  label?: string;
}

export function Button({ onPress, ...rest }: ButtonProps) {
  return <ButtonDrawn {...rest} onPress={useSteady(onPress)} />;
}

const ButtonDrawn = memo(function ButtonDrawn({
  children,
  onPress,
  kind = 'plain',
  icon,
  disabled = false,
  style,
  label,
}: ButtonProps) {
  const tones = useTones();
  return (
    <PaperButton
      mode={kind === 'main' ? 'contained' : 'outlined'}
      onPress={onPress}
      disabled={disabled}
      {...(icon ? { icon } : {})}
      {...(label === undefined ? {} : { accessibilityLabel: label })}
      {...(kind === 'danger' ? { textColor: tones.stop } : {})}
      style={[
        styles.button,
        { borderColor: kind === 'danger' ? tones.stop : tones.water },
        disabled && { borderColor: tones.line },
        style,
      ]}
      contentStyle={styles.content}
      labelStyle={icon ? styles.labelBeside : styles.label}
    >
      {children}
    </PaperButton>
  );
});

interface IconButtonProps {
  name: IconName;
  label: string;
  onPress: () => void;
  disabled?: boolean;
  color?: string;
}

/** A button that is a mark alone: its words are said, not shown. */
export function IconButton({ onPress, ...rest }: IconButtonProps) {
  return <IconButtonDrawn {...rest} onPress={useSteady(onPress)} />;
}

const IconButtonDrawn = memo(function IconButtonDrawn({
  name,
  label,
  onPress,
  disabled = false,
  color,
}: IconButtonProps) {
  const tones = useTones();
  return (
    <PaperIconButton
      icon={name}
      accessibilityLabel={label}
      onPress={onPress}
      disabled={disabled}
      iconColor={color ?? tones.ink}
      size={24}
      style={styles.icon}
    />
  );
});

const styles = StyleSheet.create({
  button: { borderRadius: 6, borderWidth: 2 },
  content: { minHeight: TARGET },
  label: { marginVertical: 6, marginHorizontal: 16 },
  /** Paper draws the label's left margin under the icon. */
  labelBeside: { marginVertical: 6, marginLeft: 24, marginRight: 16 },
  icon: { width: TARGET, height: TARGET, margin: 0, borderRadius: 6 },
});
