import { formOf, serviceOf } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { lineChosen, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Button, usePrint, Words } from '../../ui/measured';

/** What was chosen on the sketch, and what can be done with it. */
export function ChosenBar({ onPlace }: { onPlace: (node: Uuid) => void }) {
  const chosen = useAppSelector((state) => state.view.sketch);
  if (!chosen) {
    return (
      <View style={styles.pad}>
        <Words tone="muted">
          Tap a structure or a run on the sketch to work on it. Zoom with two fingers or the wheel.
        </Words>
      </View>
    );
  }
  return 'node' in chosen ? (
    <ChosenNode id={chosen.node} onPlace={onPlace} />
  ) : (
    <ChosenRun id={chosen.run} at={chosen.at} />
  );
}

function ChosenNode({ id, onPlace }: { id: Uuid; onPlace: (node: Uuid) => void }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const node = useAppSelector((state) => state.job.plan.node[id]);
  const placed = useAppSelector((state) => state.job.plan.nodePlace[id] !== undefined);
  if (!node) return null;
  return (
    <View style={[styles.chosen, { backgroundColor: tones.waterSoft }]} role="group" aria-label={node.name}>
      <Words strong size="large">
        {node.name}
      </Words>
      <Words size="small">{`${formOf(node.form).word}${placed ? '' : ' · not placed'}`}</Words>
      <View style={styles.row}>
        <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'branch', node: id }))}>
          Up from here
        </Button>
        <Button icon="down" onPress={() => dispatch(sheetOpened({ sheet: 'down', node: id }))}>
          {formOf(node.form).ports ? 'Laterals from here' : 'Down from here'}
        </Button>
        <Button icon="site" onPress={() => onPlace(id)}>
          Tap its place
        </Button>
        <Button onPress={() => dispatch(sheetOpened({ sheet: 'place', node: id }))}>Type its place</Button>
        <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'node', node: id }))}>
          Open
        </Button>
      </View>
    </View>
  );
}

function ChosenRun({ id, at }: { id: Uuid; at: number }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const print = usePrint();
  const run = useAppSelector((state) => selectEvaluation(state).runs.get(id));
  const line = useAppSelector((state) => state.job.plan.line[run?.run.line ?? '']);
  if (!run || !line) return null;
  return (
    <View style={[styles.chosen, { backgroundColor: tones.waterSoft }]} role="group" aria-label={run.run.name}>
      <Words strong size="large">
        {run.run.name}
      </Words>
      <Words size="small">{`${line.name} · ${serviceOf(line.service).word} · ${print(run.length, 'distance')}`}</Words>
      <View style={styles.row}>
        <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'wye', run: id, at }))}>
          Add a wye
        </Button>
        <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: undefined, run: id }))}>
          Utility here
        </Button>
        <Button
          icon="edit"
          onPress={() => {
            dispatch(lineChosen(line.id));
            dispatch(sheetOpened({ sheet: 'run', run: id }));
          }}
        >
          Open
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { padding: 12, gap: 10 },
  chosen: { padding: 12, gap: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
