import type { Shot, Uuid } from '@alveus/plan';
import { memo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectRested } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, List, Tap, usePrint, useUnits, Words } from '../../ui/measured';
import { targetWords } from '../parts/targets';

/** Readings that no longer count stay in the book, folded away until somebody wants to read them. */
export const OutOfForce = memo(function OutOfForce({ shots }: { shots: readonly Shot[] }) {
  const tones = useTones();
  const [open, setOpen] = useState(false);
  // What only strikes out or takes back is no reading itself.
  const readings = shots.filter(({ struck, recalls }) => !struck && recalls === undefined);
  if (readings.length === 0) return null;
  const count = `${readings.length} ${readings.length === 1 ? 'reading' : 'readings'} struck out`;
  return (
    <>
      <Tap
        onPress={() => setOpen(!open)}
        expanded={open}
        label={`${count}. ${open ? 'Hide' : 'Show'}`}
        style={styles.fold}
      >
        <Icon name={open ? 'up' : 'down'} size={16} color={tones.muted} />
        <Words size="small" tone="muted">
          {count}
        </Words>
      </Tap>
      {open ? (
        <List label="Readings struck out">
          {readings.map((shot) => (
            <Reading key={shot.id} shot={shot} />
          ))}
        </List>
      ) : null}
    </>
  );
});

function Reading({ shot }: { shot: Shot }) {
  const tones = useTones();
  const print = usePrint();
  const { system } = useUnits();
  const { plan, lineage } = useAppSelector(selectRested);
  return (
    <View role="listitem" style={[styles.reading, { borderColor: tones.line }]}>
      <Words tone="muted" style={styles.struck}>
        {`${targetWords(shot.target, plan, system, lineage)}: ${print(shot.reading.value, 'elevation')}`}
      </Words>
      <Words size="small" tone="muted">
        {why(shot.id, Object.values(plan.shot))}
      </Words>
    </View>
  );
}

function why(id: Uuid, shots: readonly Shot[]): string {
  const by = shots.find(({ supersedes }) => supersedes === id);
  return by?.struck ? 'struck out' : by ? 'corrected' : 'undone';
}

const styles = StyleSheet.create({
  fold: { flexDirection: 'row', justifyContent: 'flex-start', alignItems: 'center', gap: 6, paddingHorizontal: 12 },
  reading: { borderBottomWidth: 1, paddingHorizontal: 12, paddingVertical: 6 },
  struck: { textDecorationLine: 'line-through' },
});
