import { drawnLength, runLength } from '@alveus/core';
import { Length } from '@alveus/plan';
import type { ItemOf } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { Choice, PlanMeasure, usePrint, Words } from '../../ui/measured';

/** Typed, or taken from where the nodes lie on the sketch. */
export function LengthField({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const print = usePrint();
  const length = runLength(plan, run);
  const drawn = drawnLength(plan, run);
  const put = (next: ItemOf<'run'>['length']): void => edit([{ op: 'put', item: { ...run, length: next } }]);
  return (
    <>
      {drawn === undefined && run.length.from === 'typed' ? null : (
        <Choice
          label="Length"
          options={[
            { value: 'typed', label: 'Typed' },
            { value: 'plan', label: 'From the sketch' },
          ]}
          value={run.length.from}
          onChange={(from) => put(from === 'plan' ? { from } : { from, value: length ?? drawn ?? 1 })}
        />
      )}
      {run.length.from === 'typed' ? (
        <PlanMeasure
          label="Horizontal length"
          quantity="distance"
          value={run.length.value}
          onChange={(value) => value !== undefined && put({ from: 'typed', value })}
          limit={Length}
        />
      ) : (
        <Words>
          {length === undefined
            ? 'Not known: its two ends are not both on the sketch.'
            : `${print(length, 'distance')} on the sketch`}
        </Words>
      )}
    </>
  );
}
