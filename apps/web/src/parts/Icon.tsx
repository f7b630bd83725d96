import Svg, { Path } from 'react-native-svg';

/** The product's own marks, drawn with one stroke on a 24 grid. */
const PATHS = {
  back: 'M15 4 7 12l8 8',
  next: 'm9 4 8 8-8 8',
  down: 'm5 9 7 7 7-7',
  close: 'M6 6l12 12M18 6 6 18',
  plus: 'M12 4v16M4 12h16',
  minus: 'M4 12h16',
  menu: 'M4 7h16M4 12h16M4 17h10',
  undo: 'M5 10h9a5 5 0 0 1 0 10h-3M5 10l4-4M5 10l4 4',
  redo: 'M19 10h-9a5 5 0 0 0 0 10h3M19 10l-4-4M19 10l-4 4',
  locked: 'M7 11V8a5 5 0 0 1 10 0v3M5 11h14v9H5zM12 14v3',
  free: 'M7 11V8a5 5 0 0 1 9.6-2M5 11h14v9H5z',
  linked: 'M9 15l6-6M8 11l-2 2a3.5 3.5 0 0 0 5 5l2-2M16 13l2-2a3.5 3.5 0 0 0-5-5l-2 2',
  edit: 'M4 20l1-4L16 5l3 3L8 19zM14 7l3 3',
  trash: 'M5 7h14M10 7V4h4v3M7 7l1 13h8l1-13',
  grade: 'M3 8h18M3 17 21 13M12 3v3',
  trench: 'M3 6h5l2 13h4l2-13h5M12 15.2v.1',
  order: 'M3 7h11v9H3zM14 10h4l3 3v3h-7M7 19v.1M17 19v.1',
  rules: 'M6 3h12v18H6zM9 8h6M9 12h6M9 16h3',
  whole: 'M4 9V4h5M15 4h5v5M20 15v5h-5M9 20H4v-5',
  site: 'M4 20 12 4l8 16zM12 10v4M12 17v.1',
  ground: 'M3 18h18M6 18V6l4-2v14M15 18v-8M13 10h4M15 7v.1',
  branch: 'M6 20V4M6 14c6 0 6-4 12-4M15 7l3 3-3 3',
  file: 'M12 4v10M8 10l4 4 4-4M5 19h14',
  open: 'M12 15V4M8 8l4-4 4 4M5 19h14',
  units: 'M3 9h18v7H3zM7 9v3M11 9v4M15 9v3M19 9v3',
  light: 'M12 8a4 4 0 1 0 0 8 4 4 0 0 0 0-8M12 2v2M12 20v2M2 12h2M20 12h2M5 5l1.4 1.4M17.6 17.6 19 19M5 19l1.4-1.4M17.6 6.4 19 5',
  stop: 'M8 3h8l5 5v8l-5 5H8l-5-5V8zM12 8v5M12 16v.1',
  fix: 'M12 4 2.5 20h19zM12 10v4M12 17v.1',
  watch: 'M2 12s4-6 10-6 10 6 10 6-4 6-10 6-10-6-10-6M12 9.5a2.5 2.5 0 1 0 0 5 2.5 2.5 0 0 0 0-5',
  check: 'm4 12 5 6L20 6',
} as const;

export type IconName = keyof typeof PATHS;

export function Icon({ name, color = 'currentColor', size = 24 }: { name: IconName; color?: string | undefined; size?: number }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path d={PATHS[name] ?? ''} stroke={color} strokeWidth={2} fill="none" strokeLinecap="round" strokeLinejoin="round" />
    </Svg>
  );
}
