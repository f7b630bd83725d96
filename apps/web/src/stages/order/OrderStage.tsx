import type { LineResult } from '@alveus/core';
import { gradeTable, print } from '@alveus/core';
import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Figure } from '../../parts/Figure';
import { Icon } from '../../parts/Icon';
import { Button } from '../../parts/Tap';
import { useWide } from '../../parts/useWide';
import { Words } from '../../parts/Words';
import { selectEvaluation, selectLine, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { saveText } from '../../sync/files';
import { useTones } from '../../theme/ThemeProvider';
import { Empty } from '../Empty';

/** What do I buy, and what do I haul? */
export function OrderStage() {
  const dispatch = useAppDispatch();
  const wide = useWide();
  const evaluation = useAppSelector(selectEvaluation);
  const line = useAppSelector(selectLine);
  const { system } = useAppSelector((state) => state.settings);
  if (!line || line.order.runs.length === 0) return <Empty />;
  const { plan, native } = evaluation;
  const q = line.quantities;
  const table = (): void => saveText(`${line.line.name} grade table.csv`, 'text/csv', gradeTable(evaluation, line, system, system === 'metric' ? 5 : 10 * 0.3048));
  return (
    <ScrollView>
      <View style={[styles.page, wide && styles.pageWide]}>
        {q.complete ? null : <Incomplete line={line} />}
        <Card title="Stone, sand and soil to buy" wide={wide} empty={q.layers.length === 0 ? 'The sections of this line use native soil only.' : undefined}>
          {q.layers.map((layer, index) => {
            const material = plan.material[layer.material];
            return (
              <View key={`${layer.material}${layer.name}`} style={styles.block}>
                <Row
                  title={material?.name ?? 'Material was removed'}
                  about={layer.name}
                  onEdit={() => dispatch(sheetOpened({ sheet: 'material', material: layer.material }))}
                />
                <View style={styles.grid}>
                  <Figure label="To order" value={layer.ordered} quantity="volume" figure={{ figure: 'ordered', line: line.id, layer: index }} />
                  <Figure label="Mass" value={layer.mass} quantity="mass" figure={{ figure: 'mass', line: line.id, layer: index }} />
                  <Figure label="Placed" size="large" value={layer.placed} quantity="volume" figure={{ figure: 'placed', line: line.id, layer: index }} />
                  <Figure label="Loose" size="large" value={layer.loose} quantity="volume" figure={{ figure: 'loose', line: line.id, layer: index }} />
                </View>
              </View>
            );
          })}
        </Card>
        <Card title="Pipe" wide={wide}>
          {q.pipe.map(({ pipe, length, sticks }) => (
            <View key={pipe} style={styles.block}>
              <Row title={plan.pipe[pipe]?.name ?? 'Pipe was removed'} about={plan.pipe[pipe]?.standard ?? ''} />
              <View style={styles.grid}>
                <Figure label={`Sticks of ${print(plan.pipe[pipe]?.stick ?? 0, 'distance', system)}`} value={sticks} quantity="count" figure={{ figure: 'sticks', line: line.id, pipe }} />
                <Figure label="Along the slope" value={length} quantity="distance" figure={{ figure: 'pipeLength', line: line.id, pipe }} />
              </View>
            </View>
          ))}
        </Card>
        <Card title="Digging and spoil" wide={wide}>
          <Row title={native.name} about={`swells ${print(native.swell, 'share', system)}, shrinks ${print(native.shrink, 'share', system)}`} onEdit={() => dispatch(sheetOpened({ sheet: 'native' }))} />
          <View style={styles.grid}>
            <Figure label="Excavation" value={q.excavation} quantity="volume" figure={{ figure: 'excavation', line: line.id }} />
            <Figure label="Spoil, loose" value={q.spoilLoose} quantity="volume" figure={{ figure: 'spoilLoose', line: line.id }} />
            <Figure label="Put back, placed" size="large" value={q.nativeReturned} quantity="volume" figure={{ figure: 'nativeReturned', line: line.id }} />
            <Figure label="Spoil, in bank" size="large" value={q.spoilBank} quantity="volume" figure={{ figure: 'spoilBank', line: line.id }} />
            <Figure label="Pipe takes up" size="large" value={q.pipeDisplaced} quantity="volume" figure={{ figure: 'pipeDisplaced', line: line.id }} />
          </View>
        </Card>
        <View style={styles.foot}>
          <Button icon="file" onPress={table}>
            Grade table (CSV)
          </Button>
          <Words size="small" tone="muted">
            Vertical trench sides; structures and their pits are not in these amounts. Mass is of what is ordered, at its placed density.
          </Words>
        </View>
      </View>
    </ScrollView>
  );
}

function Incomplete({ line }: { line: LineResult }) {
  const tones = useTones();
  const { system, fraction } = useAppSelector((state) => state.settings);
  return (
    <View role="alert" style={[styles.incomplete, { borderColor: tones.fix, backgroundColor: tones.card }]}>
      <Icon name="fix" color={tones.fix} />
      <Words strong style={styles.flex}>
        {`Incomplete: ${print(line.quantities.missingLength, 'distance', system, { fraction })} of the line has no ground or grade yet. Nothing below counts it.`}
      </Words>
    </View>
  );
}

function Card({ title, children, wide, empty }: { title: string; children: ReactNode; wide: boolean; empty?: string | undefined }) {
  const tones = useTones();
  return (
    <View style={[styles.card, wide && styles.cardWide, { backgroundColor: tones.card, borderColor: tones.line }]}>
      <Words size="large" strong heading={2} style={styles.title}>
        {title}
      </Words>
      {empty ? <Words style={styles.title}>{empty}</Words> : children}
    </View>
  );
}

function Row({ title, about, onEdit }: { title: string; about: string; onEdit?: () => void }) {
  return (
    <View style={styles.row}>
      <View style={styles.flex}>
        <Words strong>{title}</Words>
        <Words size="small" tone="muted">
          {about}
        </Words>
      </View>
      {onEdit ? (
        <Button icon="edit" onPress={onEdit}>
          Change
        </Button>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { padding: 12, gap: 12 },
  pageWide: { flexDirection: 'row', flexWrap: 'wrap', padding: 20, gap: 20, alignItems: 'flex-start' },
  card: { borderWidth: 1, borderRadius: 8, paddingTop: 12, overflow: 'hidden' },
  cardWide: { flexGrow: 1, flexBasis: 420 },
  title: { paddingHorizontal: 12, paddingBottom: 6 },
  block: { paddingBottom: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 12, paddingVertical: 6 },
  grid: { flexDirection: 'row', flexWrap: 'wrap' },
  foot: { gap: 10, paddingBottom: 24, width: '100%' },
  incomplete: { flexDirection: 'row', gap: 12, alignItems: 'center', borderWidth: 2, borderRadius: 8, padding: 12, width: '100%' },
  flex: { flex: 1 },
});
