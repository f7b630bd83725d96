import type { RootState, Store } from './store';

/** A view of the store that can be paused. */
export interface PausedStore {
  readonly store: Store;
  /** Stands still, or moves with the store again: what happened meanwhile is then heard of at once. */
  readonly hold: (still: boolean) => void;
}

/**
 * What is out of sight need not follow each frame of a drag: it reads the state as it was, and hears nothing, until it
 * comes back. What it dispatches goes to the store all the same.
 */
export function pausableStore(store: Store, still: boolean): PausedStore {
  let held: RootState | undefined = still ? store.getState() : undefined;
  let unfollow: (() => void) | undefined;
  const hearers = new Set<() => void>();
  const tell = (): void => {
    if (held === undefined) for (const hear of hearers) hear();
  };
  const subscribe = (hear: () => void): (() => void) => {
    hearers.add(hear);
    unfollow ??= store.subscribe(tell);
    return () => {
      hearers.delete(hear);
      if (hearers.size > 0) return;
      unfollow?.();
      unfollow = undefined;
    };
  };
  return {
    store: { ...store, getState: () => held ?? store.getState(), subscribe },
    hold: (now) => {
      const before = held;
      held = now ? (held ?? store.getState()) : undefined;
      if (before !== undefined && before !== store.getState()) tell();
    },
  };
}
