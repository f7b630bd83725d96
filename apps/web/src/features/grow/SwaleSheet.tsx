import { FOOT, groundAt } from '@alveus/core';
import { AlongRun, Elevation, SwaleStretch, Thickness } from '@alveus/plan';
import type { Swale, Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Choice, KeepFoot, Sheet, usePrint, Words } from '../../ui/measured';
import type { SheetForm } from '../../ui/form';
import { FormMeasure, useSheetForm } from '../../ui/form';
import { toldFromA, toldUp } from '../parts/along';

/** Gentle enough to mow. */
const SIDES = 4;
const DEEP = FOOT;
const WIDE = 2 * FOOT;

/** A shallow ditch along a run, cut before its trench is dug down its middle. */
export function SwaleSheet({ run: id, onClose }: { run: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const print = usePrint();
  const result = runs.get(id);
  const length = result?.length ?? 1;
  const stands = plan.swale[id];
  const [first, ...others] = stands ? toldUp(stands, plan).cuts : [];
  const form = useSheetForm<SwaleStretch>(
    SwaleStretch,
    first ?? { from: 0, to: length, bottom: { by: 'depth', depth: DEEP }, width: WIDE, sides: SIDES },
  );
  const put = (cuts: readonly SwaleStretch[]): void => {
    const item: Swale = { kind: 'swale', id, cuts: [...cuts].sort((one, other) => one.from - other.from) };
    edit([cuts.length === 0 ? { op: 'remove', kind: 'swale', id } : { op: 'put', item: toldFromA(item, plan) }]);
    onClose();
  };
  const save = (): void => form.keep((cut) => put([cut, ...others]));
  const cut = result?.swales.reduce((sum, one) => sum + one.cut.volume, 0) ?? 0;
  const next = others[0];
  return (
    <Sheet
      title={`Swale along ${plan.run[id]?.name ?? 'a run'}`}
      onClose={onClose}
      onEnter={form.ready ? save : undefined}
      foot={<KeepFoot ready={form.ready} onKeep={save} onRemove={first && (() => put(others))} />}
    >
      <Words size="small" tone="muted">
        The ground is cut down to it first; the trench begins at its bottom, down its middle. Its sides are told by how
        far they go out for one up: 4 is easily mown.
      </Words>
      <FormMeasure
        control={form.control}
        name="from"
        label="From, up the run"
        quantity="distance"
        limit={AlongRun}
        focus
      />
      <FormMeasure control={form.control} name="to" label="To, up the run" quantity="distance" limit={AlongRun} />
      <Bottom form={form} run={id} />
      <FormMeasure
        control={form.control}
        name="width"
        label="Width of its bottom"
        quantity="thickness"
        limit={SwaleStretch.shape.width}
      />
      <FormMeasure
        control={form.control}
        name="sides"
        label="Sides, out for one up"
        quantity="plain"
        limit={SwaleStretch.shape.sides}
      />
      {cut > 0 ? <Words>{`Cut as it is kept now: ${print(cut, 'volume')}.`}</Words> : null}
      {next ? (
        <Words size="small" tone="muted">
          {`It goes on in ${others.length === 1 ? 'another stretch' : `${others.length} more stretches`} from ${print(next.from, 'distance')}, which stay as they are.`}
        </Words>
      ) : null}
    </Sheet>
  );
}

/** As deep all along, or straight from one level to another. */
function Bottom({ form: { control, values, restart }, run }: { form: SheetForm<SwaleStretch>; run: Uuid }) {
  const print = usePrint();
  const natural = useAppSelector((state) => selectEvaluation(state).runs.get(run)?.natural);
  const { bottom, from, to } = values;
  const ground = (at: number): number | undefined =>
    natural && Number.isFinite(at) ? groundAt(natural, Math.min(at, natural.length)) : undefined;
  const [low, high] = [ground(from), ground(to)];
  const levels = (): SwaleStretch['bottom'] => ({
    by: 'levels',
    from: low === undefined ? NaN : low - DEEP,
    to: high === undefined ? NaN : high - DEEP,
  });
  const falls = bottom.by === 'levels' && to > from ? (bottom.to - bottom.from) / (to - from) : undefined;
  return (
    <>
      <Choice
        label="Its bottom"
        options={[
          { value: 'depth', label: 'Follows the ground' },
          { value: 'levels', label: 'Has a fall of its own' },
        ]}
        value={bottom.by}
        // Anew, since what was typed of the other is none of this one's.
        onChange={(by) => restart({ ...values, bottom: by === 'depth' ? { by, depth: DEEP } : levels() })}
      />
      {bottom.by === 'depth' ? (
        <FormMeasure control={control} name="bottom.depth" label="Depth" quantity="thickness" limit={Thickness} />
      ) : (
        <>
          <FormMeasure
            control={control}
            name="bottom.from"
            label="Bottom at its low end"
            quantity="elevation"
            limit={Elevation}
            hint={low === undefined ? undefined : `The ground is at ${print(low, 'elevation')} there`}
          />
          <FormMeasure
            control={control}
            name="bottom.to"
            label="Bottom at its upper end"
            quantity="elevation"
            limit={Elevation}
            hint={high === undefined ? undefined : `The ground is at ${print(high, 'elevation')} there`}
          />
          {falls === undefined || Number.isNaN(falls) ? null : (
            <Words>
              {falls > 0
                ? `It falls at ${print(falls, 'slope')}.`
                : 'It does not fall toward the low end: water stands in it.'}
            </Words>
          )}
        </>
      )}
    </>
  );
}
