import { ALLOWED, DEFAULT_LEVELLING } from '@alveus/core';
import { Levelling, ONLY } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, PlanMeasure, Sheet, usePrint } from '../../ui/measured';

const [BY_DISTANCE, BY_SETUPS] = Levelling.shape.allowed.options;

/** What a loop may miss by, and whether that is spread over its setups. */
export function LevellingSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const levelling = useAppSelector((state) => state.job.plan.levelling[ONLY]) ?? DEFAULT_LEVELLING;
  const { allowed } = levelling;
  const print = usePrint();
  const put = (next: typeof levelling): void => edit([{ op: 'put', item: next }]);
  return (
    <Sheet title="What a loop may miss by" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <Choice
        label="Judged by"
        options={[
          { value: 'distance', label: '√ kilometres of sights' },
          { value: 'setups', label: '√ setups' },
        ]}
        value={allowed.by}
        onChange={(by) => put({ ...levelling, allowed: { by, metres: ALLOWED[by] } })}
      />
      <PlanMeasure
        key={allowed.by}
        label={allowed.by === 'distance' ? 'Allowed over 1 km (times √km)' : 'Allowed for one setup (times √setups)'}
        quantity="fine"
        value={allowed.metres}
        limit={(allowed.by === 'distance' ? BY_DISTANCE : BY_SETUPS).shape.metres}
        onChange={(metres) => metres !== undefined && put({ ...levelling, allowed: { ...allowed, metres } })}
        hint={`${print(ALLOWED[allowed.by], 'fine')} is usual for this work`}
      />
      <Choice
        label="What is left"
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
