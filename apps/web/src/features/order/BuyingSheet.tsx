import { buyingOf } from '@alveus/core/takeoff';
import { Buying, Roll, Truck } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, PlanMeasure, Sheet, Words } from '../../ui/measured';

/** How things of the job are bought and hauled. */
export function BuyingSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const buying = useAppSelector((state) => buyingOf(selectCommitted(state).plan));
  const [problem, setProblem] = useState<string>();
  const put = (next: Partial<Buying>): void => {
    const parsed = Buying.safeParse({ ...buying, ...next });
    const issue = parsed.error?.issues[0];
    setProblem(issue && `${FIELDS[String(issue.path.at(-1))] ?? 'This'}: ${issue.message}.`);
    if (parsed.success) edit([{ op: 'put', item: parsed.data }]);
  };
  return (
    <Sheet title="Trucks, rolls and bags" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {problem ? (
        <View role="alert">
          <Words tone="stop">{`Not saved: ${problem}`}</Words>
        </View>
      ) : null}
      <Choice
        label="Whole sticks, rolls, bags and loads are counted"
        options={[
          { value: 'job', label: 'For the whole job' },
          { value: 'line', label: 'Line by line' },
        ]}
        value={buying.counted}
        onChange={(counted) => put({ counted })}
      />
      <Words size="small" tone="muted">
        {buying.counted === 'job'
          ? 'What one line leaves over goes into the next: the fewest are bought.'
          : 'Nothing is carried from one line to another, as where they are built apart.'}
      </Words>
      <TruckFields buying={buying} put={put} />
      <FabricFields buying={buying} put={put} />
      <ItemFields buying={buying} put={put} />
      <Words size="small" tone="muted">
        Common practice until you type your own.
      </Words>
    </Sheet>
  );
}

interface PartProps {
  buying: Buying;
  put: (next: Partial<Buying>) => void;
}

/** What a truck takes, whichever comes first. */
function TruckFields({ buying, put }: PartProps) {
  const { truck } = buying;
  return (
    <>
      <Words strong heading={3}>
        A truck is full at
      </Words>
      <PlanMeasure
        label="Loose volume"
        quantity="volume"
        value={truck.volume}
        limit={Truck.shape.volume}
        onChange={(volume) => volume !== undefined && put({ truck: { ...truck, volume } })}
      />
      <PlanMeasure
        label="Or a weight of"
        quantity="mass"
        value={truck.mass}
        limit={Truck.shape.mass}
        onChange={(mass) => mass !== undefined && put({ truck: { ...truck, mass } })}
        hint="Whichever comes first"
      />
    </>
  );
}

/** How fabric comes, and laps. */
function FabricFields({ buying, put }: PartProps) {
  const { fabric } = buying;
  return (
    <>
      <Words strong heading={3}>
        Filter fabric comes in rolls
      </Words>
      <PlanMeasure
        label="Width of a roll"
        quantity="distance"
        value={fabric.wide}
        limit={Roll.shape.wide}
        onChange={(wide) => wide !== undefined && put({ fabric: { ...fabric, wide } })}
      />
      <PlanMeasure
        label="Length of a roll"
        quantity="distance"
        value={fabric.long}
        limit={Roll.shape.long}
        onChange={(long) => long !== undefined && put({ fabric: { ...fabric, long } })}
      />
      <PlanMeasure
        label="Lap of one piece over the next"
        quantity="thickness"
        value={fabric.lap}
        limit={Roll.shape.lap}
        onChange={(lap) => lap !== undefined && put({ fabric: { ...fabric, lap } })}
      />
    </>
  );
}

/** How what comes whole is counted. */
function ItemFields({ buying, put }: PartProps) {
  const set =
    <Field extends keyof Buying>(field: Field) =>
    (value: Buying[Field] | undefined): void =>
      value === undefined ? undefined : put({ [field]: value });
  return (
    <>
      <Words strong heading={3}>
        Other items
      </Words>
      <PlanMeasure
        label="Tape and wire come by"
        quantity="distance"
        value={buying.marker}
        limit={Buying.shape.marker}
        onChange={set('marker')}
      />
      <Choice
        label="Where sod lies over the trench"
        options={[
          { value: 'bought', label: 'Sod bought' },
          { value: 'own', label: 'Own sod, laid back' },
          { value: 'seed', label: 'Seed under straw' },
        ]}
        value={buying.sod}
        onChange={(sod) => put({ sod })}
      />
      <PlanMeasure
        label="A bale of straw covers"
        quantity="area"
        value={buying.bale}
        limit={Buying.shape.bale}
        onChange={set('bale')}
      />
      <PlanMeasure
        label="A bag of concrete makes"
        quantity="volume"
        value={buying.bag}
        limit={Buying.shape.bag}
        onChange={set('bag')}
      />
      <PlanMeasure
        label="Mixed from bags up to"
        quantity="volume"
        value={buying.byBags}
        limit={Buying.shape.byBags}
        onChange={set('byBags')}
        hint="More comes by truck"
      />
      <PlanMeasure
        label="Spacing of cleanouts"
        quantity="distance"
        value={buying.cleanouts}
        limit={Buying.shape.cleanouts}
        onChange={set('cleanouts')}
      />
    </>
  );
}

const FIELDS: Readonly<Record<string, string>> = {
  wide: 'Width of a roll',
  long: 'Length of a roll',
  lap: 'Lap',
  volume: 'Loose volume',
  mass: 'Weight',
};
