import type { Choice, Conflict, Item } from '@alveus/plan';
import { keyOf } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { conflictChosen, useAppDispatch, useAppSelector } from '../../store';
import { useOutbox } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Sheet, Words } from '../../ui';
import { doneWords, fieldsWords, subjectWords } from './itemWords';

/** Two people changed one thing: both values side by side, and a choice. */
export function ConflictSheet({ conflict }: { conflict: Conflict }) {
  const dispatch = useAppDispatch();
  const outbox = useOutbox();
  const store = useStore() as Store;
  const tones = useTones();
  const plan = useAppSelector((state) => state.job.plan);
  const { system } = useAppSelector((state) => state.settings);
  const choose = (choice: Choice): void => {
    dispatch(conflictChosen({ key: keyOf(conflict.address), choice }));
    if (store.getState().job.conflicts.length === 0) void outbox.settle();
  };
  const show = (item: Item | null): string => {
    if (!item) return 'removed';
    const { address, fields } = conflict;
    return fields.length > 0
      ? fieldsWords(item, fields, plan, system)
      : doneWords({ address, before: undefined, after: item }, plan, system);
  };
  return (
    <Sheet
      title={`Two changes to ${subjectWords(conflict.address, conflict.mine ?? conflict.theirs, plan)}`}
      foot={
        <>
          <Button onPress={() => choose('theirs')}>Take theirs</Button>
          <Button kind="main" onPress={() => choose('mine')}>
            Keep mine
          </Button>
        </>
      }
    >
      <Words>
        Somebody else changed this while your change was waiting. Nothing is lost: choose one. The other can be typed
        again.
      </Words>
      <View style={styles.sides}>
        <View style={[styles.side, { borderColor: tones.water }]}>
          <Words strong>Mine</Words>
          <Words size="large">{show(conflict.mine)}</Words>
        </View>
        <View style={[styles.side, { borderColor: tones.muted }]}>
          <Words strong>Theirs</Words>
          <Words size="large">{show(conflict.theirs)}</Words>
        </View>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  sides: { flexDirection: 'row', gap: 12 },
  side: { flex: 1, borderWidth: 2, borderRadius: 8, padding: 12, gap: 6 },
});
