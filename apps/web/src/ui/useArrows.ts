import { useRef } from 'react';
import type { View } from 'react-native';
import type { KeyPress } from './Tap';

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** What a thing among others is given. */
export interface Reached {
  readonly target: (view: View | null) => void;
  readonly tabIndex: 0 | -1;
  readonly onKey: (event: KeyPress) => void;
}

/**
 * Arrow keys among things of which one is chosen, as radios and tabs have them: Tab comes to the chosen one, the
 * arrows go round, Home and End to the ends.
 * @param chosen index of the chosen one; −1 where none is, and then Tab comes to the first
 * @param choose called with the index that an arrow leads to
 */
export function useArrows(count: number, chosen: number, choose: (index: number) => void): (index: number) => Reached {
  const targets = useRef<(View | null)[]>([]);
  return (index: number) => ({
    target: (view: View | null): void => {
      targets.current[index] = view;
    },
    tabIndex: index === Math.max(0, chosen) ? 0 : -1,
    onKey: (event: KeyPress): void => {
      const step = STEPS[event.key];
      const to =
        step !== undefined
          ? (index + step + count) % count
          : event.key === 'Home'
            ? 0
            : event.key === 'End'
              ? count - 1
              : undefined;
      if (to === undefined) return;
      event.preventDefault();
      targets.current[to]?.focus();
      choose(to);
    },
  });
}
