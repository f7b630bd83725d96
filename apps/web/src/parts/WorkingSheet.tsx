import type { FigureRef } from '@alveus/core';
import { explain, print, say } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { selectEvaluation, sheetClosed, useAppDispatch, useAppSelector } from '../store';
import { useTones } from '../theme/ThemeProvider';
import { Sheet } from './Sheet';
import { Words } from './Words';

/** The working of one figure: formula, numbers, source, and what it rests on. */
export function WorkingSheet({ figure }: { figure: FigureRef }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const working = explain(useAppSelector(selectEvaluation), figure);
  const close = (): void => void dispatch(sheetClosed());
  if (!working) {
    return (
      <Sheet title="Working" onClose={close}>
        <Words>What this figure was about has been removed.</Words>
      </Sheet>
    );
  }
  const value = working.value && print(working.value.value, working.value.quantity, system, { fraction });
  return (
    <Sheet title={working.title} onClose={close}>
      <Words size="figure" strong>
        {value ?? 'Not known yet'}
      </Words>
      {working.steps.map((step, index) => (
        <View key={index} style={[styles.step, { borderColor: tones.line }]}>
          <Words tone="muted">{step.formula}</Words>
          {step.numbers.length > 0 ? <Words size="large">{say(step.numbers, system, { fraction })}</Words> : null}
        </View>
      ))}
      {working.source ? (
        <Words size="small" tone="muted">
          {`Source: ${working.source}.`}
        </Words>
      ) : null}
      {working.rests.length > 0 ? (
        <Words size="small" tone="muted">
          {`Rests on: ${working.rests.join('; ')}.`}
        </Words>
      ) : null}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  step: { borderLeftWidth: 4, paddingLeft: 12, gap: 2 },
});
