import { FOOT } from '@alveus/core';
import type { FloatingBox } from '@alveus/core/float';
import { boxFloat, covered, moundSpacing, pipeFloat, pipeStages, roundBox } from '@alveus/core/float';
import { Thickness } from '@alveus/plan';
import { useState } from 'react';
import { useAppSelector } from '../../store';
import { selectRun } from '../../store/results';
import { Choice, DoneFoot, List, MeasureField, Row, Sheet, usePrint, useUnits, Words } from '../../ui/measured';

type Of = 'pipe' | 'box' | 'round';

/** What is empty in a wet hole, weighed against the water. Nothing of it is kept: it is asked on the day. */
export function FloatSheet({ onClose }: { onClose: () => void }) {
  const [of, setOf] = useState<Of>('pipe');
  const [water, setWater] = useState<number>();
  return (
    <Sheet title="Will it float?" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <Choice
        label="What is empty in the water"
        options={[
          { value: 'pipe', label: 'The pipe here' },
          { value: 'box', label: 'A tank or a box' },
          { value: 'round', label: 'A manhole' },
        ]}
        value={of}
        onChange={setOf}
      />
      <MeasureField
        label={of === 'pipe' ? 'Water above the underside of the pipe' : 'Water above its base'}
        quantity="depth"
        value={water}
        onChange={setWater}
        limit={Thickness}
        optional
        hint="As it is in the hole, or could be after rain"
      />
      {of === 'pipe' ? <PipeHere water={water} /> : <Box key={of} round={of === 'round'} water={water} />}
      <Words size="small" tone="muted">
        Leaves out soil that is not entered, friction and a safety margin: designers add a fifth, or the local rule’s
        share. Nobody stands in a hole with a tank that may float.
      </Words>
    </Sheet>
  );
}

/** Of the pipe at the station. */
function PipeHere({ water }: { water: number | undefined }) {
  const print = usePrint();
  const { system } = useUnits();
  const run = useAppSelector(selectRun);
  const [weight, setWeight] = useState<number>();
  const outside = run?.pipe?.outside;
  if (!run || outside === undefined) return <Words tone="muted">There is no pipe at the station.</Words>;
  const pipe = weight === undefined ? undefined : { outside, weight };
  // A heap as one bucket leaves it.
  const mound = system === 'metric' ? 0.25 : 9 * FOOT ** 3;
  const floats = pipe && pipeFloat(pipe, water ?? outside);
  const apart = pipe && moundSpacing(pipe, mound);
  return (
    <>
      <MeasureField
        label={`Weight of ${run.pipe?.name ?? 'the pipe'}, empty`}
        quantity="weight-per-length"
        value={weight}
        onChange={setWeight}
        check={positive}
        optional
        hint="From the maker’s table"
      />
      {floats && pipe ? (
        <>
          <Verdict down={floats.down} per />
          <Words>
            {floats.from === undefined
              ? 'No water floats it.'
              : `It floats at ${print(floats.from, 'depth')} of water. ${print(floats.fill, 'thickness')} of fill over it holds it down, as wide as the pipe${apart === undefined ? '' : `; or mounds of ${print(mound, 'volume')}, ${print(apart, 'distance')} apart`}.`}
          </Words>
          <List label="Safe water at each stage of filling">
            {pipeStages(pipe, [-outside / 2, ...STAGES.map((over) => over * FOOT)]).map(({ over, safe }) => (
              <Row
                key={over}
                title={
                  over < 0
                    ? 'Filled to its middle'
                    : over === 0
                      ? 'Filled to its crown'
                      : `Filled ${print(over, 'thickness')} above its crown`
                }
                note={
                  safe === undefined
                    ? 'no water floats it'
                    : `holds up to ${print(safe, 'depth')} of water above its underside`
                }
              />
            ))}
          </List>
        </>
      ) : null}
    </>
  );
}

/** Fill over the crown at each stage, ft. */
const STAGES = [0, 0.25, 0.5, 1, 2];

const SIDES = [
  ['length', 'Length, outside'],
  ['width', 'Width, outside'],
  ['height', 'Height, outside'],
] as const;

function Box({ round, water }: { round: boolean; water: number | undefined }) {
  const print = usePrint();
  const [box, setBox] = useState<Typed>({});
  const [cover, setCover] = useState<number>();
  const { width = 0, height = 0, weight = 0 } = box;
  const sizeWords = round
    ? width > 0 && height > 0 && weight > 0
      ? roundBox(width, height, weight)
      : undefined
    : isWhole(box)
      ? box
      : undefined;
  const whole = sizeWords && covered(sizeWords, cover ?? 0);
  const floats = whole && boxFloat(whole, water ?? whole.height);
  return (
    <>
      {SIDES.filter(([side]) => !round || side !== 'length').map(([side, label]) => (
        <MeasureField
          key={side}
          label={round && side === 'width' ? 'Outside, across the circle' : label}
          quantity="distance"
          value={box[side]}
          limit={Thickness}
          onChange={(value) => setBox((before) => ({ ...before, [side]: value }))}
          optional
        />
      ))}
      <MeasureField
        label="Weight, empty"
        quantity="weight"
        value={box.weight}
        check={positive}
        onChange={(weight) => setBox((before) => ({ ...before, weight }))}
        optional
        hint="From its plate or the maker’s table"
      />
      <MeasureField
        label="Fill over its top"
        quantity="depth"
        value={cover}
        onChange={setCover}
        limit={Thickness}
        optional
        hint="As much as is in place by then; weighed under water"
      />
      {floats ? (
        <>
          <Verdict down={floats.down} />
          <Words>
            {floats.from === undefined
              ? 'No water floats it.'
              : `It floats at ${print(floats.from, 'depth')} of water above its base.${floats.fill > 0 ? ` ${print(floats.fill, 'liquid')} of water in it holds it down.` : ''}`}
          </Words>
        </>
      ) : null}
    </>
  );
}

/** What of a box was typed so far. */
type Typed = { readonly [Side in keyof FloatingBox]?: number | undefined };

const positive = (value: number): string | undefined => (value > 0 ? undefined : 'Must be more than zero.');

const isWhole = (box: Typed): box is FloatingBox =>
  (['length', 'width', 'height', 'weight'] as const).every((side) => (box[side] ?? 0) > 0);

/** Whether it stays, and by how much. */
function Verdict({ down, per = false }: { down: number; per?: boolean }) {
  const print = usePrint();
  const by = print(Math.abs(down), per ? 'weight-per-length' : 'weight');
  return (
    <Words strong size="large" tone={down < 0 ? 'stop' : 'settled'}>
      {down < 0 ? `It floats: ${by} too light.` : `It stays: ${by} to spare.`}
    </Words>
  );
}
