import type { Job, Uuid } from '@alveus/plan';
import { createApi, fakeBaseQuery } from '@reduxjs/toolkit/query/react';

/** What of the server's is no plan: the list of jobs. How it is reached is handed to the store when that is made. */
export interface JobsServer {
  jobs(): Promise<Job[]>;
  renameJob(id: Uuid, name: string): Promise<Job>;
  deleteJob(id: Uuid): Promise<void>;
  restoreJob(id: Uuid): Promise<Job>;
}

interface Trouble {
  readonly message: string;
}

type Answer<T> = { readonly data: T } | { readonly error: Trouble };

async function ask<T>(extra: unknown, question: (jobs: JobsServer) => Promise<T>): Promise<Answer<T>> {
  try {
    return { data: await question(extra as JobsServer) };
  } catch (error) {
    return { error: { message: error instanceof Error ? error.message : 'That did not work.' } };
  }
}

export const server = createApi({
  reducerPath: 'server',
  baseQuery: fakeBaseQuery<Trouble>(),
  tagTypes: ['jobs'],
  endpoints: (build) => ({
    jobs: build.query<Job[], void>({
      queryFn: (_none, { extra }) => ask(extra, (jobs) => jobs.jobs()),
      providesTags: ['jobs'],
    }),
    renameJob: build.mutation<Job, { id: Uuid; name: string }>({
      queryFn: ({ id, name }, { extra }) => ask(extra, (jobs) => jobs.renameJob(id, name)),
      invalidatesTags: ['jobs'],
    }),
    deleteJob: build.mutation<null, Uuid>({
      queryFn: (id, { extra }) => ask(extra, async (jobs) => (await jobs.deleteJob(id), null)),
      invalidatesTags: ['jobs'],
    }),
    restoreJob: build.mutation<Job, Uuid>({
      queryFn: (id, { extra }) => ask(extra, (jobs) => jobs.restoreJob(id)),
      invalidatesTags: ['jobs'],
    }),
  }),
});

export const { useJobsQuery } = server;
