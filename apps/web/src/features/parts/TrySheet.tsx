import { changesOf, evaluate, findingsOf } from '@alveus/core';
import type { Edit } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import { useEffect, useMemo } from 'react';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { draftRested, draftSet, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Sheet, Words } from '../../ui/measured';
import { Effect } from './Effect';

/** Something that could give, tried: the drawings show it, and it is told what would be found then. */
export function TrySheet({ words, edits, onClose }: { words: string; edits: readonly Edit[]; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const before = useAppSelector(selectCommitted);
  const changes = useMemo(
    () => changesOf(findingsOf(before), findingsOf(evaluate(applyEdits(before.plan, edits), before))),
    [before, edits],
  );
  const store = useStore() as Store;
  useEffect(() => {
    // What was shown before, such as inverts that are proposed, is shown again.
    const { draft } = store.getState().job;
    dispatch(draftSet(edits));
    dispatch(draftRested());
    return () => void dispatch(draftSet(draft));
  }, [dispatch, store, edits]);
  return (
    <Sheet
      title={`${words}?`}
      onClose={onClose}
      foot={
        <>
          <Button onPress={onClose}>Leave as it was</Button>
          <Button
            kind="main"
            onPress={() => {
              edit(edits);
              onClose();
            }}
          >
            Apply
          </Button>
        </>
      }
    >
      <Words>The drawing shows it already. What it does to the findings:</Words>
      <Effect changes={changes} />
    </Sheet>
  );
}
