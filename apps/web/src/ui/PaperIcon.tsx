import type { ColorValue } from 'react-native';
import type { IconName } from './Icon';
import { Icon, isIconName } from './Icon';

/** What Paper's own parts call their icons, in ours. */
const FROM_PAPER: Readonly<Record<string, IconName>> = {
  magnify: 'search',
  'chevron-down': 'down',
  'chevron-up': 'up',
  'chevron-right': 'next',
  'chevron-left': 'back',
  'arrow-left': 'back',
};

interface PaperIconProps {
  name: string;
  size?: number;
  color?: ColorValue;
}

/**
 * Stands in for the icon font that parts of Paper ask for by name (the bundler and the tests resolve its module to
 * this file), so that every icon is drawn by one hand and no font is shipped.
 */
export default function PaperIcon({ name, size = 24, color }: PaperIconProps) {
  const icon = FROM_PAPER[name] ?? (isIconName(name) ? name : undefined);
  return icon ? <Icon name={icon} size={size} color={typeof color === 'string' ? color : undefined} /> : null;
}
