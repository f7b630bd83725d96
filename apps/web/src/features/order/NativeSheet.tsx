import { DEFAULT_NATIVE } from '@alveus/core';
import { Native, ONLY } from '@alveus/plan';
import type { ItemOf } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { DoneFoot, NameField, PlanMeasure, Sheet } from '../../ui/measured';

/** The soil that comes out of the trench. */
export function NativeSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const native = useAppSelector((state) => state.job.plan.native[ONLY]) ?? DEFAULT_NATIVE;
  const put = (item: ItemOf<'native'>): void => edit([{ op: 'put', item }]);
  return (
    <Sheet title="Native soil" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <NameField key={native.name} value={native.name} onChange={(name) => put({ ...native, name })} />
      <PlanMeasure
        label="Swell when dug (%)"
        quantity="share"
        value={native.swell}
        onChange={(swell) => swell !== undefined && put({ ...native, swell })}
        limit={Native.shape.swell}
        hint="Loose in the truck against in the ground; 25 % is common"
      />
      <PlanMeasure
        label="Shrink when compacted (%)"
        quantity="share"
        value={native.shrink}
        onChange={(shrink) => shrink !== undefined && put({ ...native, shrink })}
        limit={Native.shape.shrink}
        hint="Placed against in the ground; 10 % is common"
      />
    </Sheet>
  );
}
