import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppSelector } from '../../store';
import { selectEvaluation, selectLineResult } from '../../store/results';
import { Button, Choice, Note, usePrint, useWide, Words } from '../../ui/measured';
import { Empty } from '../parts/Empty';
import { LineBar } from '../parts/LineBar';
import { JobOrder } from '../takeoff';
import { DiggingCard, MaterialsCard, PipeCard } from './cards';

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
        <OfLine />
      )}
    </ScrollView>
  );
}

function OfLine() {
  const wide = useWide();
  const print = usePrint();
  const line = useAppSelector(selectLineResult);
  if (!line || line.order.runs.length === 0) return <Empty />;
  const { missingLength, holesMissing, lost, steepLength } = line.quantities;
  return (
    <>
      <LineBar />
      <View style={[styles.page, wide && styles.pageWide]}>
        {missingLength > 0 ? (
          <Said>
            {`Incomplete: ${print(missingLength, 'distance')} of the line has no ground or grade yet and is not counted below.`}
          </Said>
        ) : null}
        {holesMissing > 0 ? (
          <Said>
            {`Incomplete: ${holesMissing === 1 ? 'a hole' : `${holesMissing} holes`} of structures ${holesMissing === 1 ? 'has' : 'have'} no depth yet and ${holesMissing === 1 ? 'is' : 'are'} not counted below.`}
          </Said>
        ) : null}
        {lost.length > 0 ? (
          <Said>
            {`Incomplete: the material of ${lost.map(({ name }) => `the ${name}`).join(' and ')} is gone. It has no weight and is not ordered.`}
          </Said>
        ) : null}
        {steepLength > 0 ? (
          <View style={styles.whole}>
            <Note tone="muted" icon="watch" role="note">
              {`${print(steepLength, 'distance')} of this line is steeper than 10 %: volumes are per horizontal length, and widths and thicknesses are measured plumb.`}
            </Note>
          </View>
        ) : null}
        <MaterialsCard line={line} style={wide && styles.card} />
        <View style={wide ? styles.columnWide : styles.column}>
          <PipeCard line={line} />
          <DiggingCard line={line} />
        </View>
        <Foot />
      </View>
    </>
  );
}

/** Something that makes the amounts incomplete. */
function Said({ children }: { children: string }) {
  return (
    <View style={styles.whole}>
      <Note tone="fix" icon="fix" role="alert">
        <Words strong>{children}</Words>
      </Note>
    </View>
  );
}

function Foot() {
  const store = useStore() as Store;
  const table = (): void => {
    const state = store.getState();
    const line = selectLineResult(state);
    if (!line) return;
    void import('../print/sheets').then(({ saveGradeTable }) =>
      saveGradeTable(selectEvaluation(state), line, state.settings.system),
    );
  };
  return (
    <View style={styles.foot}>
      <View style={styles.buttons}>
        <Button icon="file" onPress={table}>
          Grade table (CSV)
        </Button>
        <Button onPress={() => store.dispatch(sheetOpened({ sheet: 'print' }))}>Print</Button>
      </View>
      <Words size="small" tone="muted">
        Includes side slopes and holes of structures. Tons are as ordered, at placed density.
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  choice: { paddingHorizontal: 12, paddingTop: 8 },
  page: { padding: 12, gap: 12 },
  pageWide: { flexDirection: 'row', flexWrap: 'wrap', padding: 20, gap: 20, alignItems: 'flex-start' },
  whole: { width: '100%' },
  card: { flexGrow: 1, flexBasis: 420 },
  column: { gap: 12 },
  columnWide: { gap: 20, flexGrow: 1, flexBasis: 420 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  foot: { gap: 10, paddingBottom: 24, width: '100%' },
});
