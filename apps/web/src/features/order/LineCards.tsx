import type { FigureRef, LineResult } from '@alveus/core';
import type { Sum } from '@alveus/core/takeoff';
import { layersOf, looseFactor } from '@alveus/core/takeoff';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Card, FigureGrid, Tap, Unseen, usePrint, Words } from '../../ui/measured';
import { Figure } from '../parts/Figure';

/** The amounts of a line, each figure opening to its working. */

interface CardProps {
  line: LineResult;
  /** What of the take-off is the line's. */
  sums: readonly Sum[];
}

export function MaterialsCard({ line, sums }: CardProps) {
  const bought = sums.filter(({ what }) => what.of === 'material');
  return (
    <Card title="Stone, sand and soil to buy">
      {bought.length === 0 ? (
        <Words style={styles.text}>The sections of this line take none.</Words>
      ) : (
        bought.map((sum) => <Bought key={sum.key} line={line} sum={sum} />)
      )}
    </Card>
  );
}

function Bought({ line, sum }: { line: LineResult; sum: Sum }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const id = sum.what.of === 'material' ? sum.what.material : '';
  const material = useAppSelector((state) => selectCommitted(state).plan.material[id]);
  const about = { line: line.id, material: id };
  return (
    <View style={styles.block}>
      <What
        title={sum.name}
        about={material ? `${print(material.waste, 'share')} waste, ${print(material.density, 'density')} placed` : ''}
        onEdit={() => dispatch(sheetOpened({ sheet: 'material', material: id }))}
      />
      <FigureGrid columns={2}>
        <Figure
          label="To order, loose"
          value={sum.ordered * looseFactor(sum)}
          quantity="volume"
          figure={{ figure: 'loose', ...about }}
        />
        <Figure label="Weight" value={sum.mass} quantity="mass" figure={{ figure: 'mass', ...about }} />
        <Figure
          label="Placed"
          size="large"
          value={sum.amount}
          quantity="volume"
          figure={{ figure: 'placed', ...about }}
        />
        <Figure
          label="Placed, with waste"
          size="large"
          value={sum.ordered}
          quantity="volume"
          figure={{ figure: 'ordered', ...about }}
        />
      </FigureGrid>
      <View style={styles.parts}>
        {layersOf(sum).map(([layer, placed]) => (
          <Part
            key={layer}
            name={layer}
            placed={placed}
            ordered={placed * (1 + (material?.waste ?? 0)) * (material?.density ?? 0)}
            figure={{ figure: 'layerPlaced', layer, ...about }}
          />
        ))}
      </View>
    </View>
  );
}

/** What of a material lies in one kind of layer. @param ordered with its waste, kg */
function Part({ name, placed, ordered, figure }: { name: string; placed: number; ordered: number; figure: FigureRef }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const print = usePrint();
  return (
    <Tap
      onPress={() => dispatch(sheetOpened({ sheet: 'working', figure }))}
      style={[styles.part, { borderColor: tones.line }]}
    >
      <Words style={styles.flex}>{name}</Words>
      <Words>{`${print(placed, 'volume')} placed · `}</Words>
      <Words strong>{print(ordered, 'mass')}</Words>
      <Unseen>. Show the working</Unseen>
    </Tap>
  );
}

export function PipeCard({ line, sums }: CardProps) {
  const pipes = useAppSelector((state) => selectCommitted(state).plan.pipe);
  const laid = sums.flatMap((sum) => (sum.what.of === 'pipe' ? [{ sum, id: sum.what.pipe }] : []));
  return laid.length === 0 ? null : (
    <Card title="Pipe">
      {laid.map(({ sum, id }) => (
        <View key={id} style={styles.block}>
          <What title={sum.name} about={pipes[id]?.standard ?? ''} />
          <FigureGrid columns={2}>
            <Sticks line={line} sum={sum} pipe={id} />
            <Figure
              label="Length to lay"
              value={sum.amount}
              quantity="distance"
              figure={{ figure: 'pipeLength', line: line.id, pipe: id }}
            />
          </FigureGrid>
        </View>
      ))}
    </Card>
  );
}

/** Where sticks are counted for the job, what is cut for the line comes of sticks that others are cut from too. */
function Sticks({ line, sum: { count, cutList }, pipe }: { line: LineResult; sum: Sum; pipe: string }) {
  const print = usePrint();
  const stick = useAppSelector((state) => selectCommitted(state).plan.pipe[pipe]?.stick ?? 0);
  if (!cutList) return null;
  const laid = cutList.whole.reduce((all, { sticks }) => all + sticks, 0);
  const cut = cutList.cuts.reduce((all, { pieces }) => all + pieces.length, 0);
  const of = print(stick, 'distance');
  return (
    <Figure
      label={count ? `Sticks of ${of}` : `Whole sticks of ${of}${cut > 0 ? `, and ${cut} cut to length` : ''}`}
      value={count?.number ?? laid}
      quantity="count"
      figure={{ figure: 'sticks', line: line.id, pipe }}
    />
  );
}

const DIGGING = [
  { figure: 'excavation', label: 'Excavation', size: 'figure' },
  { figure: 'spoilLoose', label: 'Spoil, loose', size: 'figure' },
  { figure: 'nativeReturned', label: 'Backfill, placed', size: 'large' },
  { figure: 'spoilBank', label: 'Spoil, in the ground', size: 'large' },
  { figure: 'pipeDisplaced', label: 'Taken up by pipe', size: 'large' },
] as const;

export function DiggingCard({ line }: Pick<CardProps, 'line'>) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const native = useAppSelector((state) => selectCommitted(state).native);
  return (
    <Card title="Digging and spoil">
      <What
        title={native.name}
        about={`swells ${print(native.swell, 'share')}, shrinks ${print(native.shrink, 'share')}`}
        onEdit={() => dispatch(sheetOpened({ sheet: 'native' }))}
      />
      <FigureGrid columns={2}>
        {DIGGING.map(({ figure, label, size }) => (
          <Figure
            key={figure}
            label={label}
            size={size}
            value={line.soil[figure]}
            quantity="volume"
            figure={{ figure, line: line.id }}
          />
        ))}
      </FigureGrid>
      {line.soil.inHoles > 0 ? (
        <View style={styles.text}>
          <Words size="small" tone="muted">
            {`Of that, ${print(line.soil.inHoles, 'volume')} in holes of structures, which take up ${print(line.soil.structures, 'volume')} themselves.`}
          </Words>
        </View>
      ) : null}
    </Card>
  );
}

function What({ title, about, onEdit }: { title: string; about: string; onEdit?: () => void }) {
  return (
    <View style={styles.what}>
      <View style={styles.flex}>
        <Words strong>{title}</Words>
        <Words size="small" tone="muted">
          {about}
        </Words>
      </View>
      {onEdit ? (
        <Button icon="edit" onPress={onEdit} label={`Change ${title}`}>
          Change
        </Button>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  text: { paddingHorizontal: 12, paddingBottom: 12 },
  block: { paddingBottom: 8 },
  what: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 12, paddingVertical: 6 },
  parts: { paddingHorizontal: 12, paddingTop: 4 },
  part: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    borderBottomWidth: 1,
    borderRadius: 0,
  },
  flex: { flex: 1 },
});
