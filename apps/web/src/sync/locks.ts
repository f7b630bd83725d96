import type { Uuid } from '@alveus/plan';

/**
 * Several pages may share a device. A page holds what it has open; what is open nowhere is worked on by one page at a
 * time. Where the browser has no locks each works on all: the server takes a batch once, whoever sends it.
 */
const nameOf = (job: Uuid): string => `alveus-job-${job}`;

const locks = (): LockManager | undefined => (typeof navigator === 'undefined' ? undefined : navigator.locks);

/** Holds a job as open on this page. @returns how to let go of it */
export function hold(job: Uuid): () => void {
  let release = (): void => undefined;
  const released = new Promise<void>((resolve) => (release = resolve));
  locks()
    ?.request(nameOf(job), { mode: 'shared' }, () => released)
    .catch(() => undefined);
  return release;
}

/** Does the work if no page has the job open or works on it. */
export async function ifFree(job: Uuid, work: () => Promise<void>): Promise<void> {
  const manager = locks();
  if (!manager) return work();
  await manager.request(nameOf(job), { ifAvailable: true }, (lock) => (lock ? work() : undefined));
}
