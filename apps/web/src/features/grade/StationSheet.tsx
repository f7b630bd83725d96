import { StyleSheet, View } from 'react-native';
import { stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { selectLine, selectPlace } from '../../store/results';
import { Button, DoneFoot, MeasureField, Sheet, usePrint, Words } from '../../ui/measured';
import { stepsFrom } from './steps';

/** Where the station line stands: typed, or stepped by structures and by sticks of pipe. */
export function StationSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const line = useAppSelector(selectLine);
  const place = useAppSelector(selectPlace);
  const plan = useAppSelector((state) => state.job.plan);
  if (!line || !place) return null;
  const { startChainage: start } = line.line;
  const { length } = line.order;
  const at = place.chainage - start;
  const go = (to: number): void => void dispatch(stationMoved(Math.min(length, Math.max(0, to))));
  const { structures, sticks } = stepsFrom(line, plan, at);
  const steps = [
    ['Structure before', structures.before],
    ['Structure after', structures.after],
    ['A stick back', sticks.before],
    ['A stick on', sticks.after],
  ] as const;
  return (
    <Sheet title="Station" onClose={onClose} onEnter={onClose} foot={<DoneFoot onDone={onClose} />}>
      <MeasureField
        label="Station"
        quantity="chainage"
        value={place.chainage}
        onChange={(chainage) => chainage !== undefined && go(chainage - start)}
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
        On the long section the station line holds to a structure that is near. Arrow keys move it; Page up and Page
        down go from structure to structure.
      </Words>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  steps: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  step: { flexGrow: 1, flexBasis: '40%' },
});
