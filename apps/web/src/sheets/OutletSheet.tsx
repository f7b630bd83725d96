import { extendLine, startLine } from '@alveus/core';
import { applyEdits, SERVICES } from '@alveus/plan';
import type { Service } from '@alveus/plan';
import { useState } from 'react';
import { Field, MeasureInput } from '../parts/MeasureInput';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { FORM_WORDS, OUTLETS, SEPTIC, SERVICE_WORDS } from '../parts/words';
import { Words } from '../parts/Words';
import { lineChosen, stationMoved, useAppDispatch, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';
import { RunFields, useRunDraft } from './RunFields';

/** A new line in two steps: where the water leaves and how high; then the first run up from there. */
export function OutletSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const [step, setStep] = useState<'outlet' | 'run'>('outlet');
  const [service, setService] = useState<Service>('storm');
  const [name, setName] = useState('');
  const [form, setForm] = useState<(typeof OUTLETS)[number]>('daylight');
  const [invert, setInvert] = useState<number>();
  const [ground, setGround] = useState<number>();
  const [water, setWater] = useState<number>();
  const [valid, setValid] = useState({ invert: false, ground: true, water: true });
  const run = useRunDraft();
  const ready = valid.invert && valid.ground && valid.water && invert !== undefined;

  const save = (): void => {
    if (!run.ready || invert === undefined) return;
    const start = startLine(
      plan,
      { name: name.trim() || `${SERVICE_WORDS[service]} line`, service, outlet: { name: FORM_WORDS[form], form, ground, water } },
      newId,
    );
    const first = extendLine(applyEdits(plan, start.edits), start.line, { ...run.start(1), low: invert }, newId, start.outlet);
    edit([...start.edits, ...first.edits]);
    dispatch(lineChosen(start.line));
    dispatch(stationMoved((run.draft.length ?? 0) / 2));
    onClose();
  };

  if (step === 'run') {
    return (
      <Sheet
        title="First run, up from the outlet"
        onClose={onClose}
        foot={
          <>
            <Button icon="back" onPress={() => setStep('outlet')}>
              Outlet
            </Button>
            <Button kind="main" onPress={save} disabled={!run.ready}>
              Add the run
            </Button>
          </>
        }
      >
        <RunFields run={run} number={1} />
      </Sheet>
    );
  }
  return (
    <Sheet
      title="Set the outlet"
      onClose={onClose}
      foot={
        <Button kind="main" onPress={() => setStep('run')} disabled={!ready}>
          Next: the first run
        </Button>
      }
    >
      <MeasureInput
        label="Outlet invert"
        quantity="elevation"
        value={invert}
        onChange={setInvert}
        onValid={(ok) => setValid((v) => ({ ...v, invert: ok }))}
        hint="Elevation of the inside bottom of the pipe where the water leaves"
        focus
      />
      <MeasureInput label="Ground at the outlet, if known" quantity="elevation" value={ground} onChange={setGround} onValid={(ok) => setValid((v) => ({ ...v, ground: ok }))} optional />
      <Choice label="What runs in it" options={SERVICES.map((value) => ({ value, label: SERVICE_WORDS[value] }))} value={service} onChange={setService} />
      <Choice label="Where it leaves" options={OUTLETS.map((value) => ({ value, label: FORM_WORDS[value] }))} value={form} onChange={setForm} />
      <MeasureInput label="Highest water standing outside, if any" quantity="elevation" value={water} onChange={setWater} onValid={(ok) => setValid((v) => ({ ...v, water: ok }))} optional />
      <Field label="Name of the line" value={name} onChange={setName} hint={`Left empty: ${SERVICE_WORDS[service]} line`} />
      {SEPTIC.has(service) ? (
        <Words size="small" tone="muted">
          Septic work usually needs a permit and a licensed designer or installer; the local table of distances and the inspector decide.
          Never enter a tank: its gas kills.
        </Words>
      ) : null}
    </Sheet>
  );
}
