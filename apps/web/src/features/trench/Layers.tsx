import type { FigureRef } from '@alveus/core';
import { layerTops, sectionIdOf } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Heading, List, usePrint, Words } from '../../ui/measured';
import { Figure } from '../parts/Figure';

/** The layers at the station from the top down, with the elevation each is filled to. */
export function Layers() {
  const dispatch = useAppDispatch();
  const plan = useAppSelector((state) => selectEvaluation(state).plan);
  const place = useAppSelector(selectPlace);
  const of = place?.run.envelope;
  if (!place || !of) return null;
  const { run, station } = place;
  const section = sectionIdOf(run.run, plan);
  const tops = station.depth === undefined ? undefined : layerTops(of, station.depth);
  const rows = of.layers.flatMap((layer, index) => {
    const thickness = tops ? (tops[index] as number) - (index === 0 ? 0 : (tops[index - 1] as number)) : undefined;
    if (thickness !== undefined && thickness < 1e-6) return [];
    const native = layer.material === 'native';
    return [
      {
        index,
        layer: plan.material[layer.material]?.piece === undefined ? layer.name : 'set in one piece',
        material: native ? 'Native soil' : (plan.material[layer.material]?.name ?? 'Material was removed'),
        thickness,
        top: tops && station.bottom !== undefined ? station.bottom + (tops[index] as number) : undefined,
      },
    ];
  });
  return (
    <View>
      <Heading
        action={
          section ? (
            <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'section', section }))}>
              Section
            </Button>
          ) : null
        }
      >
        {run.section?.name ?? 'Section'}
      </Heading>
      <List label="Layers from the top down">
        {rows.reverse().map((row) => (
          <LayerRow
            key={row.index}
            {...row}
            figure={{ figure: 'layerTop', run: run.id, at: station.at, layer: row.index }}
          />
        ))}
      </List>
      <View style={styles.compare}>
        <Button icon="watch" onPress={() => dispatch(sheetOpened({ sheet: 'sections' }))}>
          Compare sections
        </Button>
        <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'section-from' }))}>
          Section change from here
        </Button>
        <Button icon="up" onPress={() => dispatch(sheetOpened({ sheet: 'float' }))}>
          Will it float?
        </Button>
        <Button icon="order" onPress={() => dispatch(sheetOpened({ sheet: 'filling' }))}>
          How to fill it
        </Button>
      </View>
    </View>
  );
}

interface LayerRowProps {
  material: string;
  layer: string;
  thickness: number | undefined;
  top: number | undefined;
  figure: FigureRef;
}

function LayerRow({ material, layer, thickness, top, figure }: LayerRowProps) {
  const tones = useTones();
  const print = usePrint();
  return (
    <View role="listitem" style={[styles.layer, { borderColor: tones.line }]}>
      <View style={styles.name}>
        <Words strong lines={1}>
          {material}
        </Words>
        <Words size="small" tone="muted">
          {`${layer}${thickness === undefined ? '' : ` · ${print(thickness, 'thickness')} thick`}`}
        </Words>
      </View>
      <Figure label="Top at" size="large" value={top} quantity="elevation" figure={figure} />
    </View>
  );
}

const styles = StyleSheet.create({
  compare: { padding: 12, gap: 10, flexDirection: 'row', flexWrap: 'wrap' },
  layer: { flexDirection: 'row', alignItems: 'stretch', borderBottomWidth: 1 },
  name: { flex: 1.4, paddingHorizontal: 12, paddingVertical: 8, justifyContent: 'center' },
});
