import { createContext, useContext, useEffect, useId } from 'react';
import type { MeasureFieldProps } from '../../ui/MeasureField';
import { MeasureField } from '../../ui/measured';

/** Told by each field whether what stands in it is understood: rules are not saved beside one that is not. */
export const Understood = createContext<(field: string, understood: boolean) => void>(() => undefined);

/** A figure of the rules: on trial from the first digit, since nothing is in the plan before the rules are saved. */
export function RuleMeasure(props: Omit<MeasureFieldProps, 'when' | 'onValid'>) {
  const tell = useContext(Understood);
  const field = useId();
  useEffect(() => () => tell(field, true), [tell, field]);
  return <MeasureField {...props} onValid={(understood) => tell(field, understood)} />;
}
