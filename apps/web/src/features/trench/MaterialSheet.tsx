import { TON, YARD3 } from '@alveus/core';
import { CLASSES, classOf, Material } from '@alveus/plan';
import type { ItemOf, Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, NameField, PlanMeasure, Sheet, usePrint, Words } from '../../ui/measured';

const PIECE = Material.shape.piece.unwrap().shape;

/** What a bought material weighs, wastes and swells. */
export function MaterialSheet({ material: id, onClose }: { material: Uuid; onClose: () => void }) {
  const print = usePrint();
  const { edit } = useActions();
  const material = useAppSelector((state) => state.job.plan.material[id]);
  const put = (item: ItemOf<'material'>): void => edit([{ op: 'put', item }]);
  return (
    <Sheet title={material?.name ?? 'Material'} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {material ? (
        <>
          <NameField key={material.name} value={material.name} onChange={(name) => put({ ...material, name })} />
          <Choice
            label="What it is"
            options={CLASSES.map((value) => ({ value, label: classOf(value).word }))}
            value={material.class}
            onChange={(of) => put({ ...material, class: of })}
          />
          <PlanMeasure
            label="Density, placed"
            quantity="density"
            value={material.density}
            onChange={(density) => density !== undefined && put({ ...material, density })}
            limit={Material.shape.density}
            hint={`Crushed stone is about ${print(1.45 * (TON / YARD3), 'density')}`}
          />
          <PlanMeasure
            label="Waste (%)"
            quantity="share"
            value={material.waste}
            onChange={(waste) => waste !== undefined && put({ ...material, waste })}
            limit={Material.shape.waste}
            hint="5 % is common"
          />
          <PlanMeasure
            label="Loose volume per placed volume"
            quantity="plain"
            value={material.loose}
            onChange={(loose) => loose !== undefined && put({ ...material, loose })}
            limit={Material.shape.loose}
            hint="Crushed stone is about 1.1"
          />
          <PlanMeasure
            label="Comes in pieces covering"
            quantity="distance"
            value={material.piece?.long}
            onChange={(long) =>
              put({
                ...material,
                piece: long === undefined ? undefined : { long, coupled: material.piece?.coupled ?? false },
              })
            }
            limit={PIECE.long}
            optional
            hint="Chambers, bundles and modules; empty for anything poured or spread"
          />
          {material.piece ? (
            <Choice
              label="One piece to the next"
              options={[
                { value: 'lock', label: 'lock together' },
                { value: 'coupled', label: 'are joined by couplings' },
              ]}
              value={material.piece.coupled ? 'coupled' : 'lock'}
              onChange={(how) =>
                material.piece && put({ ...material, piece: { ...material.piece, coupled: how === 'coupled' } })
              }
            />
          ) : null}
        </>
      ) : (
        <Words>This material has been removed.</Words>
      )}
    </Sheet>
  );
}
