import type { Preview } from '@alveus/core';
import { useCallback, useLayoutEffect, useRef } from 'react';
import type { SectionFrame } from './frame';
import type { Moving, MovingPart } from './moving';
import { movedRuns, movingPaths } from './moving';

/** Where the plan as it stands now is asked of, and how one hears that it has moved. */
export interface Source {
  now: () => Moving | undefined;
  follow: (changed: () => void) => () => void;
}

/**
 * Writes the paths that move straight to the page, at once and whenever they differ. While something is dragged the runs
 * that move with it have paths of their own over those of the others, so that a frame writes no more than what moves.
 *
 * @param rest the plan as it stands at rest
 * @returns what a path is given so that it is one of them; it has no `d` of its own
 */
export function useMoving(
  { now, follow }: Source,
  rest: Preview,
  frame: SectionFrame,
  handles: boolean,
): (part: MovingPart) => object {
  const elements = useRef(new Map<MovingPart, Element>());
  // What the page holds is known here: asking it for texts of thousands of letters takes its time.
  const written = useRef(new WeakMap<Element, string>());
  useLayoutEffect(() => {
    const apart = new Map<MovingPart, Element>();
    let moved: ReadonlySet<string> | undefined;
    let last: Moving | undefined;
    const put = (to: ReadonlyMap<MovingPart, Element>, paths: Record<MovingPart, string>): void => {
      for (const [part, element] of to) {
        const d = paths[part];
        if (written.current.get(element) === d) continue;
        written.current.set(element, d);
        element.setAttribute('d', d);
      }
    };
    const join = (): void => {
      for (const element of apart.values()) element.remove();
      apart.clear();
    };
    const part = (): void => {
      for (const [name, element] of elements.current) {
        const twin = element.cloneNode(false) as Element;
        element.after(twin);
        apart.set(name, twin);
      }
    };
    const write = (): void => {
      const moving = now();
      if (!moving || (moving.evaluation === last?.evaluation && moving.line === last.line)) return;
      last = moving;
      const moves = movedRuns(moving, rest);
      if (!moved || moves.size === 0 || !sameSet(moved, moves)) {
        put(
          elements.current,
          movingPaths(moving, frame, handles, (run) => !moves.has(run)),
        );
        moved = moves;
        if (moves.size === 0) join();
        else if (apart.size === 0) part();
      }
      if (moves.size > 0)
        put(
          apart,
          movingPaths(moving, frame, handles, (run) => moves.has(run)),
        );
    };
    write();
    const unfollow = follow(write);
    return () => {
      unfollow();
      join();
    };
  }, [now, follow, rest, frame, handles]);
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

const sameSet = (a: ReadonlySet<string>, b: ReadonlySet<string>): boolean =>
  a.size === b.size && [...a].every((id) => b.has(id));
