import type { RejectedBatch } from '@alveus/plan';
import { keyOf } from '@alveus/plan';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Sheet, Words } from '../../ui';
import { doneWords, subjectWords } from './itemWords';

/** What the server did not take, with the reason: to be tried again, or let go of. */
export function RejectedSheet({ onClose }: { onClose: () => void }) {
  const all = useAppSelector((state) => state.job.rejected);
  const none = all.length === 0;
  useEffect(() => {
    if (none) onClose();
  }, [none, onClose]);
  return (
    <Sheet title="Rejected changes" onClose={onClose}>
      <Words>
        The server did not take these changes; the reason is with each one. Nothing else waits for them. Fix the reason
        and try again, or discard them here and type them again.
      </Words>
      {all.map((rejected) => (
        <Refused key={rejected.id} rejected={rejected} />
      ))}
    </Sheet>
  );
}

function Refused({ rejected }: { rejected: RejectedBatch }) {
  const tones = useTones();
  const { tryAgain, letGo } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const { system } = useAppSelector((state) => state.settings);
  const names = rejected.step.map(({ address, before, after }) => subjectWords(address, before ?? after, plan));
  const which = names[0] ?? 'it';
  return (
    <View style={[styles.refused, { borderColor: tones.fix, backgroundColor: tones.card }]}>
      <Words strong>{rejected.reason}</Words>
      {rejected.step.slice(0, MOST).map((touched, index) => (
        <View key={keyOf(touched.address)}>
          <Words strong heading={3}>
            {names[index]}
          </Words>
          <Words tone="muted">{doneWords(touched, plan, system)}</Words>
        </View>
      ))}
      {names.length > MOST ? <Words tone="muted">{`and ${names.length - MOST} more`}</Words> : null}
      <View style={styles.buttons}>
        <Button kind="main" onPress={() => tryAgain(rejected)} label={`Try again: ${which}`}>
          Try again
        </Button>
        <Button onPress={() => letGo(rejected)} label={`Discard: ${which}`}>
          Discard
        </Button>
      </View>
    </View>
  );
}

/** Things shown of one change. */
const MOST = 4;

const styles = StyleSheet.create({
  refused: { borderWidth: 2, borderRadius: 8, padding: 12, gap: 8 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
