import type { Shot } from '@alveus/plan';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectRested } from '../../store/results';
import { Row, usePrint, useUnits, Words } from '../../ui/measured';
import { targetWords } from '../parts/targets';

/** A reading, and the elevation it gives. A tap corrects it. */
export const ShotRow = memo(function ShotRow({ shot }: { shot: Shot }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const { system } = useUnits();
  const plan = useAppSelector((state) => selectRested(state).plan);
  const lineage = useAppSelector((state) => selectRested(state).lineage);
  const found = useAppSelector((state) => selectRested(state).book.elevations.get(shot.id));
  const what = targetWords(shot.target, plan, system, lineage);
  const reading = print(shot.reading.value, 'elevation');
  const way = shot.reading.by === 'direct' ? 'reads' : shot.sight === 'back' ? 'BS' : 'FS';
  const { raw, adjusted } = found ?? {};
  const moved = raw !== undefined && adjusted !== undefined && Math.abs(raw - adjusted) > 1e-6;
  return (
    <Row
      loose
      title={what}
      note={`${way} ${reading}${shot.note ? ` · ${shot.note}` : ''}`}
      onPress={() => dispatch(sheetOpened({ sheet: 'shot', setup: shot.setup, corrects: shot.id }))}
      does="Correct it"
      after={
        <View style={styles.right}>
          <Words strong size="large">
            {adjusted === undefined ? '—' : print(adjusted, 'elevation')}
          </Words>
          {moved ? <Words size="small" tone="muted">{`as read ${print(raw, 'elevation')}`}</Words> : null}
        </View>
      }
    />
  );
});

const styles = StyleSheet.create({ right: { alignItems: 'flex-end' } });
