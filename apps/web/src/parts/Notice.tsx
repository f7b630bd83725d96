import { Snackbar } from 'react-native-paper';
import { deletedForgotten, noticed, useAppDispatch, useAppSelector } from '../store';
import { useActions } from '../sync/SyncProvider';

/** What just happened, or could not: with the way back where there is one. */
export function Notice() {
  const dispatch = useAppDispatch();
  const actions = useActions();
  const notice = useAppSelector((state) => state.job.notice);
  const deleted = useAppSelector((state) => state.jobs.deleted);
  if (deleted) {
    return (
      <Snackbar
        visible
        duration={15_000}
        onDismiss={() => dispatch(deletedForgotten())}
        action={{ label: 'Bring it back', onPress: () => void actions.restoreJob(deleted.id) }}
      >
        {`${deleted.name} was deleted.`}
      </Snackbar>
    );
  }
  return (
    <Snackbar visible={notice !== null} duration={9_000} onDismiss={() => dispatch(noticed(null))} action={{ label: 'Close' }}>
      {notice ?? ''}
    </Snackbar>
  );
}
