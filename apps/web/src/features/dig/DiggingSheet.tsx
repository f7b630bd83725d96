import type { System } from '@alveus/core';
import { NO_FAULTS } from '@alveus/core/setout';
import { Dial, Digging } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import { z } from 'zod';
import type { ReceiverSettings } from '../../store';
import { settingsChanged, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, PlanMeasure, Sheet, Words } from '../../ui/measured';
import { diggingOf } from './useDig';

/** What the crew digs by. */
export function DiggingSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const digging = useAppSelector((state) => diggingOf(selectCommitted(state)));
  const [problem, setProblem] = useState<string>();
  const put = (next: Partial<Digging>): void => {
    const parsed = Digging.safeParse({ ...digging, ...next });
    setProblem(parsed.error?.issues[0]?.message);
    if (parsed.success) edit([{ op: 'put', item: parsed.data }]);
  };
  const { dial } = digging;
  return (
    <Sheet title="Rod, laser, receiver" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {problem === undefined ? null : (
        <View role="alert">
          <Words tone="stop">{`Not saved: ${problem}.`}</Words>
        </View>
      )}
      <PlanMeasure
        label="Length of the rod"
        quantity="distance"
        value={digging.rod}
        limit={Digging.shape.rod}
        onChange={(rod) => rod !== undefined && put({ rod })}
      />
      <PlanMeasure
        label="A check must be within"
        quantity="elevation"
        value={digging.trust}
        limit={Digging.shape.trust}
        onChange={(trust) => trust !== undefined && put({ trust })}
      />
      <Also />
      <Words strong heading={3}>
        Pipe laser
      </Words>
      <PlanMeasure
        label="Beam above the flow line"
        quantity="thickness"
        value={digging.beam}
        limit={Digging.shape.beam}
        onChange={(beam) => beam !== undefined && put({ beam })}
      />
      <PlanMeasure
        label="Steepest down it can show"
        quantity="slope"
        value={dial.least}
        limit={Dial.shape.least}
        onChange={(least) => least !== undefined && put({ dial: { ...dial, least } })}
        hint="With a minus"
      />
      <PlanMeasure
        label="Steepest up"
        quantity="slope"
        value={dial.most}
        limit={Dial.shape.most}
        onChange={(most) => most !== undefined && put({ dial: { ...dial, most } })}
      />
      <Choice
        label="Its finest step"
        options={STEPS.map((step) => ({ value: String(step), label: `${(step * 100).toFixed(3)} %` }))}
        value={String(dial.step)}
        onChange={(step) => put({ dial: { ...dial, step: Number(step) } })}
      />
      <Receiver />
    </Sheet>
  );
}

const STEPS = [0.00001, 0.0001, 0.001] as const;

const SYSTEM_WORDS: Readonly<Record<System, string>> = {
  feet: 'Decimal feet',
  inches: 'Feet and inches',
  metric: 'Meters',
};

/** Both live on one site. */
function Also() {
  const dispatch = useAppDispatch();
  const { system, also } = useAppSelector((state) => state.settings);
  const others = (Object.keys(SYSTEM_WORDS) as System[]).filter((key) => key !== system);
  return (
    <Choice<System | 'none'>
      label="Also show readings in"
      options={[{ value: 'none', label: 'No' }, ...others.map((value) => ({ value, label: SYSTEM_WORDS[value] }))]}
      value={also !== null && also !== system ? also : 'none'}
      onChange={(next) => dispatch(settingsChanged({ also: next === 'none' ? null : next }))}
    />
  );
}

const Small = z.number().min(0, 'must not be negative').max(0.05, 'more than any instrument that is still used');

/** The receiver that there is. */
function Receiver() {
  const dispatch = useAppDispatch();
  const receiver = useAppSelector((state) => state.settings.receiver);
  const put = (next: Partial<ReceiverSettings>): void =>
    void dispatch(settingsChanged({ receiver: { ...(receiver ?? NO_FAULTS), ...next } }));
  return (
    <>
      <Words strong heading={3}>
        Level receiver
      </Words>
      <Choice<'off' | 'on'>
        label="Readings come from"
        options={[
          { value: 'off', label: 'Typing' },
          { value: 'on', label: 'Practice receiver' },
        ]}
        value={receiver ? 'on' : 'off'}
        onChange={(next) => dispatch(settingsChanged({ receiver: next === 'on' ? { ...NO_FAULTS } : null }))}
      />
      {receiver ? (
        <>
          <Words size="small" tone="fix">
            It makes up readings to practice with: never dig by them.
          </Words>
          <PlanMeasure
            label="Readings scatter by"
            quantity="fine"
            value={receiver.noise}
            limit={Small}
            onChange={(noise) => noise !== undefined && put({ noise })}
          />
          <PlanMeasure
            label="Level sinks per minute"
            quantity="fine"
            value={receiver.drift}
            limit={Small}
            onChange={(drift) => drift !== undefined && put({ drift })}
          />
          <Choice
            label="Beeps that miss the beam"
            options={[
              { value: '0', label: 'None' },
              { value: '0.1', label: 'One in ten' },
              { value: '1', label: 'All' },
            ]}
            value={String(receiver.lost)}
            onChange={(lost) => put({ lost: Number(lost) })}
          />
        </>
      ) : null}
    </>
  );
}
