import Check from 'lucide-react-native/icons/check';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import Download from 'lucide-react-native/icons/download';
import Eye from 'lucide-react-native/icons/eye';
import FolderOpen from 'lucide-react-native/icons/folder-open';
import Link from 'lucide-react-native/icons/link-2';
import LockOpen from 'lucide-react-native/icons/lock-open';
import Lock from 'lucide-react-native/icons/lock';
import MapPin from 'lucide-react-native/icons/map-pin';
import Maximize from 'lucide-react-native/icons/maximize';
import Menu from 'lucide-react-native/icons/menu';
import Minus from 'lucide-react-native/icons/minus';
import OctagonAlert from 'lucide-react-native/icons/octagon-alert';
import Pencil from 'lucide-react-native/icons/pencil';
import Plus from 'lucide-react-native/icons/plus';
import Redo from 'lucide-react-native/icons/redo-2';
import Rules from 'lucide-react-native/icons/scroll-text';
import Search from 'lucide-react-native/icons/search';
import Copy from 'lucide-react-native/icons/copy';
import Trash from 'lucide-react-native/icons/trash';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import Truck from 'lucide-react-native/icons/truck';
import Undo from 'lucide-react-native/icons/undo-2';
import Close from 'lucide-react-native/icons/x';
import { memo } from 'react';
import Svg, { Path } from 'react-native-svg';

/** Marks of everyday things come from the icon package. */
const PACKAGED = {
  back: ChevronLeft,
  next: ChevronRight,
  down: ChevronDown,
  up: ChevronUp,
  close: Close,
  plus: Plus,
  minus: Minus,
  menu: Menu,
  undo: Undo,
  redo: Redo,
  locked: Lock,
  free: LockOpen,
  linked: Link,
  edit: Pencil,
  copy: Copy,
  trash: Trash,
  order: Truck,
  rules: Rules,
  whole: Maximize,
  site: MapPin,
  file: Download,
  open: FolderOpen,
  search: Search,
  stop: OctagonAlert,
  fix: TriangleAlert,
  watch: Eye,
  check: Check,
} as const;

/** Marks of things of the trade are the product's own, with the same stroke on the same grid of 24. */
const OWN = {
  /** A pipe falling under level ground. */
  grade: 'M2 6h20M3 18.5 21 14.5M12 6v10.5',
  /** A trench with its pipe. */
  trench: 'M2 6h5l2 14h6l2-14h5M12 14a2 2 0 1 0 0 4 2 2 0 0 0 0-4',
  /** A rod on the ground, read from a level. */
  ground: 'M2 20h20M6 20V4h3v16M6 8h1.5M6 12h1.5M6 16h1.5M12 9h9M18 9l-3 11M18 9l3 11',
  /** A spade in the ground. */
  dig: 'M2 14h5M17 14h5M12 2v10M8.5 2h7M8 12h8v5c0 2-2 4-4 5-2-1-4-3-4-5z',
  /** Room over and under a pipe. */
  spread: 'M2 14.5 22 10.5M12 2v6M9 5l3-3 3 3M12 22v-6M9 19l3 3 3-3',
  /** A wye. */
  branch: 'M8 22V2M8 15c6 0 8-4 8-9M12.5 8.5 16 5l3.5 3.5',
} as const;

export type IconName = keyof typeof PACKAGED | keyof typeof OWN;

export const isIconName = (name: unknown): name is IconName =>
  typeof name === 'string' && (name in PACKAGED || name in OWN);

interface IconProps {
  name: IconName;
  color?: string | undefined;
  size?: number;
}

/** A mark beside words; it says nothing itself, so that nothing is read twice. */
export const Icon = memo(function Icon({ name, color = 'currentColor', size = 24 }: IconProps) {
  if (name in OWN) {
    return (
      <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
        <Path
          d={OWN[name as keyof typeof OWN]}
          stroke={color}
          strokeWidth={2}
          fill="none"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </Svg>
    );
  }
  const Packaged = PACKAGED[name as keyof typeof PACKAGED];
  return <Packaged size={size} color={color} strokeWidth={2} aria-hidden />;
});
