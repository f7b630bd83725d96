import type { Evaluation } from '@alveus/core';
import { nextOrder, nextTurning } from '@alveus/core';
import { checkOf, near } from '@alveus/core/setout';
import type { Edit, Target, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { KeepFoot, Picker, Sheet, usePrint, Words } from '../../ui/measured';
import { CheckFields } from './CheckFields';
import { ReadingField } from './ReadingField';
import { shotOf } from './shots';
import { diggingOf, standing } from './useDig';
import { setUpNow } from './world';

const TURNING = 'turning';

/** What is typed of the setup, how high the level stands by it, and whether the check comes out. */
function useSetUp(evaluation: Evaluation, onClose: () => void) {
  const { edit } = useActions();
  const { plan } = evaluation;
  const before = standing(evaluation);
  const benchmarks = Object.values(plan.benchmark);
  const [back, setBack] = useState<string>(before?.height === undefined ? (benchmarks[0]?.id ?? '') : TURNING);
  const [fore, setFore] = useState<number>();
  const [reading, setReading] = useState<number>();
  const [check, setCheck] = useState<{ benchmark: Uuid; reading: number | undefined }>({
    benchmark: benchmarks.find(({ id }) => id !== back)?.id ?? benchmarks[0]?.id ?? '',
    reading: undefined,
  });
  const turning = back === TURNING;
  const known = turning
    ? before?.height === undefined || fore === undefined
      ? undefined
      : before.height - fore
    : plan.benchmark[back]?.elevation;
  const height = known === undefined || reading === undefined ? undefined : known + reading;
  const checked = plan.benchmark[check.benchmark];
  const found =
    height === undefined || check.reading === undefined || !checked
      ? undefined
      : checkOf(height, check.reading, checked.elevation);
  const keep = (): void => {
    if (height === undefined || reading === undefined) return;
    edit(
      setUpEdits(evaluation, {
        ...(turning && before && fore !== undefined ? { from: before.setup.id, fore } : { benchmark: back }),
        reading,
        ...(check.reading === undefined ? {} : { check: { benchmark: check.benchmark, reading: check.reading } }),
      }),
    );
    setUpNow();
    onClose();
  };
  return {
    before,
    benchmarks,
    turning,
    height,
    found,
    back,
    setBack,
    fore,
    setFore,
    reading,
    setReading,
    check,
    setCheck,
    keep,
  };
}

/** The level is set up, or moved: what it looks back to, and what it is checked on before it is trusted. */
export function SetUpSheet({ onClose }: { onClose: () => void }) {
  const print = usePrint();
  const evaluation = useAppSelector(selectCommitted);
  const digging = diggingOf(evaluation);
  const setUp = useSetUp(evaluation, onClose);
  const { before, benchmarks, turning, height, found, back, fore, reading, check, keep } = setUp;
  return (
    <Sheet
      title={before?.height === undefined ? 'Set up the level' : 'Move the level'}
      onClose={onClose}
      onEnter={height === undefined ? undefined : keep}
      foot={<KeepFoot ready={height !== undefined} onKeep={keep} />}
    >
      <Picker
        label="Backsight to"
        options={[
          ...(before?.height === undefined
            ? []
            : [
                { value: TURNING, label: 'A turning point', note: `shot from ${before.setup.name} before it is moved` },
              ]),
          ...benchmarks.map(({ id, name, elevation }) => ({
            value: id,
            label: name,
            note: print(elevation, 'elevation'),
          })),
        ]}
        value={back}
        onChange={setUp.setBack}
      />
      {turning ? (
        <ReadingField
          label={`Rod on it, from ${before?.setup.name ?? ''}`}
          value={fore}
          onChange={setUp.setFore}
          rod={digging.rod}
          held={{ on: 'turning', from: 'now' }}
          focus
        />
      ) : null}
      <ReadingField
        label="Rod on it, from here"
        value={reading}
        onChange={setUp.setReading}
        rod={digging.rod}
        held={turning ? { on: 'turning', from: 'new' } : { on: 'benchmark', benchmark: back, from: 'new' }}
        focus={!turning}
      />
      {height === undefined ? null : (
        <View role="status">
          <Words size="large" strong>{`Instrument at ${print(height, 'elevation')}`}</Words>
        </View>
      )}
      <CheckFields
        benchmarks={benchmarks}
        rod={digging.rod}
        value={check}
        onChange={setUp.setCheck}
        from="new"
        behind={turning ? undefined : back}
        found={found && { ...found, trusted: near(found, digging.trust) }}
        within={digging.trust}
      />
    </Sheet>
  );
}

interface SetUpEntry {
  /** A benchmark, or a turning point that is shot from another setup first. */
  readonly benchmark?: Uuid;
  readonly from?: Uuid;
  readonly fore?: number;
  readonly reading: number;
  readonly check?: { readonly benchmark: Uuid; readonly reading: number };
}

/** The setup with its shots, as records of the level book. */
function setUpEdits({ book, plan }: Evaluation, { benchmark, from, fore, reading, check }: SetUpEntry): Edit[] {
  const setup = newId();
  const orders = Object.values(plan.setup).map(({ order }) => order);
  const first = nextOrder(plan);
  const target: Target = benchmark === undefined ? nextTurning(book) : { on: 'benchmark', benchmark };
  return [
    ...(from !== undefined && fore !== undefined ? [shotOf(from, first, 'fore', target, fore)] : []),
    {
      op: 'put',
      item: { kind: 'setup', id: setup, name: `Setup ${orders.length + 1}`, order: Math.max(0, ...orders) + 1 },
    },
    shotOf(setup, first + 1, 'back', target, reading),
    ...(check
      ? [shotOf(setup, first + 2, 'fore', { on: 'benchmark', benchmark: check.benchmark }, check.reading)]
      : []),
  ];
}
