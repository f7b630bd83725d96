import { StyleSheet, View } from 'react-native';
import { Choice } from '../../ui/Choice';
import { Search } from '../../ui/Search';

export type JobOrder = 'changed' | 'name';

interface JobsToolsProps {
  sought: string;
  order: JobOrder;
  onSeek: (sought: string) => void;
  onOrder: (order: JobOrder) => void;
}

/** Finds a job among many. */
export function JobsTools({ sought, order, onSeek, onOrder }: JobsToolsProps) {
  return (
    <View style={styles.tools}>
      <Search label="Search the jobs" placeholder="Search the jobs" value={sought} onChange={onSeek} />
      <Choice<JobOrder>
        label="Sort by"
        options={[
          { value: 'changed', label: 'Last changed' },
          { value: 'name', label: 'Name' },
        ]}
        value={order}
        onChange={onOrder}
      />
    </View>
  );
}

const styles = StyleSheet.create({ tools: { gap: 10 } });
