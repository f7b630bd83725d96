import type { Evaluation, LineResult } from '@alveus/core';
import type { Sum } from '@alveus/core/takeoff';
import { lineSums } from '@alveus/core/takeoff';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppSelector } from '../../store';
import { selectEvaluation, selectLineResult } from '../../store/results';
import { Button, Card, Note, usePrint, useWide, Words } from '../../ui/measured';
import { Empty } from '../parts/Empty';
import { LineBar } from '../parts/LineBar';
import { DiggingCard, MaterialsCard, PipeCard } from './LineCards';
import { Sums } from './Sums';
import { useTakeoff } from './useTakeoff';

/** What of the job's order is one line's, each figure opening to its working. */
export function LineOrder() {
  const wide = useWide();
  const now = useTakeoff();
  const on = useAppSelector(selectLineResult);
  const line = now?.evaluation.lines.get(on?.id ?? '');
  if (on && !now) {
    return (
      <View role="status" style={styles.page}>
        <Words tone="muted">Working out the order…</Words>
      </View>
    );
  }
  if (!now || !line || line.order.runs.length === 0) return <Empty />;
  const sums = lineSums(now.takeoff, line.id);
  const others = sums.filter(({ what, supplier }) => !OWN_CARDS.has(what.of) && supplier !== 'work');
  return (
    <>
      <LineBar />
      <View style={[styles.page, wide && styles.pageWide]}>
        <Gaps line={line} evaluation={now.evaluation} />
        <View style={wide ? styles.columnWide : styles.column}>
          <MaterialsCard line={line} sums={sums} />
          <DiggingCard line={line} />
        </View>
        <View style={wide ? styles.columnWide : styles.column}>
          <PipeCard line={line} sums={sums} />
          {others.length > 0 ? (
            <Card title="Everything else">
              <Sums sums={others} />
            </Card>
          ) : null}
        </View>
        <Foot />
      </View>
    </>
  );
}

const OWN_CARDS: ReadonlySet<Sum['what']['of']> = new Set(['material', 'pipe']);

/** What makes the amounts incomplete. */
function Gaps({ line: { gaps }, evaluation }: { line: LineResult; evaluation: Evaluation }) {
  const print = usePrint();
  const holes =
    gaps.holes === 1
      ? 'a hole of a structure has no depth yet and is'
      : `${gaps.holes} holes of structures have no depth yet and are`;
  return (
    <>
      {gaps.length > 0 ? (
        <Said>
          {`Incomplete: ${print(gaps.length, 'distance')} of the line has no ground or grade yet and is not counted below.`}
        </Said>
      ) : null}
      {gaps.holes > 0 ? <Said>{`Incomplete: ${holes} not counted below.`}</Said> : null}
      {gaps.lost.length > 0 ? (
        <Said>
          {`Incomplete: the material of ${gaps.lost.map(({ name }) => `the ${name}`).join(' and ')} is gone. It has no weight and is not ordered.`}
        </Said>
      ) : null}
      {gaps.unsized.map((id) => (
        <Said key={id}>
          {`Incomplete: nobody said how long a piece of ${evaluation.plan.material[id]?.name ?? 'it'} is. None of it is ordered.`}
        </Said>
      ))}
      {gaps.steep > 0 ? (
        <View style={styles.whole}>
          <Note tone="muted" icon="watch" role="note">
            {`${print(gaps.steep, 'distance')} of this line is steeper than 10 %: volumes are per horizontal length, and widths and thicknesses are measured plumb.`}
          </Note>
        </View>
      ) : null}
    </>
  );
}

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
    void import('../print/gradeTableFile').then(({ saveGradeTable }) =>
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
  page: { padding: 12, gap: 12 },
  pageWide: { flexDirection: 'row', flexWrap: 'wrap', padding: 20, gap: 20, alignItems: 'flex-start' },
  whole: { width: '100%' },
  column: { gap: 12 },
  columnWide: { gap: 20, flexGrow: 1, flexBasis: 420 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  foot: { gap: 10, paddingBottom: 24, width: '100%' },
});
