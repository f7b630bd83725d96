import type { ReactElement, ReactNode } from 'react';
import { FlatList, ScrollView, StyleSheet } from 'react-native';

/** A row that is made when it comes near to being seen. */
export interface LongRow {
  readonly key: string;
  readonly render: () => ReactElement;
}

interface LongListProps {
  before: ReactNode;
  rows: readonly LongRow[];
  after?: ReactNode;
}

/** A column that scrolls: what is always there, rows that grow with the job, and what follows them. */
export function LongList({ before, rows, after }: LongListProps) {
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
      initialNumToRender={4}
      maxToRenderPerBatch={8}
      windowSize={5}
      ListHeaderComponent={<>{before}</>}
      ListFooterComponent={<>{after}</>}
    />
  );
}

const keyOf = (row: LongRow): string => row.key;
const renderRow = ({ item }: { item: LongRow }): ReactElement => item.render();

const styles = StyleSheet.create({ whole: { flex: 1 } });
