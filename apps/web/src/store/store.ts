import type { TypedAddListener, TypedStartListening } from '@reduxjs/toolkit';
import { addListener, configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { draftRested, draftSet, jobReducer } from './job';
import { jobsReducer } from './jobs';
import type { JobsServer } from './server';
import { server } from './server';
import { settingsReducer } from './settings';
import { viewReducer } from './view';

/** How long a finger is still before what it drags is said to rest, ms. */
const REST = 150;

/** @param jobs the server, for the list of jobs; reducers and selectors reach nothing themselves */
export function makeStore(jobs?: JobsServer) {
  const listener = createListenerMiddleware();
  const store = configureStore({
    reducer: {
      job: jobReducer,
      jobs: jobsReducer,
      settings: settingsReducer,
      view: viewReducer,
      [server.reducerPath]: server.reducer,
    },
    // The state holds maps and whole plans by intent; checking them at every action would cost more than the work.
    middleware: (getDefault) =>
      getDefault({ serializableCheck: false, immutableCheck: false, thunk: { extraArgument: jobs } })
        .prepend(listener.middleware)
        .concat(server.middleware),
  });
  const startListening = listener.startListening as TypedStartListening<RootState, Dispatch>;
  startListening({
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
  });
  return store;
}

export type Store = ReturnType<typeof makeStore>;
export type RootState = ReturnType<Store['getState']>;
export type Dispatch = Store['dispatch'];

/** Work that follows an action, for what lives as long as the page. @returns how to end it */
export const listenTo = addListener as TypedAddListener<RootState, Dispatch>;
