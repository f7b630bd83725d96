import { ScrollView, StyleSheet, View } from 'react-native';
import { SERVICE_MARKS } from '../../drawing/services';
import { Tap } from '../../parts/Tap';
import { SERVICE_WORDS } from '../../parts/words';
import { Words } from '../../parts/Words';
import { lineChosen, selectEvaluation, selectLine, useAppDispatch, useAppSelector } from '../../store';
import { useTones } from '../../theme/ThemeProvider';

/** The lines of the job, where there are several: the one chosen is the one worked on. */
export function LineChooser() {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { lines } = useAppSelector(selectEvaluation);
  const chosen = useAppSelector(selectLine)?.id;
  if (lines.size < 2) return null;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={[styles.strip, { borderColor: tones.line }]}>
      <View role="radiogroup" aria-label="Line" style={styles.row}>
        {[...lines.values()].map(({ id, line }) => (
          <Tap
            key={id}
            role="radio"
            checked={id === chosen}
            onPress={() => dispatch(lineChosen(id))}
            label={`${line.name}, ${SERVICE_WORDS[line.service]}`}
            style={[styles.chip, { backgroundColor: id === chosen ? tones.water : tones.raised, borderColor: id === chosen ? tones.water : tones.line }]}
          >
            <Words strong={id === chosen} style={{ color: id === chosen ? tones.onWater : tones.ink }}>
              {`${SERVICE_MARKS[line.service].letters} · ${line.name}`}
            </Words>
          </Tap>
        ))}
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0, borderBottomWidth: 1 },
  row: { flexDirection: 'row', gap: 8, padding: 8 },
  chip: { paddingHorizontal: 12, borderWidth: 2 },
});
