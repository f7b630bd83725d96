import type { Fraction, Quantity, System } from '@alveus/core';
import { print } from '@alveus/core';
import { createContext, useContext, useMemo } from 'react';

/** How this device wants measurements told. */
export interface Units {
  readonly system: System;
  readonly fraction: Fraction;
}

export const UnitsContext = createContext<Units>({ system: 'feet', fraction: 8 });

export const useUnits = (): Units => useContext(UnitsContext);

/** Prints measurements in the reader's units. */
export function usePrint(): (value: number, quantity: Quantity, bare?: boolean) => string {
  const { system, fraction } = useUnits();
  return useMemo(
    () =>
      (value, quantity, bare = false) =>
        print(value, quantity, system, { fraction, bare }),
    [system, fraction],
  );
}
