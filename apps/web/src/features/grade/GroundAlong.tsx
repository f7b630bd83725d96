import { fromEndA, runLength, upRun } from '@alveus/core';
import type { FromA, ItemOf, UpRun } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, IconButton, MeasureField, usePrint, Words } from '../../ui/measured';

export function GroundAlong({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const print = usePrint();
  const length = runLength(plan, run) ?? 0;
  // Kept from end a, which never changes; shown and typed as it is read up the run.
  const upwards = <T extends { readonly at: FromA }>(points: readonly T[]): (Omit<T, 'at'> & { at: UpRun })[] =>
    points.map((point) => ({ ...point, at: upRun(run, length, point.at) })).sort((a, b) => a.at - b.at);
  const breaks = upwards(plan.runGround[run.id]?.breaks ?? []);
  const shot = upwards(useAppSelector(selectEvaluation).shots.runs.get(run.id) ?? []);
  const save = (next: readonly { readonly at: UpRun; readonly elevation: number }[]): void =>
    edit([
      {
        op: 'put',
        item: {
          kind: 'runGround',
          id: run.id,
          breaks: next
            .map(({ at: up, elevation: level }) => ({ at: fromEndA(run, length, up), elevation: level }))
            .sort((a, b) => a.at - b.at),
          ...(length > 0 ? { over: length } : {}),
        },
      },
    ]);
  const place = (value: number): string | undefined => {
    if (value <= 0) return 'Must be past the lower end.';
    if (value >= length) return `Must be before the upper end, at ${print(length, 'distance')}.`;
    if (breaks.some((groundBreak) => Math.abs(groundBreak.at - value) < 1e-6))
      return 'There is already a ground point at this distance; remove it first.';
    return undefined;
  };
  return (
    <View style={styles.group} role="group" aria-label="Ground along the run">
      <Words strong>Ground along the run</Words>
      {breaks.map((groundBreak) => (
        <View key={groundBreak.at} style={styles.break}>
          <Words style={styles.flex} size="large">
            {`${print(groundBreak.at, 'distance')} up: ${print(groundBreak.elevation, 'elevation')}`}
          </Words>
          <IconButton
            name="trash"
            label={`Remove the ground point at ${print(groundBreak.at, 'distance')}`}
            onPress={() => save(breaks.filter((other) => other !== groundBreak))}
          />
        </View>
      ))}
      {shot.map((shot) => (
        <Words
          key={shot.shot}
          tone="muted"
        >{`${print(shot.at, 'distance')} up: ${print(shot.elevation, 'elevation')}, shot`}</Words>
      ))}
      <NewPoint place={place} onAdd={(point) => save([...breaks, point].sort((a, b) => a.at - b.at))} />
    </View>
  );
}

interface NewPointProps {
  /** Why a point may not lie at a distance up the run. */
  place: (at: number) => string | undefined;
  onAdd: (point: { readonly at: UpRun; readonly elevation: number }) => void;
}

function NewPoint({ place, onAdd }: NewPointProps) {
  const [at, setAt] = useState<number>();
  const [elevation, setElevation] = useState<number>();
  const [round, setRound] = useState(0);
  const [bad, setBad] = useState({ at: true, elevation: true });
  const add = (): void => {
    if (bad.at || bad.elevation || at === undefined || elevation === undefined) return;
    onAdd({ at: at, elevation });
    setAt(undefined);
    setElevation(undefined);
    setBad({ at: true, elevation: true });
    setRound(round + 1);
  };
  return (
    <>
      <View style={styles.row}>
        <MeasureField
          key={`at${round}`}
          label="Distance up"
          quantity="distance"
          value={at}
          onChange={setAt}
          onValid={(ok) => setBad((b) => ({ ...b, at: !ok }))}
          check={place}
        />
        <MeasureField
          key={`elevation${round}`}
          label="Ground"
          quantity="elevation"
          value={elevation}
          onChange={setElevation}
          onValid={(ok) => setBad((b) => ({ ...b, elevation: !ok }))}
          onSubmit={add}
        />
      </View>
      <Button icon="plus" onPress={add} disabled={bad.at || bad.elevation}>
        Add ground point
      </Button>
    </>
  );
}

const styles = StyleSheet.create({
  group: { gap: 10 },
  row: { flexDirection: 'row', gap: 10 },
  break: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  flex: { flex: 1 },
});
