import type { FigureRef, LineResult, System } from '@alveus/core';
import { gradeTable, print } from '@alveus/core';
import type { ItemOf } from '@alveus/plan';
import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Figure, FigureGrid } from '../../parts/Figure';
import { Icon } from '../../parts/Icon';
import { Button, Tap } from '../../parts/Tap';
import { useWide } from '../../parts/useWide';
import { Words } from '../../parts/Words';
import { selectEvaluation, selectLine, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { saveText } from '../../sync/files';
import { useTones } from '../../theme/ThemeProvider';
import { Empty } from '../Empty';
import { LineChooser } from '../grade/LineChooser';

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
      <LineChooser />
      <View style={[styles.page, wide && styles.pageWide]}>
        {q.complete ? null : <Incomplete line={line} />}
        <Card title="Stone, sand and soil to buy" wide={wide} empty={q.layers.length === 0 ? 'The sections of this line use native soil only.' : undefined}>
          {q.bought.map((amount) => {
            const { material: id } = amount;
            const about = { line: line.id, material: id };
            return (
              <View key={id} style={styles.block}>
                <Row title={plan.material[id]?.name ?? 'Material was removed'} about={orderedAs(plan.material[id], system)} onEdit={() => dispatch(sheetOpened({ sheet: 'material', material: id }))} />
                <FigureGrid columns={2}>
                  <Figure label="To order" value={amount.ordered} quantity="volume" figure={{ figure: 'ordered', ...about }} />
                  <Figure label="Mass" value={amount.mass} quantity="mass" figure={{ figure: 'mass', ...about }} />
                  <Figure label="Placed" size="large" value={amount.placed} quantity="volume" figure={{ figure: 'placed', ...about }} />
                  <Figure label="Loose in the truck" size="large" value={amount.loose} quantity="volume" figure={{ figure: 'loose', ...about }} />
                </FigureGrid>
                <View style={styles.parts}>
                  {q.layers.map((layer, index) =>
                    layer.material === id ? <Part key={layer.name} name={layer.name} placed={layer.placed} figure={{ figure: 'layerPlaced', line: line.id, layer: index }} /> : null,
                  )}
                </View>
              </View>
            );
          })}
        </Card>
        <View style={wide ? styles.columnWide : styles.column}>
        <Card title="Pipe" wide={false}>
          {q.pipe.map(({ pipe, length, sticks }) => (
            <View key={pipe} style={styles.block}>
              <Row title={plan.pipe[pipe]?.name ?? 'Pipe was removed'} about={plan.pipe[pipe]?.standard ?? ''} />
              <FigureGrid columns={2}>
                <Figure label={`Sticks of ${print(plan.pipe[pipe]?.stick ?? 0, 'distance', system)}`} value={sticks} quantity="count" figure={{ figure: 'sticks', line: line.id, pipe }} />
                <Figure label="Along the slope" value={length} quantity="distance" figure={{ figure: 'pipeLength', line: line.id, pipe }} />
              </FigureGrid>
            </View>
          ))}
        </Card>
        <Card title="Digging and spoil" wide={false}>
          <Row title={native.name} about={`swells ${print(native.swell, 'share', system)}, shrinks ${print(native.shrink, 'share', system)}`} onEdit={() => dispatch(sheetOpened({ sheet: 'native' }))} />
          <FigureGrid columns={2}>
            <Figure label="Excavation" value={q.excavation} quantity="volume" figure={{ figure: 'excavation', line: line.id }} />
            <Figure label="Spoil, loose" value={q.spoilLoose} quantity="volume" figure={{ figure: 'spoilLoose', line: line.id }} />
            <Figure label="Put back, placed" size="large" value={q.nativeReturned} quantity="volume" figure={{ figure: 'nativeReturned', line: line.id }} />
            <Figure label="Spoil, in bank" size="large" value={q.spoilBank} quantity="volume" figure={{ figure: 'spoilBank', line: line.id }} />
            <Figure label="Pipe takes up" size="large" value={q.pipeDisplaced} quantity="volume" figure={{ figure: 'pipeDisplaced', line: line.id }} />
          </FigureGrid>
        </Card>
        </View>
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

/** How an order follows from what is placed. */
function orderedAs(material: ItemOf<'material'> | undefined, system: System): string {
  return material ? `${print(material.waste, 'share', system)} waste, ${print(material.density, 'density', system)} placed` : '';
}

/** What of a material lies in one kind of layer. */
function Part({ name, placed, figure }: { name: string; placed: number; figure: FigureRef }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system } = useAppSelector((state) => state.settings);
  const shown = print(placed, 'volume', system);
  return (
    <Tap onPress={() => dispatch(sheetOpened({ sheet: 'working', figure }))} label={`${name}: ${shown} placed. Show the working`} style={[styles.part, { borderColor: tones.line }]}>
      <Words style={styles.flex}>{name}</Words>
      <Words>{shown}</Words>
    </Tap>
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
  column: { gap: 12 },
  columnWide: { gap: 20, flexGrow: 1, flexBasis: 420 },
  cardWide: { flexGrow: 1, flexBasis: 420 },
  title: { paddingHorizontal: 12, paddingBottom: 6 },
  block: { paddingBottom: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 12, paddingVertical: 6 },
  parts: { paddingHorizontal: 12, paddingTop: 4 },
  part: { flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-start', borderBottomWidth: 1, borderRadius: 0 },
  foot: { gap: 10, paddingBottom: 24, width: '100%' },
  incomplete: { flexDirection: 'row', gap: 12, alignItems: 'center', borderWidth: 2, borderRadius: 8, padding: 12, width: '100%' },
  flex: { flex: 1 },
});
