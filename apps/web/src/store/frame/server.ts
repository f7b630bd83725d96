import type { Job } from '@alveus/plan';
import { createAsyncThunk } from '@reduxjs/toolkit';

/** What of the server's is no plan: the list of jobs. How it is reached is handed to the store when that is made. */
export interface JobsServer {
  jobs(): Promise<Job[]>;
}

/** Where the asking for the list stands. */
export interface Asking {
  /** The newest question that is on its way; what answers an older one says less, and is not taken. */
  readonly asked: string | null;
  /** When the list was last heard, ms since 1970; 0 where it never was. */
  readonly heardAt: number;
}

/** A list that is younger than this is not asked for again, ms. */
const FRESH = 3_000;

interface Fetched {
  readonly list: Job[];
  readonly at: number;
}

/**
 * Asks the server for the list of jobs, unless that is being asked for or was heard just now.
 * @param changed it has changed since: whatever is on its way is too old
 */
export const fetchJobs = createAsyncThunk<
  Fetched,
  'changed' | void,
  { state: { readonly jobs: Asking }; extra: JobsServer }
>('server/jobs', async (_changed, { extra }) => ({ list: await extra.jobs(), at: Date.now() }), {
  condition: (changed, { getState }) => {
    const { asked, heardAt } = getState().jobs;
    return changed !== undefined || (asked === null && Date.now() - heardAt > FRESH);
  },
});
