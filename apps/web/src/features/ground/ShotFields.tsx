import type { RunResult } from '@alveus/core';
import { Elevation, PastEnd, Reading } from '@alveus/plan';
import type { Shot } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { Choice } from '../../ui';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, FormText } from '../../ui/form';
import { useBenchmarkChoices, useNodeChoices, useRunChoices } from '../parts/choices';
import type { On } from './shot';
import { likelyTarget, ON_WORDS, turningsOf, WHAT_WORDS } from './shot';

interface ShotFieldsProps {
  form: SheetForm<Shot>;
  here: RunResult | undefined;
  onSubmit: () => void;
}

/** Which way the level looks, what the rod stands on, and what it reads. */
export function ShotFields({ form, here, onSubmit }: ShotFieldsProps) {
  const { control, values, set } = form;
  const { plan, book, runs } = useAppSelector(selectEvaluation);
  const { sight, target } = values;
  const stand = (on: On, looking: Shot['sight']): void =>
    set('target', likelyTarget(on, { plan, book, runs, here, sight: looking }));
  const options: On[] = [
    ...(Object.keys(plan.benchmark).length > 0 ? (['benchmark'] as const) : []),
    'turning',
    ...(sight === 'fore' && runs.size > 0 ? (['run', 'node'] as const) : []),
  ];
  return (
    <>
      <FormChoice
        control={control}
        name="sight"
        label="Direction"
        options={[
          { value: 'back', label: 'Backsight, to a known point' },
          { value: 'fore', label: 'Foresight' },
        ]}
        onChange={(next) => {
          set('sight', next);
          if (next === 'back' && (target.on === 'run' || target.on === 'node')) stand('benchmark', next);
        }}
      />
      <Choice
        label="The rod stands on"
        options={options.map((on) => ({ value: on, label: ON_WORDS[on] }))}
        value={target.on}
        onChange={(on) => stand(on, sight)}
      />
      <Standing key={target.on} form={form} />
      <RodReading form={form} onSubmit={onSubmit} />
      <FormText control={control} name="note" label="Note" />
    </>
  );
}

/** Which benchmark, turning point, run or node. */
function Standing({ form: { control, values } }: { form: SheetForm<Shot> }) {
  const { plan, runs } = useAppSelector(selectEvaluation);
  const benchmarks = useBenchmarkChoices();
  const nodes = useNodeChoices();
  const runChoices = useRunChoices();
  const turnings = turningsOf(plan);
  const { target } = values;
  switch (target.on) {
    case 'benchmark':
      return <FormPicker control={control} name="target.benchmark" label="Which benchmark" options={benchmarks} />;
    case 'turning':
      return (
        <FormText
          control={control}
          name="target.name"
          label="Name of the turning point"
          hint={turnings.length > 0 ? `In use: ${turnings.join(', ')}` : 'The same name from both setups'}
        />
      );
    case 'run':
      return (
        <>
          <FormPicker control={control} name="target.run" label="Which run" {...runChoices} />
          <FormMeasure
            control={control}
            name="target.at"
            label="Tape, up from its lower end"
            quantity="distance"
            limit={PastEnd}
            check={(at) =>
              at < (runs.get(target.run)?.length ?? Infinity)
                ? undefined
                : 'Must be between the ends of the run; shoot the ends as structures.'
            }
          />
        </>
      );
    case 'node':
      return (
        <>
          <FormPicker control={control} name="target.node" label="Which structure" {...nodes} />
          <FormChoice
            control={control}
            name="target.what"
            label="Point"
            options={(Object.keys(WHAT_WORDS) as (keyof typeof WHAT_WORDS)[]).map((what) => ({
              value: what,
              label: WHAT_WORDS[what],
            }))}
          />
        </>
      );
  }
}

/** What a rod of each sort can read. */
const READABLE = { rod: Reading.options[0].shape.value, direct: Elevation } as const;

function RodReading({ form: { control, values, set }, onSubmit }: { form: SheetForm<Shot>; onSubmit: () => void }) {
  const { by } = values.reading;
  return (
    <>
      <FormChoice
        control={control}
        name="reading.by"
        label="The rod"
        options={[
          { value: 'rod', label: 'Plain: read up from its foot' },
          { value: 'direct', label: 'Direct: reads elevations' },
        ]}
        // What one rod reads is no reading of the other.
        onChange={(next) => set('reading', { by: next } as never)}
      />
      <FormMeasure
        key={by}
        control={control}
        name="reading.value"
        label={by === 'rod' ? 'Rod reading' : 'Elevation on the rod'}
        quantity="elevation"
        limit={READABLE[by]}
        onSubmit={onSubmit}
        focus
      />
    </>
  );
}
