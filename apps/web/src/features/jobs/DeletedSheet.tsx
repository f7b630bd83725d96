import type { Job } from '@alveus/plan';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { useJobActions } from '../../sync/frame/FrameProvider';
import { Button, DoneFoot, Row, Sheet, Words } from '../../ui';
import { Busy } from '../../ui/Busy';
import { ago } from './ago';

/** Jobs that were deleted stay here, and can be brought back. */
export function DeletedSheet({ onClose }: { onClose: () => void }) {
  const jobs = useJobActions();
  const [list, setList] = useState<readonly Job[] | 'asking' | 'unknown'>('asking');
  useEffect(() => {
    let here = true;
    void jobs.deleted().then((found) => here && setList(found ?? 'unknown'));
    return () => {
      here = false;
    };
  }, [jobs]);
  const restore = async (id: string): Promise<void> => {
    const back = await jobs.restore(id);
    if (back) setList((now) => (typeof now === 'string' ? now : now.filter((job) => job.id !== id)));
  };
  return (
    <Sheet title="Deleted jobs" onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {list === 'asking' ? (
        <Busy>Asking the server…</Busy>
      ) : list === 'unknown' ? (
        <Words tone="fix">The server cannot be reached now. Deleted jobs are stored there; try again later.</Words>
      ) : list.length === 0 ? (
        <Words>None. A deleted job stays here until it is restored.</Words>
      ) : (
        <View role="list" aria-label="Deleted jobs">
          {list.map((job) => (
            <Row
              key={job.id}
              title={job.name}
              note={`Last changed ${ago(job.changedAt)}`}
              after={
                <Button label={`Restore ${job.name}`} onPress={() => void restore(job.id)}>
                  Restore
                </Button>
              }
            />
          ))}
        </View>
      )}
    </Sheet>
  );
}
