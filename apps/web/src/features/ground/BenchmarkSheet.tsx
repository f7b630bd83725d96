import { Benchmark, cutText, Elevation } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Choice, KeepFoot, Sheet } from '../../ui';
import { FormMeasure, FormText, useSheetForm } from '../../ui/form';
import { numberedFrom } from '../../sync/frame/numbered';

/** A point that does not move, and its elevation. */
export function BenchmarkSheet({ benchmark: id, onClose }: { benchmark: Uuid | undefined; onClose: () => void }) {
  const { edit } = useActions();
  const benchmark = useAppSelector((state) => (id === undefined ? undefined : state.job.plan.benchmark[id]));
  const free = useAppSelector((state) => numberedFrom(1, 'Benchmark', Object.values(state.job.plan.benchmark)));
  const form = useSheetForm<Benchmark>(
    Benchmark,
    benchmark ?? { kind: 'benchmark', id: newId(), name: free, assumed: true, description: '' },
  );
  const { control, values, set } = form;
  const save = (): void =>
    form.keep((item) => {
      edit([{ op: 'put', item: { ...item, description: cutText(item.description, 200) } }]);
      onClose();
    });
  const remove = (): void => {
    if (benchmark) edit([{ op: 'remove', kind: 'benchmark', id: benchmark.id }]);
    onClose();
  };
  return (
    <Sheet
      title={benchmark ? benchmark.name : 'New benchmark'}
      onClose={onClose}
      foot={<KeepFoot ready={form.ready} onKeep={save} onRemove={benchmark && remove} />}
    >
      <FormText control={control} name="name" label="Name" onSubmit={save} />
      <FormMeasure
        control={control}
        name="elevation"
        label="Elevation"
        quantity="elevation"
        limit={Elevation}
        onSubmit={save}
        focus
        hint="As given, or 100.00 if nobody gave one"
      />
      <Choice
        label="Where the elevation comes from"
        options={[
          { value: 'assumed', label: 'Assumed for this job' },
          { value: 'given', label: 'Given' },
        ]}
        value={values.assumed ? 'assumed' : 'given'}
        onChange={(value) => set('assumed', value === 'assumed')}
      />
      <FormText
        control={control}
        name="description"
        label="Where it is"
        hint="North corner of the barn step, chiselled cross"
      />
    </Sheet>
  );
}
