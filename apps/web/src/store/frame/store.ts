import type { TypedAddListener } from '@reduxjs/toolkit';
import { addListener, configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { newBuildReducer } from './build';
import { jobsReducer } from './jobs';
import { noticeReducer } from './notice';
import type { JobsServer } from './server';
import { settingsReducer } from './settings';

/** What is known before a job is open. */
export const FRAME = {
  jobs: jobsReducer,
  newBuild: newBuildReducer,
  notice: noticeReducer,
  settings: settingsReducer,
} as const;

const NO_SERVER: JobsServer = { jobs: () => Promise.reject(new Error('There is no server.')) };

/**
 * The store as the list of jobs needs it. What is known of an open job comes to it with the job (`withJob`).
 * @param jobs the server, for the list of jobs; reducers and selectors reach nothing themselves
 */
export function makeStore(jobs: JobsServer = NO_SERVER) {
  return configureStore({
    reducer: FRAME,
    // The state holds maps and whole plans by intent; checking them at every action would cost more than the work.
    middleware: (getDefault) =>
      getDefault({ serializableCheck: false, immutableCheck: false, thunk: { extraArgument: jobs } }).prepend(
        createListenerMiddleware().middleware,
      ),
  });
}

export type FrameStore = ReturnType<typeof makeStore>;
export type FrameState = ReturnType<FrameStore['getState']>;
export type FrameDispatch = FrameStore['dispatch'];

/** Work that follows an action, for what lives as long as the page. @returns how to end it */
export const listenInFrame = addListener as TypedAddListener<FrameState, FrameDispatch>;
