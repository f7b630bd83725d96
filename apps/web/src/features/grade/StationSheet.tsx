import { partAt } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { selectPlace, selectRoute } from '../../store/results';
import { Button, DoneFoot, MeasureField, Sheet, usePrint, Words } from '../../ui/measured';
import { stepsFrom } from './steps';

/** Where the station line stands: typed, or stepped by structures and by sticks of pipe. */
export function StationSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const route = useAppSelector(selectRoute);
  const place = useAppSelector(selectPlace);
  const plan = useAppSelector((state) => state.job.plan);
  const part = route && place && partAt(route, place.along);
  if (!route || !place || !part) return null;
  const { line, from, to: end } = part;
  const { startChainage: start } = line.line;
  const length = end - from;
  const go = (to: number): void => void dispatch(stationMoved(Math.min(route.order.length, Math.max(0, to))));
  const { structures, sticks } = stepsFrom(route, plan, place.along);
  const steps = [
    ['Structure before', structures.before],
    ['Structure after', structures.after],
    ['Back one stick', sticks.before],
    ['Ahead one stick', sticks.after],
  ] as const;
  return (
    <Sheet title="Station" onClose={onClose} onEnter={onClose} foot={<DoneFoot onDone={onClose} />}>
      <MeasureField
        label="Station"
        quantity="chainage"
        value={place.chainage}
        onChange={(chainage) => chainage !== undefined && go(from + chainage - start)}
        check={(chainage) =>
          chainage < start - 1e-6 || chainage > start + length + 1e-6
            ? `The line goes from ${print(start, 'chainage')} to ${print(start + length, 'chainage')}.`
            : undefined
        }
        hint="As painted on the stakes"
        focus
      />
      <View style={styles.steps}>
        {steps.map(([words, to]) => (
          <Button
            key={words}
            disabled={to === undefined}
            onPress={() => to !== undefined && go(to)}
            style={styles.step}
          >
            {words}
          </Button>
        ))}
      </View>
      <Words size="small" tone="muted">
        On the long section the station line snaps to nearby structures. Arrow keys move it; Page up and Page down go
        from structure to structure.
      </Words>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  steps: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  step: { flexGrow: 1, flexBasis: '40%' },
});
