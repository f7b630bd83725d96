import { FOOT, groundAt } from '@alveus/core';
import { AlongRun, Elevation, SwaleStretch, Thickness } from '@alveus/plan';
import type { Swale, Uuid } from '@alveus/plan';
import { useMemo, useState } from 'react';
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

/** A stretch that keeps out of the others. */
const among = (others: readonly SwaleStretch[]) =>
  SwaleStretch.superRefine(({ from, to }, context) => {
    const met = others.find((stretch) => from < stretch.to - CLOSE && to > stretch.from + CLOSE);
    if (!met) return;
    // At the end by which it reaches into it.
    const path = from > met.from ? ['from'] : ['to'];
    context.addIssue({ code: 'custom', path, message: 'overlaps another stretch of this swale' });
  });

/** Stretches nearer to one another than this meet, m. */
const CLOSE = 1e-6;

/** A shallow ditch along a run, cut before its trench is dug down its middle: in one stretch, as a rule. */
export function SwaleSheet({ run, onClose }: { run: Uuid; onClose: () => void }) {
  const { plan, runs } = useAppSelector(selectEvaluation);
  const stands = plan.swale[run];
  const cuts = useMemo(() => (stands ? toldUp(stands, plan).cuts : []), [stands, plan]);
  const [chosen, setChosen] = useState(0);
  const length = runs.get(run)?.length ?? 1;
  const last = cuts[cuts.length - 1];
  const start: SwaleStretch = cuts[chosen] ?? {
    from: last && last.to < length ? last.to : 0,
    to: length,
    bottom: { by: 'depth', depth: DEEP },
    width: last?.width ?? WIDE,
    sides: last?.sides ?? SIDES,
  };
  return (
    <Stretch key={chosen} run={run} cuts={cuts} chosen={chosen} start={start} onChoose={setChosen} onClose={onClose} />
  );
}

interface StretchProps {
  run: Uuid;
  /** Of the swale as it is kept now, told up the run. */
  cuts: readonly SwaleStretch[];
  /** Which of them this is; one more than there are for another. */
  chosen: number;
  start: SwaleStretch;
  onChoose: (which: number) => void;
  onClose: () => void;
}

function Stretch({ run: id, cuts, chosen, start, onChoose, onClose }: StretchProps) {
  const { edit } = useActions();
  const { plan, runs } = useAppSelector(selectEvaluation);
  const print = usePrint();
  const others = useMemo(() => cuts.filter((_, index) => index !== chosen), [cuts, chosen]);
  const schema = useMemo(() => among(others), [others]);
  const form = useSheetForm<SwaleStretch>(schema, start);
  const put = (all: readonly SwaleStretch[]): void => {
    const item: Swale = { kind: 'swale', id, cuts: [...all].sort((a, b) => a.from - b.from) };
    edit([all.length === 0 ? { op: 'remove', kind: 'swale', id } : { op: 'put', item: toldFromA(item, plan) }]);
    onClose();
  };
  const save = (): void => form.keep((cut) => put([cut, ...others]));
  const cut = runs.get(id)?.swales.reduce((sum, swale) => sum + swale.cut.volume, 0) ?? 0;
  const stretches = [
    ...cuts.map(({ from, to }, index) => ({
      value: String(index),
      label: `${print(from, 'distance')} to ${print(to, 'distance')}`,
    })),
    { value: String(cuts.length), label: 'Another stretch' },
  ];
  return (
    <Sheet
      title={`Swale along ${plan.run[id]?.name ?? 'a run'}`}
      onClose={onClose}
      onEnter={form.ready ? save : undefined}
      foot={<KeepFoot ready={form.ready} onKeep={save} onRemove={cuts[chosen] && (() => put(others))} />}
    >
      <Words size="small" tone="muted">
        The ground is cut down to the swale first; the trench starts at its bottom, along its middle. Sides are out for
        one up: 4 is easy to mow.
      </Words>
      {cuts.length === 0 ? null : (
        <Choice
          label="Stretch"
          options={stretches}
          value={String(chosen)}
          onChange={(which) => onChoose(Number(which))}
        />
      )}
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
        label="Bottom width"
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
      {cut > 0 ? <Words>{`Digging as it is set now: ${print(cut, 'volume')}.`}</Words> : null}
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
          { value: 'levels', label: 'Has its own fall' },
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
                ? `It falls ${print(falls, 'slope')}.`
                : 'It does not fall toward the low end: water stands in it.'}
            </Words>
          )}
        </>
      )}
    </>
  );
}
