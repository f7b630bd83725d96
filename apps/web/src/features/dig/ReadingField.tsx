import { Reading } from '@alveus/plan';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { Button, MeasureField, usePrint, Words } from '../../ui/measured';
import { useReceiver } from './useReceiver';
import type { RodPlace } from './world';
import { truthOf } from './world';

interface ReadingFieldProps {
  label: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  /** Length of the rod, m. */
  rod: number;
  /** What the rod stands on, for the receiver. */
  held: RodPlace | undefined;
  focus?: boolean;
  onSubmit?: () => void;
}

/** A reading of the rod: typed, or taken from the receiver once that has come to rest. */
export function ReadingField({ label, value, onChange, rod, held, focus = false, onSubmit }: ReadingFieldProps) {
  const print = usePrint();
  const evaluation = useAppSelector(selectEvaluation);
  const has = useAppSelector((state) => state.settings.receiver !== null);
  const [listening, setListening] = useState(false);
  const heard = useReceiver(listening && held ? () => truthOf(evaluation, held) : undefined);
  const steady = heard?.steady;
  useEffect(() => {
    if (steady === undefined) return;
    // To what a rod is read to.
    onChange(Math.round(steady * 1000) / 1000);
    setListening(false);
  }, [steady]); // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <View style={styles.all}>
      <MeasureField
        label={label}
        quantity="elevation"
        value={value}
        onChange={onChange}
        limit={Reading.options[0].shape.value}
        check={(reading) =>
          reading > rod
            ? `The rod is ${print(rod, 'distance')} long: set the level up lower, or use a longer rod.`
            : undefined
        }
        optional
        focus={focus}
        {...(onSubmit ? { onSubmit } : {})}
      />
      {has && held ? (
        <View style={styles.heard}>
          <Button
            onPress={() => setListening(!listening)}
            label={`${listening ? 'Stop listening' : 'From the receiver'}: ${label}`}
          >
            {listening ? 'Stop listening' : 'From the receiver'}
          </Button>
          {listening ? (
            <View role="status">
              <Words>
                {heard?.reading === undefined
                  ? 'No beam: hold the receiver where it meets the beam.'
                  : `${print(heard.reading, 'elevation')} — hold it still`}
              </Words>
            </View>
          ) : null}
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 8 },
  heard: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 10 },
});
