import type { ReactNode } from 'react';
import { useEffect, useRef } from 'react';
import { FlatList, StyleSheet, View } from 'react-native';
import { useTones } from '../theme/ThemeProvider';
import { useKeysWithin } from './useKeysWithin';
import { Words } from './Words';

export interface Column<Row> {
  readonly name: string;
  /** Share of the width. */
  readonly wide: number;
  readonly cell: (row: Row) => ReactNode;
}

interface TableProps<Row> {
  label: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  /** Of all of it, px: its rows scroll under their names, and only those near to being seen are made. */
  height: number;
}

/**
 * Figures in rows and columns. Where cells are fields, up, down and Enter go to the same column of the next row, as in
 * a book that is filled in line by line. A row that comes is brought into sight.
 */
export function Table<Row>({ label, columns, rows, keyOf, height }: TableProps<Row>) {
  const tones = useTones();
  const box = useKeysWithin(goAlong);
  const list = useRef<FlatList<Row>>(null);
  const before = useRef(rows.length);
  useEffect(() => {
    if (rows.length > before.current) list.current?.scrollToEnd({ animated: false });
    before.current = rows.length;
  }, [rows.length]);
  return (
    <View ref={box} role="table" aria-label={label} style={{ height }}>
      <View role="row" style={[styles.row, { borderColor: tones.line, backgroundColor: tones.page }]}>
        {columns.map(({ name, wide }) => (
          <View key={name} role="columnheader" style={[styles.cell, { flex: wide }]}>
            <Words size="small" strong tone="muted">
              {name}
            </Words>
          </View>
        ))}
      </View>
      <FlatList
        ref={list}
        style={styles.rows}
        data={rows}
        keyExtractor={keyOf}
        renderItem={({ item }) => (
          <View role="row" style={[styles.row, { borderColor: tones.line }]}>
            {columns.map(({ name, wide, cell }) => (
              <View key={name} role="cell" style={[styles.cell, { flex: wide }]}>
                {cell(item)}
              </View>
            ))}
          </View>
        )}
        initialNumToRender={10}
        windowSize={5}
      />
    </View>
  );
}

const STEPS: Readonly<Record<string, number>> = { ArrowUp: -1, ArrowDown: 1, Enter: 1 };

/** To the field of the same column in the nearest row that has one. */
function goAlong(event: KeyboardEvent): void {
  const step = STEPS[event.key];
  const { target, currentTarget: table } = event;
  if (step === undefined || event.altKey || !(target instanceof HTMLInputElement) || !(table instanceof HTMLElement))
    return;
  const cell = target.closest('[role=cell]');
  const rows = [...table.querySelectorAll('[role=row]')];
  const own = target.closest('[role=row]');
  if (!cell || !own) return;
  const column = [...own.children].indexOf(cell);
  for (let at = rows.indexOf(own) + step; at > 0 && at < rows.length; at += step) {
    const field = rows[at]?.children[column]?.querySelector('input');
    if (!field) continue;
    if (event.key !== 'Enter') event.preventDefault();
    // Enter is the field's own first.
    setTimeout(() => {
      field.focus();
      field.select();
    });
    return;
  }
}

const styles = StyleSheet.create({
  rows: { flex: 1 },
  row: { flexDirection: 'row', borderBottomWidth: 1, minHeight: 40, alignItems: 'center' },
  cell: { paddingHorizontal: 6, paddingVertical: 3 },
});
