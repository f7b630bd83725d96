import type { Place } from '@alveus/core';
import { sectionItems } from '@alveus/core';
import type { LibraryKey } from '@alveus/core/sections';
import { LIBRARY } from '@alveus/core/sections';
import { splitRun } from '@alveus/core/split';
import type { Edit, ItemOf, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, DoneFoot, Picker, Sheet, usePrint, Words } from '../../ui/measured';

type Evaluation = ReturnType<typeof selectEvaluation>;
type Which = 'above' | 'below' | 'run';

const WHICH_WORDS: Readonly<Record<Which, string>> = {
  above: 'From here up the run',
  below: 'From here down the run',
  run: 'All of the run',
};

/** Another section for the run at the station, or for the part of it above or below: it is parted there, and no level moves. */
export function SectionFromSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const print = usePrint();
  const evaluation = useAppSelector(selectEvaluation);
  const place = useAppSelector(selectPlace);
  const [which, setWhich] = useState<Which>('above');
  const [section, setSection] = useState<string>();
  if (!place) {
    return (
      <Sheet title="Another section from here" onClose={onClose}>
        <Words tone="muted">There is no run at the station.</Words>
      </Sheet>
    );
  }
  const inPlan = Object.values(evaluation.plan.section);
  const options = [
    ...inPlan.map(({ id, name }) => ({ value: id, label: name })),
    ...(Object.keys(LIBRARY) as LibraryKey[])
      .filter((key) => !inPlan.some(({ name }) => name === LIBRARY[key].name))
      .map((key) => ({ value: key, label: LIBRARY[key].name })),
  ];
  const edits = section === undefined ? undefined : editsFor(evaluation, place, which, section);
  return (
    <Sheet
      title={`Another section at ${print(place.chainage, 'chainage')}`}
      onClose={onClose}
      foot={<DoneFoot onDone={onClose} />}
    >
      <Words>{`${place.run.run.name} is dug as ${place.run.section?.name ?? 'nothing yet'}.`}</Words>
      <Choice<Which>
        label="Which part is to be dug another way"
        options={(['above', 'below', 'run'] as const).map((value) => ({ value, label: WHICH_WORDS[value] }))}
        value={which}
        onChange={setWhich}
      />
      <Picker label="Dug as" options={options} value={section} onChange={setSection} />
      {section !== undefined && !edits ? (
        <Words tone="fix">The station stands at an end of the run: move it along, or take all of the run.</Words>
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
          Dig it so
        </Button>
      ) : null}
    </Sheet>
  );
}

/** @returns undefined where the run cannot be parted at the station */
function editsFor(evaluation: Evaluation, place: Place, which: Which, value: string): readonly Edit[] | undefined {
  const { plan } = evaluation;
  const known = plan.section[value];
  const made = known ? undefined : sectionItems(LIBRARY[value as LibraryKey], Object.values(plan.material), newId);
  const id: Uuid = known?.id ?? made?.section.id ?? '';
  const items = (made?.items ?? []).map((item): Edit => ({ op: 'put', item }));
  if (which === 'run') return [...items, { op: 'put', item: { ...place.run.run, section: id } }];
  const name = `${place.run.run.name}: section changes`;
  const split = splitRun(evaluation, place.run.id, place.station.at, { name, form: 'fitting' }, newId);
  if (!split) return undefined;
  const part = which === 'above' ? split.upper : split.lower;
  return [
    ...items,
    ...split.edits.map((one): Edit =>
      one.op === 'put' && one.item.kind === 'run' && one.item.id === part
        ? { op: 'put', item: { ...(one.item as ItemOf<'run'>), section: id } }
        : one,
    ),
  ];
}
