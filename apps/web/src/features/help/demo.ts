import type { Uuid } from '@alveus/plan';
import type { JobActions } from '../../sync/frame/jobActions';
import { jobFromText } from '../jobs/planFile';
import plan from '../../../../../demo/tansy-hill.json';

/** A new job with the demo plan in it. */
export const demoJob = (jobs: JobActions): Promise<Uuid | undefined> => jobFromText(JSON.stringify(plan), jobs);
