import type { FigureRef, Quantity } from '@alveus/core';
import { print } from '@alveus/core';
import { Children } from 'react';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../store';
import { useTones } from '../theme/ThemeProvider';
import { Tap } from './Tap';
import { Words } from './Words';

interface FigureProps {
  label: string;
  value: number | undefined;
  quantity: Quantity;
  figure: FigureRef;
  size?: 'figure' | 'large';
  note?: ReactNode;
}

/** A computed figure. Tapping it shows its working. */
export function Figure({ label, value, quantity, figure, size = 'figure', note }: FigureProps) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const shown = value === undefined ? '—' : print(value, quantity, system, { fraction });
  return (
    <Tap
      onPress={() => dispatch(sheetOpened({ sheet: 'working', figure }))}
      label={`${label} ${value === undefined ? 'not known' : shown}. Show the working`}
      style={[styles.figure, { borderColor: tones.line }]}
    >
      <Words size="small" tone="muted" lines={1}>
        {label}
      </Words>
      <Words size={size} strong lines={1}>
        {shown}
      </Words>
      {note ? <View>{note}</View> : null}
    </Tap>
  );
}

/** Figures side by side, so many to a row. */
export function FigureGrid({ columns, label, children }: { columns: 2 | 3; label?: string; children: ReactNode }) {
  const tones = useTones();
  return (
    <View style={[styles.grid, { borderColor: tones.line }]} role={label === undefined ? undefined : 'group'} aria-label={label}>
      {Children.map(children, (figure) => (
        <View style={{ width: `${100 / columns}%`, flexGrow: 1 }}>{figure}</View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  grid: { flexDirection: 'row', flexWrap: 'wrap', borderTopWidth: 1 },
  figure: { paddingHorizontal: 10, paddingVertical: 6, flexGrow: 1, borderRightWidth: 1, borderBottomWidth: 1, borderRadius: 0 },
});
