import { nextOrder } from '@alveus/core';
import { checkOf, near } from '@alveus/core/setout';
import type { Shot, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { KeepFoot, Sheet, Words } from '../../ui/measured';
import { CheckFields } from './CheckFields';
import { shotOf } from './shots';
import { diggingOf, standing } from './useDig';

/** The benchmark that a setup looked back to. */
function behindOf(shots: readonly Shot[]): Uuid | undefined {
  for (const { sight, target } of shots) if (sight === 'back' && target.on === 'benchmark') return target.benchmark;
  return undefined;
}

/** A point that is known, shot again from where the level stands. */
export function CheckSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const evaluation = useAppSelector(selectCommitted);
  const { plan } = evaluation;
  const { rod, trust } = diggingOf(evaluation);
  const benchmarks = Object.values(plan.benchmark);
  const [value, setValue] = useState<{ benchmark: Uuid; reading: number | undefined }>({
    benchmark: benchmarks[0]?.id ?? '',
    reading: undefined,
  });
  const setup = standing(evaluation);
  const elevation = plan.benchmark[value.benchmark]?.elevation;
  if (setup?.height === undefined) {
    return (
      <Sheet title="Check shot" onClose={onClose}>
        <Words>Set up the level first.</Words>
      </Sheet>
    );
  }
  const found =
    value.reading === undefined || elevation === undefined
      ? undefined
      : checkOf(setup.height, value.reading, elevation);
  const keep = (): void => {
    if (value.reading === undefined) return;
    const target = { on: 'benchmark' as const, benchmark: value.benchmark };
    edit([shotOf(setup.setup.id, nextOrder(plan), 'fore', target, value.reading)]);
    onClose();
  };
  return (
    <Sheet
      title={`Check shot from ${setup.setup.name}`}
      onClose={onClose}
      onEnter={found ? keep : undefined}
      foot={<KeepFoot ready={found !== undefined} onKeep={keep} />}
    >
      <CheckFields
        behind={behindOf(setup.shots)}
        benchmarks={benchmarks}
        rod={rod}
        value={value}
        onChange={setValue}
        from="now"
        found={found && { ...found, trusted: near(found, trust) }}
        within={trust}
      />
    </Sheet>
  );
}
