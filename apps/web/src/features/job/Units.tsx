import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { useAppSelector } from '../../store';
import { UnitsContext } from '../../ui/units';

/** Tells the controls, which know no store, how this device wants measurements told. */
export function Units({ children }: { children: ReactNode }) {
  const system = useAppSelector((state) => state.settings.system);
  const fraction = useAppSelector((state) => state.settings.fraction);
  const units = useMemo(() => ({ system, fraction }), [system, fraction]);
  return <UnitsContext.Provider value={units}>{children}</UnitsContext.Provider>;
}
