import type { FigureRef } from '@alveus/core';
import { explain, print, say } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Sheet, useUnits, Words } from '../../ui/measured';

/** The working of one figure: formula, numbers, source, and what it rests on. */
export function WorkingSheet({ figure, onClose }: { figure: FigureRef; onClose: () => void }) {
  const tones = useTones();
  const { system, fraction } = useUnits();
  const working = explain(useAppSelector(selectEvaluation), figure);
  if (!working) {
    return (
      <Sheet title="Working" onClose={onClose}>
        <Words>What this figure was about has been removed.</Words>
      </Sheet>
    );
  }
  const value = working.value && print(working.value.value, working.value.quantity, system, { fraction });
  return (
    <Sheet title={working.title} onClose={onClose}>
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
