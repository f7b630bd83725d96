import type { FigureRef, Reached } from '@alveus/core';
import { capital, print, REACHED, say } from '@alveus/core';
import type { RestAt } from '@alveus/core/workings';
import { explain } from '@alveus/core/workings';
import type { UpRun, Uuid } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import type { Sheet as SheetOpen } from '../../store';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, List, Row, Sheet, useUnits, Words } from '../../ui/measured';

/** The working of one figure: formula, numbers, source, and what it rests on. */
export function WorkingSheet({ figure, onClose }: { figure: FigureRef; onClose: () => void }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useUnits();
  const working = explain(useAppSelector(selectEvaluation), figure);
  if (!working) {
    return (
      <Sheet title="Working" onClose={onClose}>
        <Words>This figure is about something that was removed.</Words>
      </Sheet>
    );
  }
  const reached = reachedOf(figure);
  const value = working.value && print(working.value.value, working.value.quantity, system, { fraction });
  return (
    <Sheet
      title={working.title}
      read
      onClose={onClose}
      foot={
        reached && working.value ? (
          <Button kind="main" icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'reach', ...reached }))}>
            Type what it should be
          </Button>
        ) : undefined
      }
    >
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
        <>
          <Words strong heading={3}>
            Depends on
          </Words>
          <List label="Depends on">
            {working.rests.map(({ words, at }, index) => (
              <Row
                key={index}
                title={capital(words)}
                {...(at ? { does: 'Open', onPress: () => dispatch(sheetOpened(sheetOf(at))) } : {})}
              />
            ))}
          </List>
        </>
      ) : null}
    </Sheet>
  );
}

/** Where that is seen or changed, which a figure depends on. */
function sheetOf(at: RestAt): SheetOpen {
  switch (at.see) {
    case 'figure':
      return { sheet: 'working', figure: at.figure };
    case 'run':
      return { sheet: 'run', run: at.id };
    case 'section':
      return { sheet: 'section', section: at.id };
    case 'material':
      return { sheet: 'material', material: at.id };
    case 'native':
      return { sheet: 'native' };
    case 'depths':
      return { sheet: 'against' };
  }
}

/** A level at a station that follows from the grade can be typed, and the grade follows from it. */
function reachedOf(figure: FigureRef): { run: Uuid; at: UpRun; which: Reached } | undefined {
  const which = REACHED.find((reached) => reached === figure.figure);
  return which && 'run' in figure && 'at' in figure ? { run: figure.run, at: figure.at, which } : undefined;
}

const styles = StyleSheet.create({
  step: { borderLeftWidth: 4, paddingLeft: 12, gap: 2 },
});
