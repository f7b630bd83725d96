import { ALLOWED, DEFAULT_LEVELLING, MILE } from '@alveus/core';
import { Levelling, ONLY } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, PlanMeasure, Sheet, usePrint, useUnits } from '../../ui/measured';

const [BY_DISTANCE, BY_SETUPS] = Levelling.shape.allowed.options;

/** What a loop may miss by, and whether that is spread over its setups. */
export function LevellingSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const levelling = useAppSelector((state) => state.job.plan.levelling[ONLY]) ?? DEFAULT_LEVELLING;
  const { allowed } = levelling;
  const print = usePrint();
  const metric = useUnits().system === 'metric';
  // Kept for a kilometer; shown for the mile where lengths are in feet.
  const over = allowed.by === 'distance' && !metric ? Math.sqrt(MILE / 1000) : 1;
  const put = (next: typeof levelling): void => edit([{ op: 'put', item: next }]);
  return (
    <Sheet title="Allowed miss of a loop" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <Choice
        label="Based on"
        options={[
          { value: 'distance', label: metric ? 'Square root of sight kilometers' : 'Square root of sight miles' },
          { value: 'setups', label: 'Square root of setups' },
        ]}
        value={allowed.by}
        onChange={(by) => put({ ...levelling, allowed: { by, metres: ALLOWED[by] } })}
      />
      <PlanMeasure
        key={allowed.by}
        label={
          allowed.by === 'setups'
            ? 'Allowed for one setup'
            : metric
              ? 'Allowed over one kilometer'
              : 'Allowed over one mile'
        }
        quantity="elevation"
        value={allowed.metres * over}
        limit={(allowed.by === 'distance' ? BY_DISTANCE : BY_SETUPS).shape.metres}
        onChange={(metres) =>
          metres !== undefined && put({ ...levelling, allowed: { ...allowed, metres: metres / over } })
        }
        hint={`${print(ALLOWED[allowed.by] * over, 'elevation')} is usual; more ${allowed.by === 'setups' ? 'setups' : 'distance'} allows more, by its square root`}
      />
      <Choice
        label="Remaining miss"
        options={[
          { value: 'spread', label: 'Spread evenly' },
          { value: 'leave', label: 'Leave as read' },
        ]}
        value={levelling.adjust ? 'spread' : 'leave'}
        onChange={(value) => put({ ...levelling, adjust: value === 'spread' })}
      />
    </Sheet>
  );
}
