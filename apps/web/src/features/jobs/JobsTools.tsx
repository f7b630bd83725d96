import { StyleSheet, View } from 'react-native';
import { Searchbar } from 'react-native-paper';
import { Choice } from '../../ui/Choice';

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
      <Searchbar
        value={sought}
        onChangeText={onSeek}
        placeholder="Search the jobs"
        aria-label="Search the jobs"
        // Paper calls it a landmark, which a field cannot be.
        {...({ role: 'searchbox' } as object)}
      />
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
