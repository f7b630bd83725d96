import type { Place } from '@alveus/core';
import type { Edit, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, DoneFoot, Sheet, usePrint, Words } from '../../ui/measured';
import { splitRun } from '../parts/splitting';
import { SectionChoice } from './SectionChoice';

type Evaluation = ReturnType<typeof selectEvaluation>;
type Which = 'above' | 'below' | 'run';

/** A section, and what comes into the job with it. */
interface Chosen {
  readonly section: Uuid;
  readonly more: readonly Edit[];
}

const WHICH_WORDS: Readonly<Record<Which, string>> = {
  above: 'Uphill from here',
  below: 'Downhill from here',
  run: 'The whole run',
};

/** Another section for the run at the station, or for the part of it above or below: it is parted there, and no level moves. */
export function SectionFromSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const print = usePrint();
  const evaluation = useAppSelector(selectEvaluation);
  const place = useAppSelector(selectPlace);
  const [which, setWhich] = useState<Which>('above');
  const [chosen, setChosen] = useState<Chosen>();
  if (!place) {
    return (
      <Sheet title="Another section from here" onClose={onClose}>
        <Words tone="muted">There is no run at the station.</Words>
      </Sheet>
    );
  }
  const edits = chosen && editsFor(evaluation, place, which, chosen);
  return (
    <Sheet
      title={`Section change at ${print(place.chainage, 'chainage')}`}
      onClose={onClose}
      foot={<DoneFoot onDone={onClose} />}
    >
      <Words>{`${place.run.run.name} uses ${place.run.section?.name ?? 'no section yet'}.`}</Words>
      <Choice<Which>
        label="Which part changes"
        options={(['above', 'below', 'run'] as const).map((value) => ({ value, label: WHICH_WORDS[value] }))}
        value={which}
        onChange={setWhich}
      />
      <SectionChoice
        label="New section"
        service={evaluation.plan.line[place.run.run.line]?.service}
        value={chosen?.section}
        onChange={(section, more) => setChosen({ section, more })}
      />
      {chosen ? <Words strong>{nameOf(chosen, evaluation)}</Words> : null}
      {chosen && !edits ? (
        <Words tone="fix">The station is at an end of the run: move it along, or take the whole run.</Words>
      ) : null}
      {edits ? (
        <Button
          icon="check"
          kind="main"
          onPress={() => {
            onClose();
            edit(edits);
          }}
        >
          Change section
        </Button>
      ) : null}
    </Sheet>
  );
}

/** What the section that was chosen is called. */
function nameOf({ section, more }: Chosen, { plan }: Evaluation): string {
  const made = more.find((edit) => edit.op === 'put' && edit.item.id === section);
  const item = made?.op === 'put' ? made.item : plan.section[section];
  return item && 'name' in item ? String(item.name) : '';
}

/** @returns undefined where the run cannot be parted at the station */
function editsFor(
  evaluation: Evaluation,
  place: Place,
  which: Which,
  { section, more }: Chosen,
): readonly Edit[] | undefined {
  if (which === 'run') return [...more, { op: 'put', item: { ...place.run.run, section } }];
  const name = `${place.run.run.name}: section changes`;
  const split = splitRun(evaluation, place.run.id, place.station.at, { name, form: 'fitting' }, newId);
  if (!split) return undefined;
  const part = which === 'above' ? split.upper : split.lower;
  return [
    ...more,
    ...split.edits.map((edit): Edit =>
      edit.op === 'put' && edit.item.kind === 'run' && edit.item.id === part
        ? { op: 'put', item: { ...edit.item, section } }
        : edit,
    ),
  ];
}
