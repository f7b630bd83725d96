import type { LineResult } from '@alveus/core';
import { print } from '@alveus/core';
import { StyleSheet, View } from 'react-native';
import { Icon } from '../../parts/Icon';
import { IconTap, Tap } from '../../parts/Tap';
import { Words } from '../../parts/Words';
import { selectEvaluation, selectRun, sheetOpened, stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { useTones } from '../../theme/ThemeProvider';

/** The runs of a line from its outlet up. */
export function RunTable({ line }: { line: LineResult }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectEvaluation);
  const chosen = useAppSelector(selectRun)?.id;
  const { system, fraction } = useAppSelector((state) => state.settings);
  return (
    <View role="list" aria-label="Runs from the outlet up">
      {line.order.runs.map((item, index) => {
        const run = evaluation.runs.get(item.id);
        if (!run) return null;
        const { slope } = run.grade;
        const start = line.order.starts[index] as number;
        const deepest = run.trench?.deepest?.depth;
        return (
          <View key={item.id} role="listitem" style={[styles.row, { borderColor: tones.line, backgroundColor: chosen === item.id ? tones.waterSoft : tones.card }]}>
            <Tap onPress={() => dispatch(stationMoved(start + run.length / 2))} style={styles.main} label={`${item.name}. Go to it`}>
              <Words strong lines={1}>
                {item.name}
              </Words>
              <Words size="small" tone="muted" lines={2}>
                {[
                  print(run.length, 'distance', system, { fraction }),
                  slope === undefined ? 'grade open' : print(slope, 'slope', system),
                  run.pipe?.name ?? 'no pipe',
                  deepest === undefined ? '' : `to ${print(deepest, 'depth', system, { fraction })} deep`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </Words>
            </Tap>
            {run.findings.some((finding) => finding.severity !== 'watch') ? <Icon name="fix" color={tones.fix} size={20} /> : null}
            <IconTap name="edit" label={`Edit ${item.name}`} onPress={() => dispatch(sheetOpened({ sheet: 'run', run: item.id }))} />
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, paddingRight: 4 },
  main: { flex: 1, paddingHorizontal: 12, paddingVertical: 8 },
});
