import { configureStore } from '@reduxjs/toolkit';
import { jobReducer } from './job';
import { jobsReducer } from './jobs';
import { settingsReducer } from './settings';
import { viewReducer } from './view';

export function makeStore() {
  return configureStore({
    reducer: { job: jobReducer, jobs: jobsReducer, settings: settingsReducer, view: viewReducer },
    // The state holds maps and whole plans by intent; checking them at every action would cost more than the work.
    middleware: (getDefault) => getDefault({ serializableCheck: false, immutableCheck: false }),
  });
}

export type Store = ReturnType<typeof makeStore>;
export type RootState = ReturnType<Store['getState']>;
export type Dispatch = Store['dispatch'];
