import type { RejectedBatch, Pending } from '@alveus/plan';
import { keyOf, lastPoint, rebase, rejectBatch } from '@alveus/plan';
import type { Api } from './api';
import { Refused } from './api';
import { attended } from './attended';
import type { Replica } from './replica';
import { newId } from './ids';

/**
 * One round with the server for one job: hears what others did, and sends what waits, a batch at a time, in order. It
 * keeps nothing itself.
 * @throws Unreachable; Refused where the job itself is; Left where the replica was closed meanwhile
 */
export async function exchange(left: Replica, api: Api): Promise<void> {
  const replica = attended(left);
  await replica.keep();
  await make(replica, api);
  await hear(replica, api);
  while (await sendNext(replica, api));
}

async function make(replica: Replica, api: Api): Promise<void> {
  const { made } = replica.state();
  if (made === undefined) return;
  await api.createJob(replica.job, made).catch((error: unknown) => {
    // It arrived before, and the answer did not.
    if (!(error instanceof Refused && error.status === 409)) throw error;
  });
  await replica.madeKnown();
}

async function hear(replica: Replica, api: Api): Promise<void> {
  const { known, sequence, points } = replica.state();
  const about = known ? undefined : await api.job(replica.job);
  const { changes, ...point } = await api.changes(replica.job, sequence, lastPoint(points));
  if (about) replica.named(about.name);
  await replica.heard(point, changes);
}

/** @returns whether there may be more to send */
async function sendNext(replica: Replica, api: Api): Promise<boolean> {
  const [batch] = replica.state().pending;
  if (!batch || replica.state().conflicts.length > 0) return false;
  // First on the device, then to the server; but where the device cannot keep it the server is all the safer.
  await replica.keep();
  // From here on the server may have it; before, it could still be taken back.
  if (replica.state().pending[0] !== batch) return true;
  replica.tried(batch.id);
  const answer = await api.send(replica.job, batch, lastPoint(replica.state().points)).catch((error: unknown) => {
    if (error instanceof Refused && FOR_GOOD.has(error.status) && error.code !== 'parted') return error;
    throw error;
  });
  if (answer instanceof Refused && answer.code === 'unknown-base') return rebasePending(replica);
  if (answer instanceof Refused) await goOnWithout(replica, batch, answer.message);
  else if (answer.taken) await replica.taken(batch, answer.sequence);
  else {
    const { held } = replica.state();
    // It has an older state of a thing than is known of it here. Only a server that was put back answers so.
    if (answer.conflicts.some((conflict) => (held.get(keyOf(conflict))?.revision ?? 0) > conflict.revision))
      throw new Refused(409, PUT_BACK, 'parted');
    await hear(replica, api);
    return rebasePending(replica);
  }
  return true;
}

/** What a server answers that will never take this batch: it is malformed, too large, or against the rules. */
const FOR_GOOD: ReadonlySet<number> = new Set([400, 409, 413, 422]);

async function goOnWithout(replica: Replica, refused: Pending, reason: string): Promise<void> {
  const { pending, held, decisions } = replica.state();
  const split = rejectBatch(pending, refused.id, held, decisions, newId);
  const rejected = split.rejected.map(({ id, step }): RejectedBatch => ({
    id,
    step,
    reason: id === refused.id ? reason : RESTS,
  }));
  await replica.reject(rejected, split.pending);
}

const PUT_BACK = 'The server was restored to an earlier day.';
const RESTS = 'It depends on another change that the server did not take.';

/** @returns whether the waiting edits could be rebased without asking */
export async function rebasePending(replica: Replica): Promise<boolean> {
  const { pending, held, decisions } = replica.state();
  const result = rebase(pending, held, decisions, newId);
  if (result.conflicts.length > 0) replica.undecided(result.conflicts);
  else await replica.rebased(result.pending);
  return result.conflicts.length === 0;
}
