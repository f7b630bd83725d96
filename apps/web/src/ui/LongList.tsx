import type { ReactElement, ReactNode } from 'react';
import { useCallback, useMemo, useState } from 'react';
import type { LayoutChangeEvent } from 'react-native';
import { FlatList, ScrollView, StyleSheet, View } from 'react-native';
import type { LongRow } from './rowLayout';
import { layoutOf } from './rowLayout';

interface LongListProps {
  before: ReactNode;
  rows: readonly LongRow[];
  after?: ReactNode;
}

/** Height of what stands before the rows until it is laid out: more than a phone shows. */
const BEFORE = 600;

/**
 * A column that scrolls: what is always there, rows that grow with the job, and what follows them. Its whole length can
 * be scrolled from the start, however few of its rows are made.
 */
export function LongList({ before, rows, after }: LongListProps) {
  const [top, setTop] = useState(BEFORE);
  const layout = useMemo(() => layoutOf(rows, top), [rows, top]);
  const onLayout = useCallback(({ nativeEvent }: LayoutChangeEvent) => {
    // Out of sight it has no height.
    if (nativeEvent.layout.height > 0) setTop(nativeEvent.layout.height);
  }, []);
  if (rows.length === 0) {
    return (
      <ScrollView style={styles.whole}>
        {before}
        {after}
      </ScrollView>
    );
  }
  return (
    <FlatList
      style={styles.whole}
      data={rows}
      keyExtractor={keyOf}
      renderItem={renderRow}
      getItemLayout={layout}
      initialNumToRender={4}
      maxToRenderPerBatch={10}
      windowSize={7}
      ListHeaderComponent={<View onLayout={onLayout}>{before}</View>}
      ListFooterComponent={<>{after}</>}
    />
  );
}

const keyOf = (row: LongRow): string => row.key;
const renderRow = ({ item }: { item: LongRow }): ReactElement => item.render();

const styles = StyleSheet.create({ whole: { flex: 1 } });
