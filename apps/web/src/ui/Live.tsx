import { useLayoutEffect, useRef, useState } from 'react';

export interface LiveProps {
  /** The text as it reads now. */
  now: () => string;
  /** Calls back whenever it may read otherwise. @returns how to end it */
  follow: (changed: () => void) => () => void;
}

/**
 * A text that follows a finger. It is written straight to the page, and only where it reads otherwise: drawing a screen
 * anew for each of a dozen texts takes a slow phone longer than a frame.
 */
export function Live({ now, follow }: LiveProps) {
  const place = useRef<HTMLSpanElement>(null);
  // React writes this once and never again; from then on the text is not its own.
  const [first] = useState(now);
  useLayoutEffect(() => {
    const write = (): void => {
      const text = now();
      if (place.current && place.current.textContent !== text) place.current.textContent = text;
    };
    write();
    return follow(write);
  }, [now, follow]);
  return <span ref={place}>{first}</span>;
}
