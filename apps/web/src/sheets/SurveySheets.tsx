import { DEFAULT_LEVELLING, print } from '@alveus/core';
import { Name, ONLY } from '@alveus/plan';
import type { Benchmark, Edit, Reading, Shot, Target, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { Field, MeasureInput, PlanMeasure, positive } from '../parts/MeasureInput';
import { NameField } from '../parts/NameField';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { targetWords } from '../parts/targets';
import { Words } from '../parts/Words';
import { selectEvaluation, selectRun, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';

interface Closing {
  onClose: () => void;
}

/** A point that does not move, and its elevation. */
export function BenchmarkSheet({ id, onClose }: { id: Uuid | undefined } & Closing) {
  const { edit } = useActions();
  const known = useAppSelector((state) => (id === undefined ? undefined : state.job.plan.benchmark[id]));
  const [name, setName] = useState(known?.name ?? 'Benchmark 1');
  const [elevation, setElevation] = useState(known?.elevation);
  const [valid, setValid] = useState(known !== undefined);
  const [assumed, setAssumed] = useState(known?.assumed ?? true);
  const [description, setDescription] = useState(known?.description ?? '');
  const named = Name.safeParse(name);
  const save = (): void => {
    if (!valid || elevation === undefined || !named.success) return;
    const item: Benchmark = { kind: 'benchmark', id: id ?? newId(), name: named.data, elevation, assumed, description: description.trim().slice(0, 200) };
    edit([{ op: 'put', item }]);
    onClose();
  };
  const remove = (): void => {
    if (id !== undefined) edit([{ op: 'remove', kind: 'benchmark', id }]);
    onClose();
  };
  return (
    <Sheet
      title={known ? known.name : 'New benchmark'}
      onClose={onClose}
      foot={
        <>
          {known ? (
            <Button kind="danger" icon="trash" onPress={remove}>
              Remove
            </Button>
          ) : null}
          <Button kind="main" onPress={save} disabled={!valid || !named.success}>
            Keep it
          </Button>
        </>
      }
    >
      <Field label="Name" value={name} onChange={setName} error={named.success ? undefined : 'Type a name.'} />
      <MeasureInput label="Elevation" quantity="elevation" value={elevation} onChange={setElevation} onValid={setValid} onSubmit={save} focus hint="As given, or 100.00 where nobody gave one" />
      <Choice
        label="Who says so"
        options={[
          { value: 'assumed', label: 'Assumed here' },
          { value: 'given', label: 'Given' },
        ]}
        value={assumed ? 'assumed' : 'given'}
        onChange={(value) => setAssumed(value === 'assumed')}
      />
      <Field label="Where it is" value={description} onChange={setDescription} hint="North corner of the barn step, chiselled cross" />
    </Sheet>
  );
}

export function SetupSheet({ id, onClose }: { id: Uuid } & Closing) {
  const { edit } = useActions();
  const setup = useAppSelector((state) => state.job.plan.setup[id]);
  const used = useAppSelector((state) => Object.values(state.job.plan.shot).some((shot) => shot.setup === id));
  if (!setup) return null;
  const remove = (): void => {
    edit([{ op: 'remove', kind: 'setup', id }]);
    onClose();
  };
  return (
    <Sheet
      title={setup.name}
      onClose={onClose}
      foot={
        <>
          {used ? null : (
            <Button kind="danger" icon="trash" onPress={remove}>
              Remove
            </Button>
          )}
          <Button kind="main" onPress={onClose}>
            Done
          </Button>
        </>
      }
    >
      <NameField key={setup.name} value={setup.name} onChange={(name) => edit([{ op: 'put', item: { ...setup, name } }])} />
      <PlanMeasure
        label="Sights back and fore, together"
        quantity="distance"
        value={setup.sights}
        optional
        check={positive}
        onChange={(sights) => {
          const { sights: _before, ...rest } = setup;
          edit([{ op: 'put', item: sights === undefined ? rest : { ...rest, sights } }]);
        }}
        hint="Paced is good enough; it decides what a loop may miss by"
      />
    </Sheet>
  );
}

/** What a loop may miss by, and whether that is spread over its setups. */
export function LevellingSheet({ onClose }: Closing) {
  const { edit } = useActions();
  const levelling = useAppSelector((state) => state.job.plan.levelling[ONLY]) ?? DEFAULT_LEVELLING;
  const { allowed } = levelling;
  const put = (next: typeof levelling): void => edit([{ op: 'put', item: next }]);
  return (
    <Sheet
      title="What a loop may miss by"
      onClose={onClose}
      foot={
        <Button kind="main" onPress={onClose}>
          Done
        </Button>
      }
    >
      <Choice
        label="Judged by"
        options={[
          { value: 'distance', label: '√ kilometres of sights' },
          { value: 'setups', label: '√ setups' },
        ]}
        value={allowed.by}
        onChange={(by) => put({ ...levelling, allowed: by === 'distance' ? { by, metres: 0.012 } : { by, metres: 0.005 } })}
      />
      <PlanMeasure
        key={allowed.by}
        label={allowed.by === 'distance' ? 'Times the root of the kilometres' : 'Times the root of the setups'}
        quantity="fine"
        value={allowed.metres}
        check={(value) => (value > 0 && value <= 1 ? undefined : 'From nothing to a metre.')}
        onChange={(metres) => metres !== undefined && put({ ...levelling, allowed: { ...allowed, metres } })}
        hint="12 mm × √km is usual for this work"
      />
      <Choice
        label="What is left"
        options={[
          { value: 'spread', label: 'Spread evenly' },
          { value: 'leave', label: 'Leave as read' },
        ]}
        value={levelling.adjust ? 'spread' : 'leave'}
        onChange={(value) => put({ ...levelling, adjust: value === 'spread' })}
      />
    </Sheet>
  );
}

type On = 'benchmark' | 'turning' | 'run' | 'node';
const ON_WORDS: Record<On, string> = { benchmark: 'Benchmark', turning: 'Turning point', run: 'Ground along a run', node: 'At a node' };
const WHAT_WORDS = { ground: 'Ground', invert: 'Existing invert', rim: 'Rim', water: 'Water' } as const;

/** A reading of the rod. A correction is a shot of its own: the one it corrects stays in the book. */
export function ShotSheet({ setup, corrects, onClose }: { setup: Uuid; corrects: Uuid | undefined } & Closing) {
  const { edit } = useActions();
  const { book, plan, runs } = useAppSelector(selectEvaluation);
  const here = useAppSelector(selectRun);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const wrong = corrects === undefined ? undefined : plan.shot[corrects];
  const result = book.setups.find((one) => one.setup.id === setup);
  const own = Object.values(plan.shot).filter((shot) => shot.setup === setup);
  const needsBack = !result?.shots.some((shot) => shot.sight === 'back');
  const turnings = [...new Set(Object.values(plan.shot).flatMap(({ target }) => (target.on === 'turning' ? [target.name] : [])))].sort();
  const first = Object.values(plan.benchmark)[0]?.id ?? '';

  const [sight, setSight] = useState<Shot['sight']>(wrong?.sight ?? (needsBack ? 'back' : 'fore'));
  const [target, setTarget] = useState<Target>(
    wrong?.target ?? (needsBack ? (turnings.length > 0 && own.length === 0 && book.setups.length > 1 ? { on: 'turning', name: turnings[turnings.length - 1] ?? 'TP1' } : { on: 'benchmark', benchmark: first }) : here ? { on: 'run', run: here.id, at: 0 } : { on: 'turning', name: 'TP1' }),
  );
  const [by, setBy] = useState<Reading['by']>(wrong?.reading.by ?? 'rod');
  const [value, setValue] = useState<number | undefined>(wrong?.reading.value);
  const [bad, setBad] = useState<ReadonlySet<string>>(new Set(wrong ? [] : ['rod', ...(target.on === 'run' && target.at === 0 ? ['at'] : [])]));
  const [note, setNote] = useState(wrong?.note ?? '');
  const [round, setRound] = useState(0);
  const judge = (field: string, ok: boolean): void => setBad((before) => new Set(ok ? [...before].filter((one) => one !== field) : [...before, field]));

  const choose = (on: On): void => {
    judge('at', on !== 'run');
    judge('turning', true);
    if (on === 'benchmark') setTarget({ on, benchmark: first });
    else if (on === 'turning') setTarget({ on, name: sight === 'back' ? (turnings[turnings.length - 1] ?? 'TP1') : `TP${turnings.length + 1}` });
    else if (on === 'run') setTarget({ on, run: here?.id ?? Object.keys(plan.run)[0] ?? '', at: 0 });
    else setTarget({ on, node: here?.run.lower ?? Object.keys(plan.node)[0] ?? '', what: 'ground' });
  };
  const ready = bad.size === 0 && value !== undefined && (target.on !== 'run' || target.at > 0);
  const save = (again: boolean): void => {
    if (!ready || value === undefined) return;
    const order = wrong?.order ?? Math.max(0, ...own.map((shot) => shot.order)) + 1;
    const shot: Shot = { kind: 'shot', id: newId(), setup, order, sight, target, reading: { by, value }, note: note.trim().slice(0, 200), ...(wrong ? { supersedes: wrong.id } : {}) };
    edit([{ op: 'put', item: shot }]);
    if (!again) return onClose();
    setValue(undefined);
    setNote('');
    setSight('fore');
    setBad(new Set(target.on === 'run' ? ['rod', 'at'] : ['rod']));
    if (target.on === 'run') setTarget({ ...target, at: 0 });
    if (target.on === 'benchmark' || target.on === 'turning') {
      setTarget(here ? { on: 'run', run: here.id, at: 0 } : { on: 'turning', name: `TP${turnings.length + 1}` });
      setBad(new Set(here ? ['rod', 'at'] : ['rod']));
    }
    setRound(round + 1);
  };
  const strike = (): void => {
    if (!wrong) return;
    const item: Shot = { ...wrong, id: newId(), supersedes: wrong.id, struck: true };
    const edits: Edit[] = [{ op: 'put', item }];
    edit(edits);
    onClose();
  };
  const options: On[] = [...(Object.keys(plan.benchmark).length > 0 ? (['benchmark'] as const) : []), 'turning', ...(sight === 'fore' && runs.size > 0 ? (['run', 'node'] as const) : [])];
  return (
    <Sheet
      title={wrong ? `Correct: ${targetWords(wrong.target, plan, system)}` : `Shot from ${plan.setup[setup]?.name ?? 'the setup'}`}
      onClose={onClose}
      foot={
        <>
          {wrong ? (
            <Button kind="danger" onPress={strike}>
              Strike it out
            </Button>
          ) : (
            <Button onPress={() => save(true)} disabled={!ready}>
              Keep, and another
            </Button>
          )}
          <Button kind="main" onPress={() => save(false)} disabled={!ready}>
            {wrong ? 'Keep the correction' : 'Keep the shot'}
          </Button>
        </>
      }
    >
      {wrong ? <Words>{`Written as ${print(wrong.reading.value, 'elevation', system, { fraction })}. It stays in the book; everything that hangs on it follows the new reading.`}</Words> : null}
      <Choice
        label="Looking"
        options={[
          { value: 'back', label: 'Back, to a known point' },
          { value: 'fore', label: 'Ahead' },
        ]}
        value={sight}
        onChange={(next) => {
          setSight(next);
          if (next === 'back' && (target.on === 'run' || target.on === 'node')) choose('benchmark');
        }}
      />
      <Choice label="The rod stands on" options={options.map((on) => ({ value: on, label: ON_WORDS[on] }))} value={target.on} onChange={choose} />
      {target.on === 'benchmark' ? (
        <Choice label="Which benchmark" options={Object.values(plan.benchmark).map((one) => ({ value: one.id, label: one.name }))} value={target.benchmark} onChange={(benchmark) => setTarget({ on: 'benchmark', benchmark })} />
      ) : null}
      {target.on === 'turning' ? (
        <Field
          label="Name of the turning point"
          value={target.name}
          onChange={(name) => {
            setTarget({ on: 'turning', name });
            judge('turning', Name.safeParse(name).success);
          }}
          error={Name.safeParse(target.name).success ? undefined : 'Type a name.'}
          hint={turnings.length > 0 ? `In use: ${turnings.join(', ')}` : 'The same name from both setups'}
        />
      ) : null}
      {target.on === 'run' ? (
        <>
          <Choice label="Which run" options={[...runs.values()].map((run) => ({ value: run.id, label: run.run.name }))} value={target.run} onChange={(run) => setTarget({ ...target, run })} />
          <MeasureInput key={`at${round}`} label="Tape, up from its lower end" quantity="distance" value={target.at > 0 ? target.at : undefined} onChange={(at) => at !== undefined && setTarget({ ...target, at })} onValid={(ok) => judge('at', ok)} check={(at) => (at > 0 && at < (runs.get(target.run)?.length ?? Infinity) ? undefined : 'Must lie between the ends of the run; shoot those at their nodes.')} />
        </>
      ) : null}
      {target.on === 'node' ? (
        <>
          <Choice label="Which node" options={Object.values(plan.node).map((node) => ({ value: node.id, label: node.name }))} value={target.node} onChange={(node) => setTarget({ ...target, node })} />
          <Choice label="What of it" options={(Object.keys(WHAT_WORDS) as (keyof typeof WHAT_WORDS)[]).map((what) => ({ value: what, label: WHAT_WORDS[what] }))} value={target.what} onChange={(what) => setTarget({ ...target, what })} />
        </>
      ) : null}
      <Choice
        label="The rod"
        options={[
          { value: 'rod', label: 'Counts up from its foot' },
          { value: 'direct', label: 'Reads elevations' },
        ]}
        value={by}
        onChange={setBy}
      />
      <MeasureInput
        key={`rod${round}${by}`}
        label={by === 'rod' ? 'Rod reading' : 'Elevation on the rod'}
        quantity="elevation"
        value={value}
        onChange={setValue}
        onValid={(ok) => judge('rod', ok)}
        check={(reading) => (by === 'direct' || (reading >= -10 && reading <= 30) ? undefined : 'Longer than any rod.')}
        onSubmit={() => save(false)}
        focus
      />
      <Field label="Note" value={note} onChange={setNote} />
    </Sheet>
  );
}
