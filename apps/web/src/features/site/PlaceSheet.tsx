import { fromBearing, fromRun, networkSpots, placeItem } from '@alveus/core';
import type { Evaluation, Spot } from '@alveus/core';
import { Elevation, formOf, lowerOf, upperOf } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { z } from 'zod';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet } from '../../ui';
import type { SheetForm } from '../../ui/form';
import { FormChoice, FormMeasure, FormPicker, useSheetForm } from '../../ui/form';

/** Coordinates may be those of a whole state. */
const Coordinate = z.number().min(-10_000_000).max(10_000_000);
const Bearing = z.number().min(-360, 'From −360 to 360.').max(360);

/** How somebody tells where a node lies. */
const PlaceDraft = z.discriminatedUnion('how', [
  z.object({ how: z.literal('coordinates'), east: Coordinate, north: Coordinate }),
  z.object({ how: z.literal('bearing'), other: z.string(), distance: Coordinate, bearing: Bearing }),
  z.object({ how: z.literal('run'), run: z.string(), at: Coordinate, offset: Elevation }),
]);
type PlaceDraft = z.infer<typeof PlaceDraft>;

function spotOf(draft: PlaceDraft, { plan, topology, runs }: Evaluation): Spot | undefined {
  switch (draft.how) {
    case 'coordinates':
      return { east: draft.east, north: draft.north };
    case 'bearing': {
      const from = plan.nodePlace[draft.other];
      return from && fromBearing(from, draft.distance, (draft.bearing * Math.PI) / 180);
    }
    case 'run': {
      const along = runs.get(draft.run)?.run;
      const spots = networkSpots(plan, topology);
      const [lower, upper] = [along && spots.get(lowerOf(along)), along && spots.get(upperOf(along))];
      return lower && upper && fromRun(lower, upper, draft.at, draft.offset);
    }
  }
}

/** Where a node lies, typed: by coordinates, from another node, or along a run. */
export function PlaceSheet({ node, onClose }: { node: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const { plan } = evaluation;
  const now = plan.nodePlace[node];
  const others = Object.values(plan.node).filter((candidate) => candidate.id !== node && plan.nodePlace[candidate.id]);
  const drawn = [...evaluation.runs.values()].filter(({ run }) =>
    [lowerOf(run), upperOf(run)].every((end) => end !== node && plan.nodePlace[end]),
  );
  const form = useSheetForm<PlaceDraft>(PlaceDraft, {
    how: 'coordinates',
    ...(now ? { east: now.east, north: now.north } : {}),
    other: others[0]?.id,
    run: drawn[0]?.id,
    offset: 0,
  } as never);
  const { control, values } = form;
  const save = (): void =>
    form.keep((draft) => {
      const spot = spotOf(draft, evaluation);
      if (!spot) return;
      edit([{ op: 'put', item: placeItem(node, spot) }]);
      onClose();
    });
  const off = (): void => {
    edit([{ op: 'remove', kind: 'nodePlace', id: node }]);
    onClose();
  };
  return (
    <Sheet
      title={`Place of ${plan.node[node]?.name ?? 'it'}`}
      onClose={onClose}
      foot={
        <>
          {now ? <Button onPress={off}>Remove from sketch</Button> : null}
          <Button kind="main" onPress={save} disabled={!form.ready}>
            Place it
          </Button>
        </>
      }
    >
      <FormChoice
        control={control}
        name="how"
        label="Entered as"
        options={[
          { value: 'coordinates', label: 'Coordinates' },
          ...(others.length > 0 ? [{ value: 'bearing', label: 'Distance and bearing' }] : []),
          ...(drawn.length > 0 ? [{ value: 'run', label: 'Along a run' }] : []),
        ]}
      />
      {values.how === 'bearing' ? (
        <FormPicker
          control={control}
          name="other"
          label="From"
          options={others.map(({ id, name, form: of }) => ({ value: id, label: name, note: formOf(of).word }))}
        />
      ) : null}
      {values.how === 'run' ? (
        <FormPicker
          control={control}
          name="run"
          label="Along"
          options={drawn.map(({ id, run }) => ({
            value: id,
            label: run.name,
            note: plan.line[run.line]?.name ?? '',
          }))}
        />
      ) : null}
      <Figures form={form} onSubmit={save} />
    </Sheet>
  );
}

function Figures({ form: { control, values }, onSubmit }: { form: SheetForm<PlaceDraft>; onSubmit: () => void }) {
  const far = { control, quantity: 'distance', limit: Coordinate } as const;
  switch (values.how) {
    case 'coordinates':
      return (
        <View key="coordinates" style={styles.row}>
          <FormMeasure {...far} name="east" label="East" focus />
          <FormMeasure {...far} name="north" label="North" onSubmit={onSubmit} />
        </View>
      );
    case 'bearing':
      return (
        <View key="bearing" style={styles.row}>
          <FormMeasure {...far} name="distance" label="Distance" />
          <FormMeasure
            control={control}
            name="bearing"
            label="Bearing (degrees from north)"
            quantity="plain"
            limit={Bearing}
            onSubmit={onSubmit}
          />
        </View>
      );
    case 'run':
      return (
        <View key="run" style={styles.row}>
          <FormMeasure {...far} name="at" label="Distance up it" />
          <FormMeasure
            control={control}
            name="offset"
            label="Offset to the right"
            quantity="distance"
            limit={Elevation}
            onSubmit={onSubmit}
          />
        </View>
      );
  }
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 10, flexWrap: 'wrap' } });
