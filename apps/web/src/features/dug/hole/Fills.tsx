import type { LayerMaterial } from '@alveus/plan';
import { FillLayer, ThickLayer } from '@alveus/plan';
import { Button } from '../../../ui/measured';
import { replaced, without } from '../../trench/lists';
import { LayerBox } from '../../trench/LayerBox';
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
          <LayerBox
            key={`around ${index}`}
            title={`Round it ${index + 1}`}
            material={layer.material}
            onMaterial={(material: LayerMaterial, more) =>
              put({ ...hole, around: replaced(hole.around, index, { ...layer, material }) }, more)
            }
            onRemove={() => put({ ...hole, around: without(hole.around, index) })}
          >
            <HoleMeasure
              put={put}
              label="Up to, over its underside"
              quantity="depth"
              value={layer.over}
              limit={FillLayer.shape.over}
              make={(over) =>
                over === undefined ? undefined : { ...hole, around: replaced(hole.around, index, { ...layer, over }) }
              }
            />
          </LayerBox>
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
        Fill round it
      </Button>
      {hole.below
        .map((layer, index) => (
          <LayerBox
            key={`below ${index}`}
            title={`Under it ${index + 1}`}
            material={layer.material}
            onMaterial={(material: LayerMaterial, more) =>
              put({ ...hole, below: replaced(hole.below, index, { ...layer, material }) }, more)
            }
            onRemove={() => put({ ...hole, below: without(hole.below, index) })}
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
          </LayerBox>
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
