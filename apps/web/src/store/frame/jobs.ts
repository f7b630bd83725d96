import type { Job, Uuid } from '@alveus/plan';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** The list of jobs as last heard from the server, or as this device remembers it. */
export interface JobsState {
  readonly list: readonly Job[];
  readonly state: 'loading' | 'fresh' | 'remembered';
  /** A job just deleted, that can be brought back. */
  readonly deleted: Job | null;
}

const initialState: JobsState = { list: [], state: 'loading', deleted: null };

const slice = createSlice({
  name: 'jobs',
  initialState,
  reducers: {
    jobsListed: (_state, { payload }: PayloadAction<{ list: Job[]; state: 'fresh' | 'remembered' }>) => ({
      ..._state,
      ...payload,
    }),
    jobPut: (state, { payload }: PayloadAction<Job>) => ({
      ...state,
      deleted: state.deleted?.id === payload.id ? null : state.deleted,
      list: [payload, ...state.list.filter((job) => job.id !== payload.id)],
    }),
    jobDeleted: (state, { payload }: PayloadAction<Uuid>) => ({
      ...state,
      deleted: state.list.find((job) => job.id === payload) ?? null,
      list: state.list.filter((job) => job.id !== payload),
    }),
    deletedForgotten: (state) => ({ ...state, deleted: null }),
  },
});

export const { jobsListed, jobPut, jobDeleted, deletedForgotten } = slice.actions;
export const jobsReducer = slice.reducer;
