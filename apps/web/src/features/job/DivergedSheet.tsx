import type { Choice as Kept, Item, Lost } from '@alveus/plan';
import { kindNamed, keyOf } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { useOutbox } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Choice, Sheet, Words } from '../../ui';
import { doneWords, subjectWords } from './itemWords';

/**
 * The server was put back to an earlier day: what this device has and the server lost. Where both were changed since,
 * both values, and a choice.
 */
export function DivergedSheet({ onClose }: { onClose: () => void }) {
  const outbox = useOutbox();
  const diverged = useAppSelector((state) => state.job.diverged);
  const [choices, setChoices] = useState<ReadonlyMap<string, Kept>>(new Map());
  if (!diverged) return null;
  const { lost, there } = diverged;
  const asked = lost.filter(({ both }) => both);
  const others = lost.filter(({ both }) => !both);
  const join = (chosen: ReadonlyMap<string, Kept>): void => {
    onClose();
    void outbox.rejoin(chosen);
  };
  const all = (kept: Kept) => new Map(lost.map(({ address }) => [keyOf(address), kept]));
  return (
    <Sheet
      title="The server was restored"
      onClose={onClose}
      foot={
        <>
          <Button onPress={() => join(all('theirs'))}>Discard all</Button>
          <Button kind="main" onPress={() => join(choices)}>
            {asked.length > 0 ? 'Restore as chosen' : 'Restore them'}
          </Button>
        </>
      }
    >
      <Words>
        {there
          ? 'It was restored from an earlier copy and does not have the changes below. This device does. Nothing is sent for this job until you decide; what you discard stays on this device as rejected.'
          : 'It was restored from an earlier copy and does not have this job. This device does, and can create it there again.'}
      </Words>
      {asked.length > 0 ? (
        <Words size="large" strong heading={2}>
          Changed on the server too since then
        </Words>
      ) : null}
      {asked.map((loss) => (
        <Asked
          key={keyOf(loss.address)}
          lost={loss}
          value={choices.get(keyOf(loss.address)) ?? 'mine'}
          onChange={(kept) => setChoices(new Map(choices).set(keyOf(loss.address), kept))}
        />
      ))}
      {asked.length > 0 && others.length > 0 ? (
        <Words size="large" strong heading={2}>
          Only on this device
        </Words>
      ) : null}
      {others.slice(0, MOST).map((loss) => (
        <LossRow key={keyOf(loss.address)} lost={loss} />
      ))}
      {others.length > MOST ? <Words tone="muted">{`and ${others.length - MOST} more`}</Words> : null}
    </Sheet>
  );
}

/** Things shown that nobody needs to choose about. */
const MOST = 40;

interface AskedProps {
  lost: Lost;
  value: Kept;
  onChange: (kept: Kept) => void;
}

function Asked({ lost, value, onChange }: AskedProps) {
  const tones = useTones();
  const words = useLostWords(lost);
  return (
    <View style={[styles.asked, { borderColor: tones.fix, backgroundColor: tones.card }]}>
      <Words strong heading={3}>
        {words.name}
      </Words>
      <View style={styles.sides}>
        <View style={styles.side}>
          <Words size="small" tone="muted">
            On this device
          </Words>
          <Words>{words.mine}</Words>
        </View>
        <View style={styles.side}>
          <Words size="small" tone="muted">
            On the server
          </Words>
          <Words>{words.theirs}</Words>
        </View>
      </View>
      <Choice
        label="Which one to use"
        options={[
          { value: 'mine', label: 'This device’s' },
          { value: 'theirs', label: 'The server’s' },
        ]}
        value={value}
        onChange={onChange}
      />
    </View>
  );
}

function LossRow({ lost }: { lost: Lost }) {
  const words = useLostWords(lost);
  return (
    <View>
      <Words strong>{words.name}</Words>
      <Words tone="muted">{words.mine}</Words>
    </View>
  );
}

/** What it is called, and how it is on either side: the fields in which they differ. */
function useLostWords({ mine, theirs }: Lost): { name: string; mine: string; theirs: string } {
  const plan = useAppSelector((state) => state.job.plan);
  const { system } = useAppSelector((state) => state.settings);
  const [here, there] = [mine.item, theirs?.item ?? null];
  const item = there ?? here;
  if (!item) return { name: kindNamed(mine.kind)?.words.one ?? mine.kind, mine: UNREAD, theirs: UNREAD };
  const address = { kind: item.kind, id: item.id };
  const side = (of: Item | null, other: Item | null): string =>
    of ? doneWords({ address, before: other ?? undefined, after: of }, plan, system) : 'not there';
  return { name: subjectWords(address, item, plan), mine: side(here, there), theirs: side(there, here) };
}

const UNREAD = 'from a newer version of the app';

const styles = StyleSheet.create({
  asked: { borderWidth: 2, borderRadius: 8, padding: 12, gap: 8 },
  sides: { flexDirection: 'row', gap: 12 },
  side: { flex: 1, gap: 2 },
});
