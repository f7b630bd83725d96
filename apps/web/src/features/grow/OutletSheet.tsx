import { invertAtDepth, mayEndIn } from '@alveus/core';
import { extendLine, startLine } from '@alveus/core/grow';
import type { Edit, NodeForm, Plan, Uuid } from '@alveus/plan';
import {
  applyEdits,
  carriesSewage,
  Elevation,
  formOf,
  oneOf,
  Service,
  serviceOf,
  SERVICES,
  Thickness,
} from '@alveus/plan';
import { useState } from 'react';
import { z } from 'zod';
import { sheetOpened, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, Words } from '../../ui';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, FormText, useSheetForm } from '../../ui/form';
import { Explained } from '../parts/Explained';
import { formOptions, InvertPicture, SpillPicture } from '../parts/pictures';
import { pipeOption, pipeOptions } from '../parts/pipes';
import { formsFor, OUTLETS } from '../parts/words';
import type { RunDraft } from './RunFields';
import { RunFields, runFor, runStart, useRunForm } from './RunFields';

/** What of the height is known to begin with: how high or how deep it leaves, or how deep its head is to be. */
const KNOWN = ['invert', 'depth', 'head'] as const;
type Known = (typeof KNOWN)[number];

/** What is typed of where the water leaves. */
const OutletDraft = z
  .object({
    known: z.enum(KNOWN),
    invert: Elevation.optional(),
    depth: Thickness.optional(),
    ground: Elevation.optional(),
    water: Elevation.optional(),
    service: Service,
    form: oneOf(OUTLETS, 'a form of node'),
    /** One of the job, or of the catalogue. */
    pipe: z.string(),
    name: z.string(),
  })
  .refine((draft) => draft.known === 'head' || draft[draft.known] !== undefined, { message: 'needs its height' })
  .refine((draft) => draft.known !== 'depth' || draft.ground !== undefined, { message: 'a depth needs the ground' });
type OutletDraft = z.infer<typeof OutletDraft>;

/** The line with its outlet, and its first run up from there. */
function outletEdits(
  plan: Plan,
  { known, name, service, form, ground, water, invert, depth, pipe }: OutletDraft,
  draft: RunDraft,
): { readonly line: Uuid; readonly edits: readonly Edit[] } {
  const called = name.trim() || `${serviceOf(service).word} line`;
  const at = { name: formOf(form).word, form, ground, water };
  const start = startLine(plan, { name: called, service, pipe, outlet: at }, newId);
  const base = applyEdits(plan, start.edits);
  const deep = ground === undefined || depth === undefined ? undefined : invertAtDepth(base, start.line, ground, depth);
  const begun = runStart(draft, 1, base, start.line);
  const facts: Record<Known, Partial<typeof begun>> = {
    invert: { low: invert },
    depth: { low: deep },
    // The outlet follows from the head and the slope.
    head: { slope: draft.slope },
  };
  const first = extendLine(base, start.line, { ...begun, ...facts[known] }, newId, start.outlet);
  return { line: start.line, edits: [...start.edits, ...first.edits] };
}

/** A new line in two steps: where the water leaves and how high; then the first run up from there. */
export function OutletSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const [step, setStep] = useState<'outlet' | 'run'>('outlet');
  const outlet = useSheetForm<OutletDraft>(OutletDraft, {
    known: 'invert',
    service: 'storm',
    form: 'daylight',
    pipe: pipeOption(plan, serviceOf('storm').pipe),
    name: '',
  });
  const run = useRunForm('storm');

  const save = (another: boolean): void =>
    outlet.keep((draft) =>
      run.keep((first) => {
        const { line, edits } = outletEdits(plan, draft, first);
        edit(edits);
        dispatch(wentTo({ line, along: first.length / 2 }));
        if (another) dispatch(sheetOpened({ sheet: 'add-run' }));
        else onClose();
      }),
    );

  if (step === 'outlet') {
    return (
      <Sheet
        title="Set the outlet"
        onClose={onClose}
        onEnter={outlet.ready ? () => setStep('run') : undefined}
        foot={
          <Button kind="main" onPress={() => setStep('run')} disabled={!outlet.ready}>
            Next: the first run
          </Button>
        }
      >
        <OutletFields
          form={outlet}
          onKnown={(known) => {
            // What was not understood in a field that is gone is in nobody's way.
            for (const field of ['invert', 'depth'] as const)
              if (Number.isNaN(outlet.values[field])) outlet.set(field, undefined);
            if (Number.isNaN(run.values.high)) run.set('high', undefined);
            outlet.set('known', known);
            run.set('by', known === 'head' ? 'depth' : 'slope');
          }}
          onService={(service) => {
            outlet.set('service', service);
            const [first] = formsFor(OUTLETS, service);
            if (first && !mayEndIn([service], outlet.values.form ?? first)) outlet.set('form', first);
            outlet.set('pipe', pipeOption(plan, serviceOf(service).pipe));
            runFor(run, service, outlet.values.known === 'head' ? 'depth' : 'slope');
          }}
        />
      </Sheet>
    );
  }
  return (
    <Sheet
      title="First run, up from the outlet"
      onClose={onClose}
      onEnter={run.ready ? () => save(true) : undefined}
      foot={
        <>
          <Button icon="back" onPress={() => setStep('outlet')}>
            Outlet
          </Button>
          <Button onPress={() => save(true)} disabled={!run.ready}>
            Add, then another
          </Button>
          <Button kind="main" onPress={() => save(false)} disabled={!run.ready}>
            Add the run
          </Button>
        </>
      }
    >
      <RunFields form={run} service={outlet.values.service ?? 'storm'} fromHead={outlet.values.known === 'head'} />
    </Sheet>
  );
}

/** Ends for a yard with no fall: which of them is a question of its own. */
const noFall = (form: NodeForm): boolean => formOf(form).ends === 'rises' || formOf(form).ends === 'soaks';

function OutletFields({
  form: { control, values },
  onKnown,
  onService,
}: {
  form: SheetForm<OutletDraft>;
  onKnown: (known: Known) => void;
  onService: (service: Service) => void;
}) {
  const service = serviceOf(values.service);
  const plan = useAppSelector((state) => state.job.plan);
  const lately = useAppSelector((state) => state.settings.lately);
  return (
    <>
      <FormChoice
        control={control}
        name="known"
        label="What do you know?"
        options={[
          { value: 'invert', label: 'Outlet invert' },
          { value: 'depth', label: 'Depth at the outlet' },
          { value: 'head', label: 'Depth at the head' },
        ]}
        onChange={onKnown}
      />
      <KnownField control={control} known={values.known} />
      <Explained words="What are invert, cover and depth?">
        <InvertPicture />
      </Explained>
      <FormMeasure
        control={control}
        name="ground"
        label={values.known === 'depth' ? 'Ground at the outlet' : 'Ground at the outlet, if known'}
        quantity="elevation"
        limit={Elevation}
        optional={values.known !== 'depth'}
        hint={values.known === 'depth' ? 'The depth is measured from it; 100 will do' : undefined}
      />
      <FormChoice
        control={control}
        name="service"
        label="Service"
        options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
        onChange={onService}
      />
      <FormPicker
        control={control}
        name="pipe"
        label="Pipe for the whole line"
        options={pipeOptions(plan)}
        likely={lately.map((name) => pipeOption(plan, name))}
      />
      <FormChoice
        control={control}
        name="form"
        label="Kind of outlet"
        options={formOptions(formsFor(OUTLETS, values.service))}
      />
      {noFall(values.form) ? <SpillPicture /> : null}
      <FormMeasure
        control={control}
        name="water"
        label="Highest water standing outside, if any"
        quantity="elevation"
        limit={Elevation}
        optional
      />
      <FormText control={control} name="name" label="Name of the line" hint={`Left empty: ${service.word} line`} />
      {carriesSewage(values.service) ? (
        <Words size="small" tone="muted">
          Septic work usually needs a permit and a licensed designer or installer; the local table of distances and the
          inspector decide. Never enter a tank: its gas kills.
        </Words>
      ) : null}
    </>
  );
}

/** The level by which the outlet is known. */
function KnownField({ control, known }: Pick<SheetForm<OutletDraft>, 'control'> & { known: Known | undefined }) {
  return known === 'invert' ? (
    <FormMeasure
      key="invert"
      control={control}
      name="invert"
      label="Outlet invert"
      quantity="elevation"
      limit={Elevation}
      hint="Inside bottom of the pipe where the water leaves"
      focus
    />
  ) : known === 'depth' ? (
    <FormMeasure
      key="depth"
      control={control}
      name="depth"
      label="Trench depth at the outlet"
      quantity="depth"
      limit={Thickness}
      hint="From the ground to the trench bottom"
      focus
    />
  ) : (
    <Words>The outlet follows from the depth at the head and the slope, on the next page.</Words>
  );
}
