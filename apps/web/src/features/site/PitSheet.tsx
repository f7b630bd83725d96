import { FOOT } from '@alveus/core';
import { AlongRun, cutText, Distance, SOIL_CLASSES, TestPit, Thickness } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Choice, KeepFoot, Picker, Sheet } from '../../ui/measured';
import type { SheetForm } from '../../ui/form';
import { FormMeasure, FormText, useSheetForm } from '../../ui/form';
import { toldFromA, toldUp } from '../parts/along';
import { useRunChoices } from '../parts/choices';

/** A hole dug to see. */
export function PitSheet({ pit: id, onClose }: { pit: Uuid | undefined; onClose: () => void }) {
  const { edit } = useActions();
  const { plan } = useAppSelector(selectEvaluation);
  const place = useAppSelector(selectPlace);
  const known = id === undefined ? undefined : plan.testPit[id];
  const form = useSheetForm<TestPit>(
    TestPit,
    known
      ? toldUp(known, plan)
      : {
          kind: 'testPit',
          id: newId(),
          name: `Pit ${Object.keys(plan.testPit).length + 1}`,
          ...(place ? { place: { run: place.run.id, at: Math.round(place.station.at * 100) / 100 } } : {}),
          depth: 5 * FOOT,
          description: '',
        },
  );
  const save = (): void =>
    form.keep((item) => {
      edit([{ op: 'put', item: toldFromA({ ...item, description: cutText(item.description, 400) }, plan) }]);
      onClose();
    });
  const remove = (): void => {
    if (known) edit([{ op: 'remove', kind: 'testPit', id: known.id }]);
    onClose();
  };
  return (
    <Sheet
      title={known ? known.name : 'New test pit'}
      onClose={onClose}
      foot={<KeepFoot ready={form.ready} onKeep={save} onRemove={known && remove} />}
    >
      <FormText control={form.control} name="name" label="Name" />
      <Where form={form} />
      <FormMeasure control={form.control} name="depth" label="Depth of the pit" quantity="depth" limit={Thickness} />
      <Seen form={form} />
    </Sheet>
  );
}

interface Part {
  form: SheetForm<TestPit>;
}

function Where({ form: { control, values, set } }: Part) {
  const runs = useRunChoices();
  const { place } = values;
  return (
    <>
      <Picker
        label="Dug at"
        options={[{ value: '', label: 'Elsewhere' }, ...runs.options]}
        likely={runs.likely}
        value={place?.run ?? ''}
        onChange={(run) => set('place', run === '' ? undefined : { run, at: place?.at ?? 0 })}
      />
      {place ? (
        <FormMeasure
          control={control}
          name="place.at"
          label="Distance up the run"
          quantity="distance"
          limit={AlongRun}
        />
      ) : null}
    </>
  );
}

function Seen({ form: { control, values, set } }: Part) {
  const { limiting, soil } = values;
  return (
    <>
      <FormText control={control} name="description" label="What was seen" hint="Topsoil 8 in, silty clay, stones" />
      <Choice
        label="Soil type, if a competent person classified it"
        options={[
          ...SOIL_CLASSES.map((value) => ({ value: value, label: value })),
          { value: '', label: 'Not classified' },
        ]}
        value={soil ?? ''}
        onChange={(value) => set('soil', value === '' ? undefined : value)}
      />
      <FormMeasure
        control={control}
        name="limiting.depth"
        label="Depth to rock, clay pan or other limit, if found"
        quantity="depth"
        limit={Distance}
        optional
        put={(depth) =>
          set('limiting', depth === undefined ? undefined : { depth, what: limiting?.what ?? 'clay pan' })
        }
      />
      {limiting ? <FormText control={control} name="limiting.what" label="What it is" hint="rock, clay pan" /> : null}
      <FormMeasure
        control={control}
        name="groundwater"
        label="Depth to groundwater, if found"
        quantity="depth"
        limit={Distance}
        optional
      />
    </>
  );
}
