import { Job } from '@alveus/plan';
import { jobPut } from '../src/store/frame/jobs';
import { makeStore } from '../src/store/frame/store';
import { jobOpening } from '../src/store/job';
import { withJob } from '../src/store/store';
import { jobOf, jobsApi } from '../src/sync/frame/jobsApi';

/** What the first screen has before any code of plans is run. */

const JOB = {
  id: '30000000-0000-4000-8000-000000000001',
  name: 'Yard',
  sequence: 4,
  changedAt: '2026-01-01T08:00:00Z',
};

describe('the list of jobs', () => {
  const answer = (json: unknown): void => {
    globalThis.fetch = jest.fn(async () => new Response(JSON.stringify(json)));
  };
  const { fetch } = globalThis;
  afterAll(() => void (globalThis.fetch = fetch));

  test('is read as the schema of the protocol reads it', async () => {
    answer({ jobs: [JOB] });
    expect(await jobsApi.jobs()).toEqual([Job.parse(JOB)]);
  });

  test.each<[string, unknown]>([
    ['nothing', null],
    ['a sentence', 'jobs'],
    ['no list', { jobs: {} }],
    ['a hole in the list', { jobs: [null] }],
    ...Object.keys(JOB).flatMap((field): [string, unknown][] => [
      [`no ${field}`, { jobs: [{ ...JOB, [field]: undefined }] }],
      [`a list as ${field}`, { jobs: [{ ...JOB, [field]: [] }] }],
    ]),
  ])('%s is refused', async (_what, json) => {
    answer(json);
    await expect(jobsApi.jobs()).rejects.toThrow(/^The server sent/);
    for (const job of (json as { jobs?: unknown } | null)?.jobs === undefined
      ? []
      : [(json as { jobs: unknown }).jobs].flat())
      expect(Job.safeParse(job).success).toBe(false);
  });

  test('what a newer server adds to a job is left out', () => {
    expect(jobOf({ ...JOB, colour: 'red' })).toEqual(JOB);
  });
});

describe('the store', () => {
  test('a job comes into the store that the list has, and keeps what is there', () => {
    const frame = makeStore();
    frame.dispatch(jobPut(JOB));
    expect(Object.keys(frame.getState())).not.toContain('job');
    const store = withJob(frame);
    expect(store.getState().jobs.list).toEqual([JOB]);
    expect(store.getState().job.opening).toBe('closed');
    store.dispatch(jobOpening({ id: JOB.id, name: '' }));
    expect(frame.getState()).toBe(store.getState());
  });

  test('a job that is renamed in the list has its new name where it is open, and no other has', () => {
    const store = withJob(makeStore());
    store.dispatch(jobOpening({ id: JOB.id, name: 'Yard' }));
    store.dispatch(jobPut({ ...JOB, id: '30000000-0000-4000-8000-000000000002', name: 'Lane' }));
    expect(store.getState().job.name).toBe('Yard');
    store.dispatch(jobPut({ ...JOB, name: 'Barn yard' }));
    expect(store.getState().job.name).toBe('Barn yard');
  });
});
