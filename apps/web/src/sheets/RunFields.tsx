import type { RunStart } from '@alveus/core';
import { LIMITS } from '@alveus/plan';
import { useState } from 'react';
import { Field, MeasureInput, positive } from '../parts/MeasureInput';
import { Choice } from '../parts/Tap';
import { FORM_WORDS, UPPER_NODES } from '../parts/words';

/** What is typed of a run that is not in the plan yet. */
export interface RunDraft {
  readonly length?: number | undefined;
  readonly by: 'slope' | 'high';
  readonly slope?: number | undefined;
  readonly high?: number | undefined;
  readonly ground?: number | undefined;
  readonly form: (typeof UPPER_NODES)[number];
  readonly name: string;
}

const EMPTY: RunDraft = { by: 'slope', slope: 0.01, form: 'catch-basin', name: '' };

/** A draft with its setters, and whether it makes a run. */
export function useRunDraft() {
  const [draft, setDraft] = useState<RunDraft>(EMPTY);
  const [bad, setBad] = useState<ReadonlySet<string>>(new Set());
  return {
    draft,
    set: (part: Partial<RunDraft>): void => setDraft((before) => ({ ...before, ...part })),
    judge: (field: string, ok: boolean): void =>
      setBad((before) => new Set(ok ? [...before].filter((name) => name !== field) : [...before, field])),
    clear: (): void => {
      setDraft((before) => ({ ...EMPTY, by: before.by, slope: before.slope, form: before.form }));
      setBad(new Set());
    },
    ready: bad.size === 0 && draft.length !== undefined && draft[draft.by] !== undefined,
    /** The run as core composes it; `number` names what was left unnamed. */
    start: (number: number): RunStart => ({
      name: draft.name.trim().slice(0, LIMITS.nameLength) || `Run ${number}`,
      length: draft.length ?? 0,
      slope: draft.by === 'slope' ? draft.slope : undefined,
      high: draft.by === 'high' ? draft.high : undefined,
      upper: { name: `${FORM_WORDS[draft.form]} ${number}`, form: draft.form, ground: draft.ground },
    }),
  };
}

export function RunFields({ run, number }: { run: ReturnType<typeof useRunDraft>; number: number }) {
  const { draft, set, judge } = run;
  return (
    <>
      <MeasureInput label="Length, level" quantity="distance" value={draft.length} onChange={(length) => set({ length })} onValid={(ok) => judge('length', ok)} check={positive} focus hint="Along the ground plan, centre to centre" />
      <Choice
        label="Lock its"
        options={[
          { value: 'slope', label: 'Slope' },
          { value: 'high', label: 'High invert' },
        ]}
        value={draft.by}
        onChange={(by) => {
          set({ by });
          judge('slope', true);
          judge('high', true);
        }}
      />
      {draft.by === 'slope' ? (
        <MeasureInput key="slope" label="Slope" quantity="slope" value={draft.slope} onChange={(slope) => set({ slope })} onValid={(ok) => judge('slope', ok)} hint="1 %, 1/8 in/ft, 1:96 or 10 mm/m" />
      ) : (
        <MeasureInput key="high" label="High invert" quantity="elevation" value={draft.high} onChange={(high) => set({ high })} onValid={(ok) => judge('high', ok)} />
      )}
      <MeasureInput label="Ground at the upper end" quantity="elevation" value={draft.ground} onChange={(ground) => set({ ground })} onValid={(ok) => judge('ground', ok)} optional hint="Can come later; depth shows once it is there" />
      <Choice label="At the upper end" options={UPPER_NODES.map((value) => ({ value, label: FORM_WORDS[value] }))} value={draft.form} onChange={(form) => set({ form })} />
      <Field label="Name of the run" value={draft.name} onChange={(name) => set({ name })} hint={`Left empty: Run ${number}`} />
    </>
  );
}
