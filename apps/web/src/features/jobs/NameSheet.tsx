import type { Job } from '@alveus/plan';
import { Name } from '@alveus/plan';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useJobActions } from '../../sync/frame/FrameProvider';
import { Button, Field, Sheet } from '../../ui';

/** Until somebody gives it a better one. */
const nameOfToday = (): string =>
  `Job of ${new Date().toLocaleDateString(undefined, { day: 'numeric', month: 'long' })}`;

/** A new job's name, or another for a job there is. */
export function NameSheet({ job, onClose }: { job: Job | 'new'; onClose: () => void }) {
  const router = useRouter();
  const jobs = useJobActions();
  const [name, setName] = useState(job === 'new' ? nameOfToday() : job.name);
  const [busy, setBusy] = useState(false);
  const parsed = Name.safeParse(name);
  const save = async (): Promise<void> => {
    if (!parsed.success || busy) return;
    setBusy(true);
    if (job === 'new') {
      const id = await jobs.create(parsed.data);
      if (id) {
        onClose();
        router.push(`/job/${id}/grade`);
      }
    } else if (await jobs.rename(job.id, parsed.data)) onClose();
    setBusy(false);
  };
  const problem = parsed.success ? undefined : `The name ${parsed.error.issues[0]?.message ?? 'cannot be used'}.`;
  return (
    <Sheet
      title={job === 'new' ? 'New job' : 'Rename the job'}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={() => void save()} disabled={!parsed.success || busy}>
          {job === 'new' ? 'Create job' : 'Rename'}
        </Button>
      }
    >
      <Field
        label="Name of the job"
        value={name}
        onChange={setName}
        onSubmit={() => void save()}
        focus
        all={job === 'new'}
        hint="The site, as the crew calls it"
        error={name === '' ? undefined : problem}
      />
    </Sheet>
  );
}
