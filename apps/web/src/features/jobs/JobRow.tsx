import { useRouter } from 'expo-router';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import type { KnownJob } from '../../store/frame/jobs';
import { useJobActions } from '../../sync/frame/FrameProvider';
import { useTones } from '../../theme/ThemeProvider';
import { useFrameSelector } from '../../store/frame/hooks';
import { IconButton } from '../../ui/Button';
import { Tap } from '../../ui/Tap';
import { Words } from '../../ui/Words';
import { ago } from './ago';

/** A job in the list: open it, or rename or delete it. */
export const JobRow = memo(function JobRow({ job, onRename }: { job: KnownJob; onRename: (job: KnownJob) => void }) {
  const tones = useTones();
  const router = useRouter();
  const jobs = useJobActions();
  const address = `/job/${job.id}/grade` as const;
  const waiting = useFrameSelector((state) => state.jobs.waiting[job.id]);
  const copy = async (): Promise<void> => {
    // It is copied on the server, which does not have all of it yet.
    if ((waiting?.pending ?? 0) > 0)
      return jobs.say(`${job.name} has changes that are not sent yet. Duplicate it once they are.`);
    const id = await import('./planFile')
      .then(({ duplicateJob }) => duplicateJob(job, jobs))
      .catch(() => jobs.say('The part of the app that copies jobs could not be loaded. Try again with a connection.'));
    if (id) jobs.say(`${job.name} was duplicated.`);
  };
  return (
    <View style={[styles.job, { backgroundColor: tones.card, borderColor: tones.line }]} testID="job">
      <Tap role="link" href={address} onPress={() => router.push(address)} style={styles.open}>
        <Words size="large" strong lines={2}>
          {job.name}
        </Words>
        <Words size="small" tone="muted">
          {[
            `Last changed ${ago(job.changedAt)}`,
            ...(job.lost ? ['no longer on the server'] : []),
            ...waitingWords(waiting),
          ].join(' · ')}
        </Words>
      </Tap>
      <IconButton name="copy" label={`Duplicate ${job.name}`} onPress={() => void copy()} />
      <IconButton name="edit" label={`Rename ${job.name}`} onPress={() => onRename(job)} />
      <IconButton name="trash" label={`Delete ${job.name}`} onPress={() => void jobs.remove(job.id)} />
    </View>
  );
});

/** What of it is on this device only. */
function waitingWords(waiting: { readonly pending: number; readonly rejected: number } | undefined): string[] {
  if (!waiting) return [];
  const { pending, rejected } = waiting;
  return [...(pending > 0 ? [`${pending} to send`] : []), ...(rejected > 0 ? [`${rejected} rejected`] : [])];
}

const styles = StyleSheet.create({
  job: { flexDirection: 'row', alignItems: 'center', borderWidth: 1, borderRadius: 8, paddingRight: 4 },
  open: { flex: 1, paddingHorizontal: 16, paddingVertical: 10 },
});
