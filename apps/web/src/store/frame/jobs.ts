import type { Job, Point, Uuid } from '@alveus/plan';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import type { Asking } from './server';
import { fetchJobs } from './server';

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
export interface JobsState extends Asking {
  readonly list: readonly KnownJob[];
  readonly state: 'loading' | 'fresh' | 'remembered';
  /** A job just deleted, that can be brought back. */
  readonly deleted: Job | null;
  /** What of a job is on this device only: batches that wait, and such as were refused. */
  readonly waiting: Readonly<Record<Uuid, { readonly pending: number; readonly rejected: number }>>;
}

const initialState: JobsState = {
  list: [],
  state: 'loading',
  deleted: null,
  waiting: {},
  asked: null,
  heardAt: 0,
};

const slice = createSlice({
  name: 'jobs',
  initialState,
  reducers: {
    /** What this device keeps. Once the server was heard, only what that cannot know of is news. */
    jobsRemembered: (state, { payload }: PayloadAction<readonly KnownJob[]>): JobsState => {
      if (state.state === 'fresh') return { ...state, list: withUnheard(payload, state.list) };
      return payload.length === 0 ? state : { ...state, state: 'remembered', list: withUnheard(state.list, payload) };
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
  extraReducers: (build) =>
    build
      .addCase(fetchJobs.pending, (state, { meta }) => ({ ...state, asked: meta.requestId }))
      .addCase(fetchJobs.fulfilled, (state, { payload, meta }): JobsState => {
        if (state.asked !== meta.requestId) return state;
        const list = withUnheard(state.list, payload.list);
        return { ...state, state: 'fresh', asked: null, heardAt: payload.at, list };
      })
      .addCase(fetchJobs.rejected, (state, { meta }): JobsState => {
        return state.asked === meta.requestId ? { ...state, state: 'remembered', asked: null } : state;
      }),
});

/** A list, led by what of another the server has not heard of yet, or has lost. */
function withUnheard(from: readonly KnownJob[], list: readonly KnownJob[]): readonly KnownJob[] {
  const unheard = from.filter(({ id, made, lost }) => (made || lost) && !list.some((job) => job.id === id));
  return [...unheard, ...list];
}

export const { jobsRemembered, jobPut, jobDeleted, waitingCounted, deletedForgotten } = slice.actions;
export const jobsReducer = slice.reducer;
