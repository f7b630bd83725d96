import { nameWith, serviceOf, SERVICES } from '@alveus/plan';
import type { Service, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { sketchChosen, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { selectEvaluation } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, Field, Sheet } from '../../ui';
import { RunFields, runFor, runStart, useRunForm } from './RunFields';
import { branchEdits, lineEndingAt } from './branch';

/** A new length of pipe up from a node: its line goes on, or a branch begins there. */
export function BranchSheet({ node, onClose }: { node: Uuid; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const { plan, lines } = evaluation;
  const ending = lineEndingAt(evaluation, node);
  const [goOn, setGoOn] = useState(ending !== undefined);
  const [service, setService] = useState<Service>(
    ending?.line.service ?? [...lines.values()][0]?.line.service ?? 'storm',
  );
  const [name, setName] = useState('');
  const form = useRunForm(service);
  const usual = `${serviceOf(service).word} branch`;

  const save = (): void =>
    form.keep((draft) => {
      const { line, upper, edits } = branchEdits(
        evaluation,
        {
          node,
          on: goOn ? ending?.id : undefined,
          called: nameWith(name.trim()) || usual,
          service,
          run: (number, grown, on) => runStart(draft, number, grown, on),
        },
        newId,
      );
      edit(edits);
      dispatch(wentTo({ line, along: 0 }));
      // What was added is what is worked on next.
      dispatch(sketchChosen({ node: upper }));
      onClose();
    });
  return (
    <Sheet
      title={`Up from ${plan.node[node]?.name ?? 'the node'}`}
      onClose={onClose}
      onEnter={form.ready ? save : undefined}
      foot={
        <Button kind="main" onPress={save} disabled={!form.ready}>
          Add the run
        </Button>
      }
    >
      {ending ? (
        <Choice
          label="This run is"
          options={[
            { value: 'on', label: `Part of ${ending.line.name}` },
            { value: 'branch', label: 'A new branch' },
          ]}
          value={goOn ? 'on' : 'branch'}
          onChange={(value) => setGoOn(value === 'on')}
        />
      ) : null}
      {goOn && ending ? null : (
        <>
          <Choice
            label="Service"
            options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
            value={service}
            onChange={(next) => {
              setService(next);
              runFor(form, next);
            }}
          />
          <Field label="Name of the branch" value={name} onChange={setName} hint={`Left empty: ${usual}`} />
        </>
      )}
      <RunFields form={form} service={(goOn && ending?.line.service) || service} />
    </Sheet>
  );
}
