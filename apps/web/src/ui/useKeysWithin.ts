import type { RefObject } from 'react';
import { useEffect, useRef } from 'react';
import type { View } from 'react-native';
import { useSteady } from './useSteady';

/**
 * Keys pressed in anything within a view, before that has them itself: React Native's fields for the web keep their keys
 * from what is around them.
 */
export function useKeysWithin(hear: (event: KeyboardEvent) => void): RefObject<View | null> {
  const box = useRef<View>(null);
  const steady = useSteady(hear);
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    element?.addEventListener('keydown', steady, true);
    return () => element?.removeEventListener('keydown', steady, true);
  }, [steady]);
  return box;
}
