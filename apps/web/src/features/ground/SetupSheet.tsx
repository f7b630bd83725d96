import { Setup } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { DoneFoot, NameField, PlanMeasure, Sheet } from '../../ui/measured';

/** Where the level stood, and how far it looked. */
export function SetupSheet({ setup: id, onClose }: { setup: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const setup = useAppSelector((state) => state.job.plan.setup[id]);
  const used = useAppSelector((state) => Object.values(state.job.plan.shot).some((shot) => shot.setup === id));
  if (!setup) return null;
  const remove = (): void => {
    edit([{ op: 'remove', kind: 'setup', id }]);
    onClose();
  };
  return (
    <Sheet
      title={setup.name}
      onClose={onClose}
      foot={<DoneFoot onDone={onClose} onRemove={used ? undefined : remove} />}
    >
      <NameField
        key={setup.name}
        value={setup.name}
        onChange={(name) => edit([{ op: 'put', item: { ...setup, name } }])}
      />
      <PlanMeasure
        label="Total sight distance"
        quantity="distance"
        value={setup.sights}
        optional
        limit={Setup.shape.sights}
        onChange={(sights) => {
          const { sights: _before, ...rest } = setup;
          edit([{ op: 'put', item: sights === undefined ? rest : { ...rest, sights } }]);
        }}
        hint="Paced is close enough; it sets the allowed miss of a loop"
      />
    </Sheet>
  );
}
