import { DoneFoot, Sheet, Words } from '../../ui/measured';
import type { GroupName } from './groups';
import { GROUPS } from './groups';
import { Sums } from './Sums';
import { useTakeoff } from './useTakeoff';

/** What a figure at a glance is made of, article by article. */
export function ArticlesSheet({ group, onClose }: { group: GroupName; onClose: () => void }) {
  const now = useTakeoff();
  const { title, has } = GROUPS[group];
  const sums = now?.takeoff.sums.filter(has) ?? [];
  return (
    <Sheet title={title} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {now && sums.length > 0 ? (
        <Sums sums={sums} books={now.takeoff.books} />
      ) : (
        <Words tone="muted">{now ? 'The job does not use it.' : 'Working it out…'}</Words>
      )}
    </Sheet>
  );
}
