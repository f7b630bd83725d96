import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { Choice, useWide } from '../../ui/measured';
import { Empty } from '../parts/Empty';
import { JobOrder, LineOrder } from '.';

/** What do I buy, and what do I haul? Of the whole job, or of the line that is worked on. */
export function OrderStage() {
  const wide = useWide();
  const [of, setOf] = useState<'job' | 'line'>('job');
  const any = useAppSelector((state) => Object.keys(selectEvaluation(state).plan.run).length > 0);
  if (!any) return <Empty />;
  return (
    <ScrollView>
      <View style={styles.choice}>
        <Choice<'job' | 'line'>
          label="For"
          bare
          options={[
            { value: 'job', label: 'The whole job' },
            { value: 'line', label: 'This line' },
          ]}
          value={of}
          onChange={setOf}
        />
      </View>
      {of === 'job' ? (
        <View style={[styles.page, wide && styles.pageWide]}>
          <JobOrder />
        </View>
      ) : (
        <LineOrder />
      )}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  choice: { paddingHorizontal: 12, paddingTop: 8 },
  page: { padding: 12, gap: 12 },
  pageWide: { padding: 20 },
});
