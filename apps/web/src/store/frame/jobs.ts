import type { Job, Point, Uuid } from '@alveus/plan';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** A job as the device knows it. */
export interface KnownJob extends Job {
  /** It was made here, and the server has not heard of it yet. */
  readonly made?: boolean;
  /** The server had it, and knows nothing of it now: it was put back to an earlier day. */
  readonly lost?: boolean;
  /** Points of its history that are known here, the newest last; there once it was heard of at all. */
  readonly points?: readonly Point[];
}

/** The list of jobs as last heard from the server, or as this device remembers it. */
export interface JobsState {
  readonly list: readonly KnownJob[];
  readonly state: 'loading' | 'fresh' | 'remembered';
  /** A job just deleted, that can be brought back. */
  readonly deleted: Job | null;
  /** What of a job is on this device only: batches that wait, and such as were refused. */
  readonly waiting: Readonly<Record<Uuid, { readonly pending: number; readonly aside: number }>>;
}

const initialState: JobsState = { list: [], state: 'loading', deleted: null, waiting: {} };

const slice = createSlice({
  name: 'jobs',
  initialState,
  reducers: {
    jobsListed: (state, { payload }: PayloadAction<{ list: readonly KnownJob[]; state: 'fresh' | 'remembered' }>) => {
      const unheard = state.list.filter(
        ({ id, made, lost }) => (made || lost) && !payload.list.some((job) => job.id === id),
      );
      return { ...state, ...payload, list: [...unheard, ...payload.list] };
    },
    jobPut: (state, { payload }: PayloadAction<KnownJob>) => ({
      ...state,
      deleted: state.deleted?.id === payload.id ? null : state.deleted,
      list: [payload, ...state.list.filter((job) => job.id !== payload.id)],
    }),
    jobDeleted: (state, { payload }: PayloadAction<Uuid>) => ({
      ...state,
      deleted: state.list.find((job) => job.id === payload) ?? null,
      list: state.list.filter((job) => job.id !== payload),
    }),
    waitingCounted: (state, { payload }: PayloadAction<JobsState['waiting']>) =>
      JSON.stringify(state.waiting) === JSON.stringify(payload) ? state : { ...state, waiting: payload },
    deletedForgotten: (state) => ({ ...state, deleted: null }),
  },
});

export const { jobsListed, jobPut, jobDeleted, waitingCounted, deletedForgotten } = slice.actions;
export const jobsReducer = slice.reducer;
