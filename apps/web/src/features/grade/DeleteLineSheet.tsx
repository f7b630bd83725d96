import { hangingOn, removeLine } from '@alveus/core/remove';
import type { ItemOf } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectLine } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, Words } from '../../ui';

/** A line goes with all that hangs on it; the sheet says what that is. */
export function DeleteLineSheet({ onClose }: { onClose: () => void }) {
  const { edit } = useActions();
  const { plan } = useAppSelector(selectEvaluation);
  const line = useAppSelector(selectLine);
  if (!line) return null;
  const others = hangingOn(plan, line.id)
    .slice(1)
    .map((id) => (plan.line[id] as ItemOf<'line'>).name);
  return (
    <Sheet
      title={`Delete ${line.line.name}?`}
      onClose={onClose}
      foot={
        <>
          <Button onPress={onClose}>Keep the line</Button>
          <Button
            kind="danger"
            icon="trash"
            onPress={() => {
              edit(removeLine(plan, line.id));
              onClose();
            }}
          >
            Delete
          </Button>
        </>
      }
    >
      <Words>
        {others.length === 0
          ? 'Nothing else drains into it.'
          : `Everything draining into it goes too: ${others.join(', ')}.`}
      </Words>
      <Words tone="muted">Undo brings it all back.</Words>
    </Sheet>
  );
}
