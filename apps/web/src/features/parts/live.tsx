import type { Quantity } from '@alveus/core';
import { print } from '@alveus/core';
import { memo, useCallback } from 'react';
import { useStore } from 'react-redux';
import type { RootState, Store } from '../../store';
import { Live } from '../../ui/Live';

/** Where a figure on the screen is taken from. */
export type Of = (state: RootState) => number | undefined;

/** Words that follow the state at every frame of a drag. `words` must be the same function from one drawing to the next. */
export const LiveWords = memo(function LiveWords({ words }: { words: (state: RootState) => string }) {
  const store = useStore() as Store;
  const now = useCallback(() => words(store.getState()), [store, words]);
  return <Live now={now} follow={store.subscribe} />;
});

interface LiveTextProps {
  of: Of;
  quantity: Quantity;
  unknown?: string;
  /** Without the words that stand under a figure. */
  short?: boolean;
}

/** A figure that does, in the reader's units. */
export function LiveText({ of, quantity, unknown = '—', short = false }: LiveTextProps) {
  const words = useCallback(
    (state: RootState): string => {
      const value = of(state);
      const { system, fraction } = state.settings;
      if (value === undefined) return unknown;
      return print(short ? Math.abs(value) : value, quantity, system, { fraction });
    },
    [of, quantity, unknown, short],
  );
  return <LiveWords words={words} />;
}
