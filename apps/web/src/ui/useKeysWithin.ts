import type { RefObject } from 'react';
import { useEffect, useRef } from 'react';
import type { View } from 'react-native';

/**
 * Keys pressed in anything within a view, before that has them itself: React Native's fields for the web keep their keys
 * from what is around them.
 */
export function useKeysWithin(hear: (event: KeyboardEvent) => void): RefObject<View | null> {
  const box = useRef<View>(null);
  const last = useRef(hear);
  useEffect(() => {
    last.current = hear;
  });
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    const listen = (event: KeyboardEvent): void => last.current(event);
    element?.addEventListener('keydown', listen, true);
    return () => element?.removeEventListener('keydown', listen, true);
  }, []);
  return box;
}
