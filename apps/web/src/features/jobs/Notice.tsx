import { deletedForgotten } from '../../store/jobs';
import { noticed } from '../../store/job';
import { useAppDispatch, useAppSelector } from '../../store/hooks';
import { useActions } from '../../sync/SyncProvider';
import { Snack } from '../../ui/Snack';

/** What just happened, or could not: with the way back where there is one. */
export function Notice() {
  const dispatch = useAppDispatch();
  const actions = useActions();
  const notice = useAppSelector((state) => state.job.notice);
  const deleted = useAppSelector((state) => state.jobs.deleted);
  if (deleted) {
    return (
      <Snack
        words={`${deleted.name} was deleted.`}
        stays={15_000}
        onGone={() => dispatch(deletedForgotten())}
        action={{ label: 'Bring it back', onPress: () => void actions.restoreJob(deleted.id) }}
      />
    );
  }
  return <Snack words={notice} stays={9_000} onGone={() => dispatch(noticed(null))} />;
}
