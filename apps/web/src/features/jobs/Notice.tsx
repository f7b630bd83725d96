import { deletedForgotten } from '../../store/frame/jobs';
import { noticed } from '../../store/frame/notice';
import { useFrameDispatch, useFrameSelector } from '../../store/frame/hooks';
import { useJobActions } from '../../sync/frame/FrameProvider';
import { Snack } from '../../ui/Snack';

/** What just happened, or could not: with the way back where there is one. */
export function Notice() {
  const dispatch = useFrameDispatch();
  const jobs = useJobActions();
  const notice = useFrameSelector((state) => state.notice);
  const deleted = useFrameSelector((state) => state.jobs.deleted);
  if (deleted) {
    return (
      <Snack
        words={`${deleted.name} was deleted.`}
        stays={15_000}
        onGone={() => dispatch(deletedForgotten())}
        action={{ label: 'Restore', onPress: () => void jobs.restore(deleted.id) }}
      />
    );
  }
  return <Snack words={notice} stays={9_000} onGone={() => dispatch(noticed(null))} />;
}
