import type { Reducer, TypedAddListener } from '@reduxjs/toolkit';
import { addListener, combineReducers } from '@reduxjs/toolkit';
import type { FrameDispatch, FrameState, FrameStore } from './frame/store';
import { FRAME } from './frame/store';
import type { JobState } from './job';
import { draftRested, draftSet, jobReducer } from './job';
import type { ViewState } from './view';
import { viewReducer } from './view';

/** The state once a job can be open. */
export type RootState = FrameState & { readonly job: JobState; readonly view: ViewState };
export type Dispatch = FrameDispatch;
export type Store = Omit<FrameStore, 'getState'> & { getState(): RootState };

/** Work that follows an action, for what lives as long as the page. @returns how to end it */
export const listenTo = addListener as TypedAddListener<RootState, Dispatch>;

/** How long a finger is still before what it drags is said to rest, ms. */
const REST = 150;

/** The page's store with an open job in it; once a store. */
export function withJob(frame: FrameStore): Store {
  const reducer = combineReducers({ ...FRAME, job: jobReducer, view: viewReducer });
  frame.replaceReducer(reducer as unknown as Reducer<FrameState>);
  const store = frame as unknown as Store;
  store.dispatch(
    listenTo({
      actionCreator: draftSet,
      effect: async (_action, { delay, dispatch, getState, subscribe, unsubscribe }) => {
        // One of these waits for as long as the finger moves; it is not begun anew at every step.
        unsubscribe();
        let seen;
        do {
          seen = getState().job.draft;
          await delay(REST);
        } while (getState().job.draft !== seen);
        if (seen.length > 0) dispatch(draftRested());
        subscribe();
      },
    }),
  );
  return store;
}
