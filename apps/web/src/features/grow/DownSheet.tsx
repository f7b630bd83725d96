import { layLaterals, lineDown, serviceOnFrom, usualFall } from '@alveus/core/grow';
import type { Uuid } from '@alveus/plan';
import {
  carriesSewage,
  Elevation,
  formOf,
  Length,
  lowerOf,
  oneOf,
  Service,
  serviceOf,
  SERVICES,
  Slope,
  Thickness,
} from '@alveus/plan';
import { useState } from 'react';
import { z } from 'zod';
import { lineChosen, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, Words } from '../../ui';
import { useUnits } from '../../ui/measured';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, useSheetForm } from '../../ui/form';
import { formOptions } from '../parts/pictures';
import { formsFor, LOWER_NODES, SLOPE_HINT } from '../parts/words';
import { LateralFields, useLateralForm } from './LateralFields';

/** What is typed of a run that leads down from a node. */
const DownDraft = z.object({
  service: Service,
  /** Of a line that begins here: where the house's own pipe comes out. */
  invert: Elevation.optional(),
  start: Elevation.optional(),
  length: Length,
  slope: Slope,
  ground: Elevation.optional(),
  drop: Thickness.or(z.literal(0)).optional(),
  form: oneOf(LOWER_NODES, 'a form of node'),
});
type DownDraft = z.infer<typeof DownDraft>;
type DownForm = SheetForm<DownDraft>;

const BEGUN = DownDraft.refine(({ invert }) => invert !== undefined);

const usual = (service: Service): Pick<DownDraft, 'slope' | 'form'> => {
  const { slope, lower } = serviceOf(service);
  return { slope, form: LOWER_NODES.find((form) => form === lower) ?? 'bend' };
};

/** The way the water goes: from the house, or from a node that is there, down to the next; from a box, to its laterals. */
export function DownSheet({ node: begun, onClose }: { node: Uuid | undefined; onClose: () => void }) {
  const [node, setNode] = useState(begun);
  const form = useAppSelector((state) => (node === undefined ? undefined : state.job.plan.node[node]?.form));
  const [single, setSingle] = useState(false);
  if (form !== undefined && formOf(form).ports && !single && node !== undefined)
    return <Laterals box={node} onSingle={() => setSingle(true)} onClose={onClose} />;
  return <Down key={node ?? 'new'} node={node} onNext={setNode} onClose={onClose} />;
}

interface DownProps {
  node: Uuid | undefined;
  onNext: (lower: Uuid) => void;
  onClose: () => void;
}

function Down({ node, onNext, onClose }: DownProps) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const upper = node === undefined ? undefined : plan.node[node];
  const fed = node !== undefined && Object.values(plan.run).some((run) => lowerOf(run) === node);
  const service = serviceOnFrom(upper?.form);
  const form = useSheetForm<DownDraft>(node === undefined ? BEGUN : DownDraft, {
    service,
    ...usual(service),
    ...(fed ? { drop: usualFall(upper?.form) } : {}),
  });
  const save = (then: (lower: Uuid) => void): void =>
    form.keep((draft) => {
      const { word } = serviceOf(draft.service);
      const count = (name: string): number =>
        Object.values(plan.line).filter(({ name: taken }) => taken === name || taken.startsWith(`${name} `)).length;
      const name = count(word) === 0 ? word : `${word} ${count(word) + 1}`;
      const made = lineDown(
        plan,
        {
          name,
          service: draft.service,
          from:
            node === undefined
              ? { name: formOf('stub-out').word, form: 'stub-out', ground: draft.start, invert: draft.invert ?? 0 }
              : { at: node },
          run: { name, length: draft.length, slope: draft.slope },
          drop: fed ? draft.drop : undefined,
          lower: { name: formOf(draft.form).word, form: draft.form, ground: draft.ground },
        },
        newId,
      );
      edit(made.edits);
      dispatch(wentTo({ line: made.line, along: draft.length / 2 }));
      then(made.lower);
    });
  return (
    <Sheet
      title={upper ? `Down from ${upper.name}` : 'Down from the house'}
      onClose={onClose}
      onEnter={form.ready ? () => save(onNext) : undefined}
      foot={
        <>
          <Button onPress={() => save(onClose)} disabled={!form.ready}>
            Add the run
          </Button>
          <Button kind="main" onPress={() => save(onNext)} disabled={!form.ready}>
            Add, continue down
          </Button>
        </>
      }
    >
      <DownFields form={form} begins={node === undefined} fed={fed} through={upper?.name} />
    </Sheet>
  );
}

function DownFields({
  form: { control, values, set },
  begins,
  fed,
  through,
}: {
  form: DownForm;
  begins: boolean;
  fed: boolean;
  through: string | undefined;
}) {
  const { system } = useUnits();
  return (
    <>
      {begins ? <HouseFields control={control} /> : null}
      <FormMeasure
        control={control}
        name="length"
        label="Horizontal length"
        quantity="distance"
        limit={Length}
        focus={!begins}
      />
      <FormMeasure
        control={control}
        name="slope"
        label="Slope"
        quantity="slope"
        limit={Slope}
        hint={SLOPE_HINT[system]}
      />
      <FormMeasure
        control={control}
        name="ground"
        label="Ground at the lower end, if known"
        quantity="elevation"
        limit={Elevation}
        optional
      />
      <FormPicker
        control={control}
        name="form"
        label="At the lower end"
        options={formOptions(formsFor(LOWER_NODES, values.service))}
      />
      {fed ? (
        <FormMeasure
          control={control}
          name="drop"
          label={`Fall through ${through ?? 'it'}`}
          quantity="thickness"
          limit={Thickness}
          optional
          hint="From the incoming invert down to the outgoing one"
        />
      ) : null}
      <FormChoice
        control={control}
        name="service"
        label="Service"
        options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
        onChange={(service) => {
          set('service', service);
          set('slope', usual(service).slope);
          set('form', usual(service).form);
        }}
      />
      {carriesSewage(values.service) ? <Septic /> : null}
    </>
  );
}

/** Where the first run begins. */
function HouseFields({ control }: Pick<DownForm, 'control'>) {
  return (
    <>
      <FormMeasure
        control={control}
        name="invert"
        label="Invert at the house"
        quantity="elevation"
        limit={Elevation}
        hint="Inside bottom of the pipe where it comes out of the wall"
        focus
      />
      <FormMeasure
        control={control}
        name="start"
        label="Ground at the house, if known"
        quantity="elevation"
        limit={Elevation}
        optional
      />
    </>
  );
}

function Septic() {
  return (
    <Words size="small" tone="muted">
      Septic work usually needs a permit and a licensed designer or installer; the local table of distances and the
      inspector decide. Never enter a tank: its gas kills.
    </Words>
  );
}

function Laterals({ box, onSingle, onClose }: { box: Uuid; onSingle: () => void; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const form = useLateralForm();
  const save = (): void =>
    form.keep((field) => {
      const edits = layLaterals(plan, box, field, newId);
      edit(edits);
      const line = edits.flatMap((edit) =>
        edit.op === 'put' && edit.item.kind === 'line' && edit.item.service === 'lateral' ? [edit.item.id] : [],
      )[0];
      if (line !== undefined) dispatch(lineChosen(line));
      onClose();
    });
  return (
    <Sheet
      title={`Laterals from ${plan.node[box]?.name ?? 'the box'}`}
      onClose={onClose}
      onEnter={form.ready ? save : undefined}
      foot={
        <>
          <Button onPress={onSingle}>Another kind of line</Button>
          <Button kind="main" onPress={save} disabled={!form.ready}>
            Create laterals
          </Button>
        </>
      }
    >
      <LateralFields form={form} />
      <Septic />
    </Sheet>
  );
}
