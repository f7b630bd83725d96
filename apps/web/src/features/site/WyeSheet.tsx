import { mayEndIn } from '@alveus/core';
import { formOf, formsWhere, nameWith, PastEnd } from '@alveus/plan';
import type { NodeForm, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { sheetOpened, sketchChosen, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, Field, MeasureField, Sheet, usePrint, Words } from '../../ui/measured';
import { splitRun } from '../parts/splitting';

/** What can be put into a run, a wye first. */
const WITHIN = formsWhere(({ offered }) => offered?.within)
  .map((value) => ({ value, label: formOf(value).offered?.within ?? '' }))
  .reverse();

/** A wye put into a run: a node within it, where a branch can begin. */
export function WyeSheet({ run, at: tapped, onClose }: { run: Uuid; at: number | undefined; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const print = usePrint();
  const [at, setAt] = useState<number | undefined>(tapped === undefined ? undefined : Math.round(tapped * 100) / 100);
  const [name, setName] = useState('Wye');
  const [form, setForm] = useState<NodeForm>('fitting');
  const length = evaluation.runs.get(run)?.length ?? 0;
  const service = evaluation.runs.get(run)?.line?.service;
  const split =
    at === undefined ? undefined : splitRun(evaluation, run, at, { name: nameWith(name.trim()) || 'Wye', form }, newId);
  const save = (): void => {
    if (!split) return;
    edit(split.edits);
    dispatch(sketchChosen({ node: split.node }));
    dispatch(sheetOpened({ sheet: 'branch', node: split.node }));
  };
  return (
    <Sheet
      title={`Wye in ${evaluation.plan.run[run]?.name ?? 'the run'}`}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={save} disabled={!split}>
          Add it, then a branch
        </Button>
      }
    >
      <Words>Splits the run here. Slope, ground, section and amounts stay as they are.</Words>
      <MeasureField
        label="Distance up the run"
        quantity="distance"
        value={at}
        onChange={setAt}
        limit={PastEnd}
        check={(value) => (value < length ? undefined : `Must be within the run, up to ${print(length, 'distance')}.`)}
        focus
        onSubmit={save}
      />
      <Choice
        label="Fitting"
        options={WITHIN.filter(({ value }) => service === undefined || mayEndIn([service], value))}
        value={form}
        onChange={setForm}
      />
      <Words size="small" tone="muted">
        Use a wye where water comes fast or with debris, as from roofs and basins; a tee will do inside a French drain.
      </Words>
      <Field label="Name" value={name} onChange={setName} />
    </Sheet>
  );
}
