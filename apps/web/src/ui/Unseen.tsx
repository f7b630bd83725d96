import type { ReactNode } from 'react';

/** Words for those who hear the screen. */
export function Unseen({ children }: { children: ReactNode }) {
  return <span style={UNSEEN}>{children}</span>;
}

const UNSEEN = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
} as const;
