import type { Uuid } from '@alveus/plan';
import { LIES_IN, Sharing } from '@alveus/plan';
import type { ItemOf } from '@alveus/plan';
import { shareTrench } from '@alveus/core/shared';
import { INCH, numberFor } from '@alveus/core';
import { useState } from 'react';
import { View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, DoneFoot, MeasureField, Picker, PlanMeasure, Sheet, usePrint, Words } from '../../ui/measured';

type Lies = ItemOf<'sharing'>['lies'];

const LIES_WORDS: Readonly<Record<Lies, string>> = { left: 'Left of it', right: 'Right of it', over: 'Over it' };

/** Which other pipes lie in the trench of a run, which is dug once for all. */
export function SharingSheet({ run: id, onClose }: { run: Uuid; onClose: () => void }) {
  const evaluation = useAppSelector(selectEvaluation);
  const run = evaluation.plan.run[id];
  if (!run) {
    return (
      <Sheet title="Shared trench" onClose={onClose}>
        <Words>This run has been removed.</Words>
      </Sheet>
    );
  }
  const elsewhere = evaluation.shared.get(id)?.elsewhere[0];
  const lead = elsewhere && evaluation.plan.run[elsewhere.lead];
  return (
    <Sheet title={`Pipes in the trench of ${run.name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {lead && elsewhere ? (
        <>
          <Words>{`${run.name} lies in the trench of ${lead.name}, which is dug once for both.`}</Words>
          <TakeOut sharing={elsewhere.sharing} name={run.name} />
        </>
      ) : (
        <>
          <LyingIn run={id} />
          <PutIn run={id} name={run.name} />
        </>
      )}
    </Sheet>
  );
}

function LyingIn({ run }: { run: Uuid }) {
  const { edit } = useActions();
  const { plan, shared } = useAppSelector(selectEvaluation);
  const beside = shared.get(run)?.beside ?? [];
  if (beside.length === 0)
    return (
      <Words tone="muted">
        Only its own pipe. Two pipes side by side at about one depth are dug once; each keeps its own levels.
      </Words>
    );
  return beside.map(({ sharing, run: other }) => {
    const item = plan.sharing[sharing];
    if (!item) return null;
    const name = plan.run[other]?.name ?? 'removed';
    return (
      <View key={sharing} role="group" aria-label={name}>
        <Words strong heading={3}>
          {name}
        </Words>
        <Choice
          label={`Where ${name} lies, looking from the fixed end`}
          options={LIES_IN.map((value) => ({ value, label: LIES_WORDS[value] }))}
          value={item.lies}
          onChange={(lies) => edit([{ op: 'put', item: { ...item, lies } }])}
        />
        <PlanMeasure
          label={`Room between it and ${name}`}
          quantity="thickness"
          value={item.clear}
          limit={Sharing.shape.clear}
          onChange={(clear) => clear !== undefined && edit([{ op: 'put', item: { ...item, clear } }])}
        />
        <TakeOut sharing={sharing} name={name} />
      </View>
    );
  });
}

function TakeOut({ sharing, name }: { sharing: Uuid; name: string }) {
  const { edit } = useActions();
  return (
    <Button icon="trash" onPress={() => edit([{ op: 'remove', kind: 'sharing', id: sharing }])}>
      {`Give ${name} its own trench`}
    </Button>
  );
}

/** Another run that is to lie in it. */
function PutIn({ run, name }: { run: Uuid; name: string }) {
  const { edit } = useActions();
  const print = usePrint();
  const evaluation = useAppSelector(selectEvaluation);
  const least = numberFor(evaluation.profile, 'shared-close').value;
  const [other, setOther] = useState<string>();
  const [lies, setLies] = useState<Lies>('right');
  const [clear, setClear] = useState<number | undefined>(Math.max(6 * INCH, least));
  const others = [...evaluation.runs.values()].filter(
    ({ id, measured, form }) =>
      id !== run && measured && !form?.beside.length && !evaluation.shared.get(id)?.elsewhere.length,
  );
  const made =
    other === undefined || clear === undefined
      ? undefined
      : shareTrench(evaluation, { run: other, lead: run, lies, clear }, newId);
  if (others.length === 0) return <Words tone="muted">No other run can share it.</Words>;
  return (
    <>
      <Picker
        label="Another pipe in it"
        options={others.map((run) => ({
          value: run.id,
          label: run.run.name,
          note: `${run.line?.name ?? ''}, ${print(run.length, 'distance')}`,
        }))}
        value={other}
        onChange={setOther}
      />
      <Choice
        label="Where it goes"
        options={LIES_IN.map((value) => ({ value, label: LIES_WORDS[value] }))}
        value={lies}
        onChange={setLies}
      />
      <MeasureField
        label="Room between the pipes"
        quantity="thickness"
        value={clear}
        onChange={setClear}
        limit={Sharing.shape.clear}
        hint={`Outside to outside; minimum ${print(least, 'thickness')}`}
      />
      {made ? (
        <>
          <Words>{`Over ${print(made.length, 'distance')} it is dug once: ${print(made.saves, 'volume')} less digging.`}</Words>
          <Button
            icon="plus"
            onPress={() => {
              edit(made.edits);
              setOther(undefined);
            }}
          >
            {`Put it into the trench of ${name}`}
          </Button>
        </>
      ) : null}
    </>
  );
}
