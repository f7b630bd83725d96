import { useCallback, useLayoutEffect, useRef } from 'react';
import type { SectionFrame } from './frame';
import type { Moving, MovingPart } from './moving';
import { movingPaths } from './moving';

/** Where the plan as it stands now is asked of, and how one hears that it has moved. */
export interface Source {
  now: () => Moving | undefined;
  follow: (changed: () => void) => () => void;
}

/**
 * Writes the paths that move straight to the page, at once and whenever they differ.
 * @returns what a path is given so that it is one of them; it has no `d` of its own
 */
export function useMoving(
  { now, follow }: Source,
  frame: SectionFrame,
  handles: boolean,
): (part: MovingPart) => object {
  const elements = useRef(new Map<MovingPart, Element>());
  // What the page holds is known here: asking it for texts of thousands of letters takes its time.
  const written = useRef(new WeakMap<Element, string>());
  useLayoutEffect(() => {
    let last: Moving | undefined;
    const write = (): void => {
      const moving = now();
      if (!moving || (moving.evaluation === last?.evaluation && moving.line === last.line)) return;
      last = moving;
      const paths = movingPaths(moving, frame, handles);
      for (const [part, element] of elements.current) {
        const d = paths[part];
        if (written.current.get(element) === d) continue;
        written.current.set(element, d);
        element.setAttribute('d', d);
      }
    };
    write();
    return follow(write);
  }, [now, follow, frame, handles]);
  return useCallback(
    (part) => ({
      forwardedRef: (element: Element | null) => {
        if (element) elements.current.set(part, element);
        else elements.current.delete(part);
      },
    }),
    [],
  );
}
