import type * as plan from '@alveus/plan';

/**
 * The code of plans comes with the page, and is run when it is first needed: by an open job, or by what an older
 * version of the app left on the device. Setting up its schemas would hold up the list of jobs.
 */
// eslint-disable-next-line @typescript-eslint/no-require-imports -- an import would be run at once, or be a file of its own
export const planCode = () => require('@alveus/plan') as typeof plan;
