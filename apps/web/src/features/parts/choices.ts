import { formOf } from '@alveus/plan';
import { print } from '@alveus/core';
import { useMemo } from 'react';
import { useAppSelector } from '../../store';
import { selectRested, selectPlace } from '../../store/results';
import { usePrint } from '../../ui/measured';
import type { PickerOption } from '../../ui/measured';

/** What is chosen among in many sheets, with what tells one from another. */

/** The runs of the job, each with its line and length; the one at the station line is likely meant. */
export function useRunChoices(): { options: PickerOption<string>[]; likely: string[] } {
  const evaluation = useAppSelector(selectRested);
  const here = useAppSelector((state) => selectPlace(state)?.run.id);
  const recent = useAppSelector((state) => state.view.recent);
  const system = useAppSelector((state) => state.settings.system);
  return useMemo(
    () => ({
      options: [...evaluation.runs.values()].map(({ id, run, length }) => ({
        value: id,
        label: run.name,
        note: `${evaluation.plan.line[run.line]?.name ?? ''} · ${print(length, 'distance', system)}`,
      })),
      likely: [...(here === undefined ? [] : [here]), ...recent],
    }),
    [evaluation, here, recent, system],
  );
}

/** The nodes of the job, each with what stands there. */
export function useNodeChoices(): { options: PickerOption<string>[]; likely: readonly string[] } {
  const node = useAppSelector((state) => selectRested(state).plan.node);
  const likely = useAppSelector((state) => state.view.recent);
  const options = useMemo(
    () => Object.values(node).map(({ id, name, form }) => ({ value: id, label: name, note: formOf(form).word })),
    [node],
  );
  return { options, likely };
}

/** Benchmarks with their heights. */
export function useBenchmarkChoices(): PickerOption<string>[] {
  const benchmark = useAppSelector((state) => state.job.plan.benchmark);
  const print1 = usePrint();
  return Object.values(benchmark).map(({ id, name, elevation }) => ({
    value: id,
    label: name,
    note: print1(elevation, 'elevation'),
  }));
}
