import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { SCALE } from '../theme/scale';
import { Words } from './Words';

/** A row of a table where there is no room for one: its cells side by side, each under the name of its column. */
export function Cells({ children }: { children: ReactNode }) {
  return <View style={styles.cells}>{children}</View>;
}

/** @param name of its column; a field in it is `bare` and says it by itself */
export function Cell({ name, children }: { name: string; children: ReactNode }) {
  return (
    <View style={styles.cell}>
      <Words size="small" tone="muted" lines={1}>
        {name}
      </Words>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  cells: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  cell: { flexGrow: 1, flexShrink: 1, flexBasis: '28%', minWidth: 96 * SCALE, gap: 3 },
});
