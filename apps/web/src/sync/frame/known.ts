import type { Point } from '@alveus/plan';
import type { KnownJob } from '../../store/frame/jobs';
import type { StoredJob } from './device';
import { planCode } from './planCode';

/** What a device knows of a job. */

/** Whether the plan is known here at all: a job whose items never came is not, however its name may be in the list. */
export function isKnownHere({ job, held, pending }: StoredJob): boolean {
  if (!job) return false;
  // Heard of, though there was nothing in it yet.
  return job.made === true || job.points !== undefined || held.length > 0 || job.sequence > 0 || pending.length > 0;
}

/** The job, heard up to a point. */
export function heardUpTo(job: KnownJob, point: Point): KnownJob {
  return { ...knowing(job, point), sequence: point.sequence };
}

/** The job, with a point of its history that the server has: what lies before it may not have been heard. */
export function knowing(job: KnownJob, point: Point): KnownJob {
  return { ...job, points: planCode().withPoint(job.points ?? [], point) };
}
