import { classOf } from '@alveus/plan';
import type { FigureRef, LineResult } from '@alveus/core';
import type { StyleProp, ViewStyle } from 'react-native';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Card, FigureGrid, Tap, Unseen, usePrint, Words } from '../../ui/measured';
import { Figure } from '../parts/Figure';

/** The amounts of a line, each figure opening to its working. */

interface CardProps {
  line: LineResult;
  style?: StyleProp<ViewStyle>;
}

export function MaterialsCard({ line, style }: CardProps) {
  const { layers, bought } = line.quantities;
  return (
    <Card title="Stone, sand and soil to buy" style={style}>
      {layers.length === 0 ? (
        <Words style={styles.text}>The sections of this line use native soil only.</Words>
      ) : (
        bought.map((amount) => <Bought key={amount.material} line={line} amount={amount} />)
      )}
    </Card>
  );
}

function Bought({ line, amount }: { line: LineResult; amount: LineResult['quantities']['bought'][number] }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const material = useAppSelector((state) => selectEvaluation(state).plan.material[amount.material]);
  const about = { line: line.id, material: amount.material };
  // Sod is bought by what it covers.
  const sod = material && classOf(material.class).byArea && amount.area > 0;
  return (
    <View style={styles.block}>
      <What
        title={material?.name ?? 'Material was removed'}
        about={material ? `${print(material.waste, 'share')} waste, ${print(material.density, 'density')} placed` : ''}
        onEdit={() => dispatch(sheetOpened({ sheet: 'material', material: amount.material }))}
      />
      <FigureGrid columns={2}>
        {sod ? (
          <Figure label="To order" value={amount.area} quantity="area" figure={{ figure: 'area', ...about }} />
        ) : (
          <Figure
            label="To order, loose"
            value={amount.loose}
            quantity="volume"
            figure={{ figure: 'loose', ...about }}
          />
        )}
        <Figure label="Weight" value={amount.mass} quantity="mass" figure={{ figure: 'mass', ...about }} />
        <Figure
          label="Placed"
          size="large"
          value={amount.placed}
          quantity="volume"
          figure={{ figure: 'placed', ...about }}
        />
        <Figure
          label="Placed, with waste"
          size="large"
          value={amount.ordered}
          quantity="volume"
          figure={{ figure: 'ordered', ...about }}
        />
      </FigureGrid>
      <View style={styles.parts}>
        {line.quantities.layers.map((layer, index) =>
          layer.material === amount.material ? (
            <Part
              key={layer.name}
              name={layer.name}
              placed={layer.placed}
              ordered={layer.placed * (1 + (material?.waste ?? 0)) * (material?.density ?? 0)}
              figure={{ figure: 'layerPlaced', line: line.id, layer: index }}
            />
          ) : null,
        )}
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

export function PipeCard({ line }: CardProps) {
  const print = usePrint();
  const pipes = useAppSelector((state) => selectEvaluation(state).plan.pipe);
  return (
    <Card title="Pipe">
      {line.quantities.pipe.map(({ pipe, length, sticks }) => (
        <View key={pipe} style={styles.block}>
          <What title={pipes[pipe]?.name ?? 'Pipe was removed'} about={pipes[pipe]?.standard ?? ''} />
          <FigureGrid columns={2}>
            <Figure
              label={`Sticks of ${print(pipes[pipe]?.stick ?? 0, 'distance')}`}
              value={sticks}
              quantity="count"
              figure={{ figure: 'sticks', line: line.id, pipe }}
            />
            <Figure
              label="Along the slope"
              value={length}
              quantity="distance"
              figure={{ figure: 'pipeLength', line: line.id, pipe }}
            />
          </FigureGrid>
        </View>
      ))}
    </Card>
  );
}

const DIGGING = [
  { figure: 'excavation', label: 'Excavation', size: 'figure' },
  { figure: 'spoilLoose', label: 'Spoil, loose', size: 'figure' },
  { figure: 'nativeReturned', label: 'Backfill, placed', size: 'large' },
  { figure: 'spoilBank', label: 'Spoil, in the ground', size: 'large' },
  { figure: 'pipeDisplaced', label: 'Taken up by pipe', size: 'large' },
] as const;

export function DiggingCard({ line }: CardProps) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const native = useAppSelector((state) => selectEvaluation(state).native);
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
            value={line.quantities[figure]}
            quantity="volume"
            figure={{ figure, line: line.id }}
          />
        ))}
      </FigureGrid>
      {line.quantities.inHoles > 0 ? (
        <View style={styles.text}>
          <Words size="small" tone="muted">
            {`Of that, ${print(line.quantities.inHoles, 'volume')} in holes of structures, which take up ${print(line.quantities.structures, 'volume')} themselves.`}
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
