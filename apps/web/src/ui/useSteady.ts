import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that stays the same and does what the newest one it was given does: whoever has it is not drawn anew. */
export function useSteady<Given extends unknown[], Gives>(
  work: (...given: Given) => Gives,
): (...given: Given) => Gives {
  const latest = useRef(work);
  useLayoutEffect(() => void (latest.current = work), [work]);
  return useCallback((...given: Given) => latest.current(...given), []);
}
