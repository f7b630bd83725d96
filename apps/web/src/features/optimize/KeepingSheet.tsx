import { AlongRun, Elevation, Keeping, Slope, Thickness } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectPlace } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Choice, KeepFoot, Picker, Sheet, Words } from '../../ui/measured';
import type { SheetForm } from '../../ui/form';
import { FormMeasure, FormText, useSheetForm } from '../../ui/form';
import { toldFromA, toldUp } from '../parts/along';
import { useRunChoices } from '../parts/choices';
import { WHAT_WORDS } from './keepingWords';

type Keeps = Keeping['keeps'];
type What = Keeps['what'];

/** A limit that somebody says besides the rules: the main as it was found, the slab over it, how deep the machine reaches. */
export function KeepingSheet({ keeping: id, onClose }: { keeping: Uuid | undefined; onClose: () => void }) {
  const { edit } = useActions();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const place = useAppSelector(selectPlace);
  const known = id === undefined ? undefined : plan.keeping[id];
  const run = place?.run.id ?? Object.keys(plan.run)[0] ?? '';
  const form = useSheetForm<Keeping>(
    Keeping,
    known
      ? toldUp(known, plan)
      : {
          kind: 'keeping',
          id: newId(),
          name: '',
          at: { run, from: 0, to: runs.get(run)?.length ?? 1 },
          keeps: { what: 'depth', is: 'most', value: 3 },
        },
  );
  const save = (): void =>
    form.keep((item) => {
      edit([{ op: 'put', item: toldFromA(item, plan) }]);
      onClose();
    });
  const remove = (): void => {
    if (known) edit([{ op: 'remove', kind: 'keeping', id: known.id }]);
    onClose();
  };
  return (
    <Sheet
      title={known ? known.name : 'Job limit'}
      onClose={onClose}
      onEnter={form.ready ? save : undefined}
      foot={<KeepFoot ready={form.ready} onKeep={save} onRemove={known && remove} />}
    >
      <FormText
        control={form.control}
        name="name"
        label="Why"
        hint="Main as dug up, under the slab, reach of the machine"
        focus
      />
      <Where form={form} />
      <What form={form} />
      <Words size="small" tone="muted">
        Least digging keeps it; a plan that breaks it gets a finding.
      </Words>
    </Sheet>
  );
}

interface Part {
  form: SheetForm<Keeping>;
}

/** A run, over a stretch of it, or a node. */
function Where({ form: { control, values, restart } }: Part) {
  const { plan, runs } = useAppSelector(selectEvaluation);
  const choices = useRunChoices();
  const nodes = Object.values(plan.node).map(({ id, name }) => ({ value: id, label: `${name}, and what ends there` }));
  const at = values.at;
  return (
    <>
      <Picker
        label="Where"
        options={[...choices.options, ...nodes]}
        likely={choices.likely}
        value={'run' in at ? at.run : at.node}
        onChange={(chosen) => {
          const length = runs.get(chosen)?.length;
          const isRun = plan.run[chosen] !== undefined;
          const { what } = values.keeps;
          const fits = isRun ? what !== 'drop' : what !== 'slope' && what !== 'even';
          restart({
            ...values,
            at: isRun ? { run: chosen, from: 0, to: length || 1 } : { node: chosen },
            keeps: fits ? values.keeps : begin('depth'),
          });
        }}
      />
      {'run' in at ? (
        <>
          <FormMeasure control={control} name="at.from" label="From, up the run" quantity="distance" limit={AlongRun} />
          <FormMeasure control={control} name="at.to" label="To, up the run" quantity="distance" limit={AlongRun} />
        </>
      ) : null}
    </>
  );
}

const OF_RUNS: readonly What[] = ['depth', 'cover', 'invert', 'crown', 'bottom', 'slope', 'even'];
const OF_NODES: readonly What[] = ['invert', 'crown', 'bottom', 'depth', 'cover', 'drop'];
const SIDES = [
  { value: 'least', label: 'At least' },
  { value: 'most', label: 'At most' },
] as const;

/** What each begins with, before a value is typed. */
function begin(what: What): Keeps {
  switch (what) {
    case 'invert':
    case 'crown':
    case 'bottom':
      return { what, is: what === 'crown' ? 'most' : 'least', level: NaN };
    case 'depth':
      return { what, is: 'most', value: NaN };
    case 'cover':
    case 'slope':
    case 'drop':
      return { what, is: 'least', value: NaN };
    case 'even':
      return { what };
  }
}

function What({ form: { control, values, set, restart } }: Part) {
  const { keeps } = values;
  const whats = 'run' in values.at ? OF_RUNS : OF_NODES;
  return (
    <>
      <Choice
        label="What is limited"
        options={whats.map((value) => ({ value, label: WHAT_WORDS[value] }))}
        value={keeps.what}
        // Anew, since what was typed of the other is none of this one's.
        onChange={(what) => restart({ ...values, keeps: begin(what) })}
      />
      {keeps.what === 'even' || keeps.what === 'drop' ? null : (
        <Choice label="Direction" options={SIDES} value={keeps.is} onChange={(is) => set('keeps', { ...keeps, is })} />
      )}
      {keeps.what === 'even' ? null : 'level' in keeps ? (
        <FormMeasure control={control} name="keeps.level" label="Elevation" quantity="elevation" limit={Elevation} />
      ) : keeps.what === 'slope' ? (
        <FormMeasure control={control} name="keeps.value" label="Slope" quantity="slope" limit={Slope} />
      ) : (
        <FormMeasure
          control={control}
          name="keeps.value"
          label={WHAT_WORDS[keeps.what]}
          quantity={keeps.what === 'depth' ? 'depth' : 'thickness'}
          limit={Thickness}
        />
      )}
    </>
  );
}
