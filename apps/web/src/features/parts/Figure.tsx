import type { FigureRef, Quantity } from '@alveus/core';
import { memo, useCallback } from 'react';
import { useStore } from 'react-redux';
import type { RootState, Store } from '../../store';
import { sheetOpened, useAppDispatch } from '../../store';
import { Figure as Frame, usePrint, Words } from '../../ui/measured';
import type { Of } from './live';
import { LiveText, LiveWords } from './live';

interface FigureProps {
  label: string;
  quantity: Quantity;
  size?: 'figure' | 'large';
}

const UNKNOWN = 'not known. Show the working';
const KNOWN = '. Show the working';

/** A figure of the plan as it stands. Tapping it shows its working. */
export function Figure({
  value,
  quantity,
  figure,
  ...rest
}: FigureProps & { value: number | undefined; figure: FigureRef }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  return (
    <Frame
      {...rest}
      onPress={() => dispatch(sheetOpened({ sheet: 'working', figure }))}
      said={value === undefined ? UNKNOWN : KNOWN}
    >
      {value === undefined ? '—' : print(value, quantity)}
    </Frame>
  );
}

interface LiveFigureProps extends FigureProps {
  of: Of;
  figure: (state: RootState) => FigureRef | undefined;
}

/** A figure that follows the finger: its frame stays, its text changes. */
export const LiveFigure = memo(function LiveFigure({ label, quantity, of, figure, ...rest }: LiveFigureProps) {
  const store = useStore() as Store;
  const open = useCallback(() => {
    const about = figure(store.getState());
    if (about) store.dispatch(sheetOpened({ sheet: 'working', figure: about }));
  }, [store, figure]);
  /** A depth over the ground is one, and said in small letters under its figure. */
  const above = useCallback((state: RootState) => ((of(state) ?? 0) < -0.0015 ? ' above ground' : ''), [of]);
  const said = useCallback((state: RootState) => (of(state) === undefined ? UNKNOWN : KNOWN), [of]);
  return (
    <Frame label={label} onPress={open} said={<LiveWords words={said} />} {...rest}>
      <LiveText of={of} quantity={quantity} short={quantity === 'depth'} />
      {quantity === 'depth' ? (
        <Words size="small">
          <LiveWords words={above} />
        </Words>
      ) : null}
    </Frame>
  );
});
