import type { Sum } from '@alveus/core/takeoff';

/** Articles that are told together at a glance, and opened together. */

export interface Group {
  readonly title: string;
  readonly has: (sum: Sum) => boolean;
}

export const GROUPS = {
  bulk: { title: 'Stone, sand and soil to buy', has: ({ supplier }) => supplier === 'quarry' },
  brought: { title: 'Loads delivered', has: ({ what, loads }) => what.of !== 'spoil' && loads > 0 },
  hauled: { title: 'Soil hauled away, loose', has: ({ what }) => what.of === 'spoil' },
  away: { title: 'Loads hauled away', has: ({ what }) => what.of === 'spoil' },
  pipe: { title: 'Pipe', has: ({ what }) => what.of === 'pipe' },
  fittings: {
    title: 'Fittings',
    has: ({ what }) => what.of === 'fitting' && what.fitting.fit !== 'ring' && what.fitting.fit !== 'coupling',
  },
} as const satisfies Record<string, Group>;
export type GroupName = keyof typeof GROUPS;
