import type { Access, Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, Sheet, Words } from '../../ui/measured';

type Reached = Access | 'free';

/** How a run can be reached, where that decides in which order is dug. */
export function AccessSheet({ run: id, onClose }: { run: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const run = useAppSelector((state) => state.job.plan.run[id]);
  if (!run) return null;
  const put = (reached: Reached): void => {
    const { access: _access, ...rest } = run;
    edit([{ op: 'put', item: reached === 'free' ? rest : { ...rest, access: reached } }]);
  };
  return (
    <Sheet title={`Access to ${run.name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <Choice<Reached>
        label="Once it is dug"
        options={[
          { value: 'free', label: 'Equipment can pass' },
          { value: 'none', label: 'No room beside it' },
          { value: 'crossed', label: 'It closes the way in' },
        ]}
        value={run.access ?? 'free'}
        onChange={put}
      />
      <Words tone="muted">
        Dug from each outlet up, so that finished pipe carries the water away. With no room beside a trench, its stone
        goes in as it is dug; a run that closes the way in is dug last. The crew decides on the day.
      </Words>
    </Sheet>
  );
}
