import type { Edit, LayerMaterial } from '@alveus/plan';
import { FillLayer, ThickLayer } from '@alveus/plan';
import type { ReactNode } from 'react';
import { Button } from '../../../ui/measured';
import { replaced, without } from '../lists';
import { LayerBox } from '../lazyLayers';
import type { HoleItem, Put } from './HoleMeasure';
import { HoleMeasure } from './HoleMeasure';
import { useFresh } from './useFresh';

/** Under it, and round it from there up. */
export function Fills({ hole, put }: { hole: HoleItem; put: Put }) {
  const stone = useFresh('stone');
  const last = hole.around[hole.around.length - 1];
  return (
    <>
      {hole.around
        .map((layer, index) => (
          <Fill
            key={`around ${index}`}
            title={`Around it ${index + 1}`}
            layers={hole.around}
            index={index}
            onChange={(around, more) => put({ ...hole, around }, more)}
          >
            <HoleMeasure
              put={put}
              label="Up to, above its underside"
              quantity="depth"
              value={layer.over}
              limit={FillLayer.shape.over}
              make={(over) =>
                over === undefined ? undefined : { ...hole, around: replaced(hole.around, index, { ...layer, over }) }
              }
            />
          </Fill>
        ))
        .reverse()}
      <Button
        icon="plus"
        onPress={() => {
          const { material, more } = stone();
          const over = (last?.over ?? 0) + 0.3;
          put({ ...hole, around: [...hole.around, { material, over }] }, more);
        }}
      >
        Fill around it
      </Button>
      {hole.below
        .map((layer, index) => (
          <Fill
            key={`below ${index}`}
            title={`Under it ${index + 1}`}
            layers={hole.below}
            index={index}
            onChange={(below, more) => put({ ...hole, below }, more)}
          >
            <HoleMeasure
              put={put}
              label="Thickness"
              quantity="thickness"
              value={layer.thickness}
              limit={ThickLayer.shape.thickness}
              make={(thickness) =>
                thickness === undefined
                  ? undefined
                  : { ...hole, below: replaced(hole.below, index, { ...layer, thickness }) }
              }
            />
          </Fill>
        ))
        .reverse()}
      <Button
        icon="plus"
        onPress={() => {
          const { material, more } = stone();
          put({ ...hole, below: [{ material, thickness: 0.1 }, ...hole.below] }, more);
        }}
      >
        Layer under it
      </Button>
    </>
  );
}

interface FillProps<Layer> {
  title: string;
  layers: readonly Layer[];
  index: number;
  onChange: (layers: Layer[], more?: readonly Edit[]) => void;
  /** How thick it is told. */
  children: ReactNode;
}

/** One of the layers there: of another material, or taken out. */
function Fill<Layer extends { material: LayerMaterial }>({
  title,
  layers,
  index,
  onChange,
  children,
}: FillProps<Layer>) {
  const layer = layers[index];
  if (!layer) return null;
  return (
    <LayerBox
      title={title}
      material={layer.material}
      onMaterial={(material, more) => onChange(replaced(layers, index, { ...layer, material }), more)}
      onRemove={() => onChange(without(layers, index))}
    >
      {children}
    </LayerBox>
  );
}
