import { DEFAULT_NATIVE } from '@alveus/core';
import { Material, Native, ONLY } from '@alveus/plan';
import type { ItemOf, Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { DoneFoot, NameField, PlanMeasure, Sheet, Words } from '../../ui/measured';

/** What a bought material weighs, wastes and swells. */
export function MaterialSheet({ material: id, onClose }: { material: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const material = useAppSelector((state) => state.job.plan.material[id]);
  const put = (item: ItemOf<'material'>): void => edit([{ op: 'put', item }]);
  return (
    <Sheet title={material?.name ?? 'Material'} onClose={onClose} foot={<Done onClose={onClose} />}>
      {material ? (
        <>
          <NameField key={material.name} value={material.name} onChange={(name) => put({ ...material, name })} />
          <PlanMeasure
            label="Density, placed"
            quantity="density"
            value={material.density}
            onChange={(density) => density !== undefined && put({ ...material, density })}
            limit={Material.shape.density}
            hint="Crushed stone is about 1.4 to 1.5 ton/cu yd"
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
            label="Loose volume for each placed"
            quantity="plain"
            value={material.loose}
            onChange={(loose) => loose !== undefined && put({ ...material, loose })}
            limit={Material.shape.loose}
            hint="Crushed stone is about 1.1"
          />
        </>
      ) : (
        <Words>This material has been removed.</Words>
      )}
    </Sheet>
  );
}

/** The soil that comes out of the trench. */
export function NativeSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const native = useAppSelector((state) => state.job.plan.native[ONLY]) ?? DEFAULT_NATIVE;
  const put = (item: ItemOf<'native'>): void => edit([{ op: 'put', item }]);
  return (
    <Sheet title="Native soil" onClose={onClose} foot={<Done onClose={onClose} />}>
      <NameField key={native.name} value={native.name} onChange={(name) => put({ ...native, name })} />
      <PlanMeasure
        label="Swell when dug (%)"
        quantity="share"
        value={native.swell}
        onChange={(swell) => swell !== undefined && put({ ...native, swell })}
        limit={Native.shape.swell}
        hint="Loose in the truck over what it was in the ground; 25 % is common"
      />
      <PlanMeasure
        label="Shrink when compacted (%)"
        quantity="share"
        value={native.shrink}
        onChange={(shrink) => shrink !== undefined && put({ ...native, shrink })}
        limit={Native.shape.shrink}
        hint="Placed against what it was in the ground; 10 % is common"
      />
    </Sheet>
  );
}

function Done({ onClose }: { onClose: () => void }) {
  return <DoneFoot onDone={onClose} />;
}
