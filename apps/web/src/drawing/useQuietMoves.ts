import { useCallback, useEffect, useRef } from 'react';

interface Step {
  readonly first: boolean;
  readonly last: boolean;
  readonly event: Event;
}

const OTHERS = ['mousemove', 'touchmove'] as const;
const stop = (event: Event): void => event.stopPropagation();

/**
 * While a finger drags, nobody but its gesture hears of its moves: React and its responders would look through the whole
 * page for somebody who might, at every one of them.
 *
 * @returns to be called with each step of the gesture
 */
export function useQuietMoves(): (step: Step) => void {
  const end = useRef<(() => void) | undefined>(undefined);
  useEffect(() => () => end.current?.(), []);
  return useCallback(({ first, last, event }) => {
    if (first && !end.current) {
      for (const name of OTHERS) window.addEventListener(name, stop, { capture: true, passive: true });
      end.current = () => {
        for (const name of OTHERS) window.removeEventListener(name, stop, { capture: true });
        end.current = undefined;
      };
    }
    if (event.type === 'pointermove') stop(event);
    if (last) end.current?.();
  }, []);
}
